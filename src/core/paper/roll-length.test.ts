import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { lengthByDiameter } from './roll-length'

const MM = 1000
const measured = (outer: number, core: number, thickness: number) =>
  lengthByDiameter({ outer: um(outer * MM), core: um(core * MM), thickness: um(thickness * MM) })

describe('the length of a roll by its diameter', () => {
  it('is that of its windings, counted one by one', () => {
    // each winding is one thickness further out than the one below it
    const [core, thickness, windings] = [76.2, 0.24, 90]
    let length = 0
    for (let n = 0; n < windings; n++) length += Math.PI * (core + (2 * n + 1) * thickness)
    const found = measured(core + 2 * windings * thickness, core, thickness)
    if (!found.ok) throw new Error(found.problem)
    expect(found.value.length / MM).toBeCloseTo(length, 0)
  })
  it('is surer on a thin roll than on a thick one, and never surer than the rule', () => {
    const within = (outer: number): number => {
      const found = measured(outer, 50.8, 0.25)
      if (!found.ok) throw new Error(found.problem)
      return found.value.within
    }
    expect(within(60)).toBeLessThan(within(120))
    // half a millimetre at both diameters of an empty tube: pi * 50.8 / 0.5 * 0.5 * sqrt 2
    expect(within(50.8) / MM).toBeCloseTo(225.7, 0)
  })
  it('an empty tube has none; what cannot be is named', () => {
    expect(measured(50.8, 50.8, 0.25)).toMatchObject({ ok: true, value: { length: 0 } })
    expect([measured(50, 50.8, 0.25), measured(80, 0, 0.25), measured(80, 50, 0)]).toEqual([
      { ok: false, problem: 'outer' },
      { ok: false, problem: 'core' },
      { ok: false, problem: 'thickness' },
    ])
  })
})
