import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { facts } from '../../../test/slip-facts'
import { outcomeOf } from './outcome'
import { refit } from './refit'

// a frame of 250.2 x 346.5 mm
const exact = (width: number, height: number) =>
  facts({
    centring: { kind: 'area' },
    placing: { mode: 'exact', by: { edge: 'both', width: um(width), height: um(height) } },
  })
const changed = (f: ReturnType<typeof facts>, patch: Parameters<typeof refit>[0]) => refit(patch, f.print, outcomeOf(f))
const CENTRE = { centring: { kind: 'true' } } as const

describe('a placing that filled the old area', () => {
  it('fills the new one', () => {
    expect(changed(exact(250_200, 346_500), CENTRE)).toEqual({ ...CENTRE, placing: { mode: 'fill' } })
    expect(changed(exact(250_100, 346_600), { edge: 'borderless' })).toMatchObject({ placing: { mode: 'fill' } })
  })
  it('any other size stays as it was asked', () => {
    expect(changed(exact(250_000, 346_500), CENTRE)).toEqual(CENTRE)
    expect(changed(exact(250_200, 300_000), CENTRE)).toEqual(CENTRE)
    expect(changed(facts({ placing: { mode: 'whole' } }), CENTRE)).toEqual(CENTRE)
  })
  it('what does not move the frame, or says a placing itself, is left alone', () => {
    expect(changed(exact(250_200, 346_500), { copies: 2 })).toEqual({ copies: 2 })
    const own = { ...CENTRE, placing: { mode: 'whole' } } as const
    expect(changed(exact(250_200, 346_500), own)).toEqual(own)
  })
})
