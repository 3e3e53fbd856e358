import { describe, expect, it } from 'vitest'
import type { QualityOffer } from '@/core/quality/seen'
import { sayWhich } from './which-quality'

const offer = (id: string, enough: boolean): QualityOffer => ({
  ...{ id, name: id, ppi: 300, seconds: null, inkMl: null, enough },
})
const PAPER = { name: 'Fenland Matte', surface: 'matte' }
const EYE = { ppi: 145.5, by: 'eye' } as const

describe('which quality, in words', () => {
  it('says that a cheaper one is enough, and what that leaves to a trial', () => {
    expect(sayWhich([offer('Quick', true), offer('Slow', true)], 'Quick', EYE, PAPER)).toBe(
      'From there an eye tells 146 dots per inch apart. Quick cannot be told apart from Slow there; banding and gradation are for a trial to judge.',
    )
  })
  it('says that only the finest is, or that none is', () => {
    expect(sayWhich([offer('Quick', false), offer('Slow', true)], 'Slow', EYE, PAPER)).toMatch(
      /Only Slow is as fine\.$/,
    )
    expect(sayWhich([offer('Quick', false), offer('Slow', false)], 'Slow', EYE, PAPER)).toMatch(
      /None of these is as fine: Slow comes nearest\.$/,
    )
  })
  it('says what a surface lets through where that is the limit', () => {
    expect(
      sayWhich([offer('Quick', true), offer('Slow', true)], 'Quick', { ppi: 338.7, by: 'surface' }, PAPER),
    ).toMatch(/^Fenland Matte is matte and lets about 339 dots per inch through\./)
  })
})
