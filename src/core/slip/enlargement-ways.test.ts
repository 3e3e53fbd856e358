import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { FIGURES, facts, VERSION } from '../../../test/slip-facts'
import { edgeToEdge, enlargementWays } from './enlargement-ways'

const free = (placing: object = { mode: 'fill' }, more: object = {}) =>
  facts({ edge: 'borderless', placing: placing as never }, more)
const exact = { mode: 'exact', by: { edge: 'both', width: um(90_000), height: um(120_000) } }

describe('enlargement, corrected beside left', () => {
  it('each with what comes out', () => {
    const [corrected, left] = enlargementWays(free(exact))
    expect(corrected).toMatchObject({ way: 'corrected', width: 90_000, height: 120_000, off: 0 })
    expect(left?.way).toBe('left')
    expect(left?.width).toBeGreaterThan(90_500)
    expect(left?.height).toBeGreaterThan(120_500)
    expect(left?.ppi).toBeLessThan(corrected?.ppi ?? 0)
  })
  it('with margins there is none', () => {
    expect(enlargementWays(facts({}))).toEqual([])
  })
})

describe('what is promised at an edge', () => {
  it('a print that reaches none is better with margins', () => {
    expect(edgeToEdge(free(exact))).toEqual({ code: 'reaches_none' })
    expect(edgeToEdge(facts({}))).toBeNull()
  })
  it('as declared nothing is guaranteed, whatever the overspray', () => {
    expect(edgeToEdge(free())).toMatchObject({ code: 'no_guarantee', measured: false })
  })
  it('measured: covered where overspray is above drift, else with the white that may show', () => {
    const checked = (driftAcross: number) => ({
      version: {
        ...VERSION,
        checked: {
          margins: null,
          borderless: {
            ...FIGURES,
            accuracy: { ...FIGURES.accuracy, driftAcross: um(driftAcross), driftAlong: um(100) },
          },
        },
      },
    })
    expect(edgeToEdge(free({ mode: 'fill' }, checked(100)))).toEqual({ code: 'covered' })
    const wide = edgeToEdge(free({ mode: 'fill' }, checked(9000)))
    expect(wide).toMatchObject({ code: 'no_guarantee', measured: true })
    expect(wide?.code === 'no_guarantee' && wide.whiteUm).toBeGreaterThan(5000)
  })
})
