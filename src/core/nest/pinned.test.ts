import { describe, expect, it } from 'vitest'
import { seeded } from '../../../test/random-slips'
import type { Laid, NestAsk } from './ask'
import { Pinned, pinTrouble } from './pinned'
import { searchFor } from './search-for'
import { Search } from './solve'
import { verifyPlan } from './verify'

const passes = (search: { pass(stop: () => boolean): boolean }, n: number): void => {
  for (let i = 0; i < n && search.pass(() => false); i++);
}

function wish(seed: number, count: number, cut: NestAsk['cut']): NestAsk {
  const chance = seeded(seed)
  const side = (): number => 60_000 + Math.round(chance() * 220_000)
  return {
    ...{ width: 610_000, gap: 5000, margin: 4000, cut },
    items: Array.from({ length: count }, () => ({ w: side(), h: side(), mayTurn: chance() < 0.7 })),
  }
}

/** Some prints of a plan, moved a little along the strip as a hand would. */
function pinsOf(ask: NestAsk, seed: number, n: number): readonly Laid[] {
  const search = new Search(ask, 1)
  passes(search, 3)
  const chance = seeded(seed)
  const laid = search.standing.plan?.laid ?? []
  return laid.slice(0, n).map((p) => ({ ...p, y: p.y + Math.round(chance() * 3) * 1000 * n }))
}

describe('prints around pins', () => {
  it('each stays where it was put, and the rest is laid around it, by straight cuts and by any', () => {
    let tried = 0
    for (const cut of ['straight', 'any'] as const)
      for (let seed = 1; seed <= 25; seed++) {
        const ask = wish(seed, 3 + (seed % 14), cut)
        const pinned = { ...ask, pins: pinsOf(ask, seed, 1 + (seed % 3)) }
        if (pinTrouble(pinned)) continue
        tried += 1
        const search = new Pinned(pinned, seed)
        let last = Number.POSITIVE_INFINITY
        for (let n = 0; n < 12 && search.pass(() => false); n++) {
          const { plan } = search.standing
          if (!plan) continue
          expect(verifyPlan(pinned, plan)).toEqual([])
          expect(plan.length).toBeLessThanOrEqual(last)
          expect(plan.length).toBeGreaterThanOrEqual(search.standing.bound)
          last = plan.length
        }
        expect(search.standing.plan?.laid).toHaveLength(ask.items.length)
        for (const p of pinned.pins) expect(search.standing.plan?.laid).toContainEqual(p)
      }
    expect(tried).toBeGreaterThan(25)
  })
  it('what fits beside and before a pin is filled there', () => {
    const item = { w: 290_000, h: 200_000, mayTurn: false }
    const ask: NestAsk = {
      ...{ width: 600_000, gap: 10_000, margin: 5000, cut: 'straight', items: [item, item, item, item] },
      pins: [{ i: 2, x: 5000, y: 210_000, w: 290_000, h: 200_000, turned: false }],
    }
    const search = searchFor(ask, 1)
    passes(search, 20)
    expect(search.standing.plan?.length).toBe(410_000)
    expect(verifyPlan(ask, search.standing.plan ?? { laid: [], length: 0 })).toEqual([])
  })
  it('costs little where the pins come from a good plan', () => {
    let [sum, free] = [0, 0]
    for (let seed = 1; seed <= 6; seed++) {
      const ask = wish(seed, 24, 'straight')
      const search = new Search(ask, 1)
      passes(search, 30)
      const best = search.standing.plan
      if (!best) throw new Error('no plan')
      const pinned = new Pinned({ ...ask, pins: best.laid.slice(0, 3) }, 1)
      passes(pinned, 60)
      sum += pinned.standing.plan?.length ?? Number.NaN
      free += best.length
    }
    expect(sum / free).toBeLessThan(1.2)
  })
  it('pins that cannot stay are said: outside, on each other, closer than the gap, not to be parted', () => {
    const item = { w: 100_000, h: 300_000, mayTurn: true }
    const base: NestAsk = {
      width: 600_000,
      gap: 5000,
      margin: 4000,
      cut: 'straight',
      items: [item, item, item, item, item],
    }
    const at = (i: number, x: number, y: number, turned = false): Laid => ({
      ...{ i, x, y, turned },
      ...(turned ? { w: 300_000, h: 100_000 } : { w: 100_000, h: 300_000 }),
    })
    const trouble = (...pins: readonly Laid[]) => pinTrouble({ ...base, pins })
    expect(trouble(at(0, 4000, 0), at(1, 200_000, 0))).toBeNull()
    expect(trouble(at(0, 3999, 0))).toEqual({ code: 'outside', i: 0 })
    expect(trouble(at(1, 496_001, 0))).toEqual({ code: 'outside', i: 1 })
    expect(trouble(at(1, 4000, -1))).toEqual({ code: 'outside', i: 1 })
    expect(trouble(at(0, 4000, 0), at(2, 100_000, 0))).toEqual({ code: 'too_close', i: 0, k: 2, apart: -4000 })
    expect(trouble(at(0, 4000, 0), at(2, 108_999, 0))).toEqual({ code: 'too_close', i: 0, k: 2, apart: 4999 })
    expect(trouble(at(0, 4000, 0), at(2, 109_000, 0))).toBeNull()
    // four around a middle, each across the end of the next: no cut from edge to edge parts them
    const wheel = [at(0, 4000, 0), at(1, 120_000, 0, true), at(2, 320_000, 120_000), at(3, 4000, 320_000, true)]
    expect(trouble(...wheel)).toEqual({ code: 'not_straight' })
    const any: NestAsk = { ...base, cut: 'any', pins: wheel }
    expect(pinTrouble(any)).toBeNull()
    const search = searchFor(any, 1)
    passes(search, 10)
    expect(verifyPlan(any, search.standing.plan ?? { laid: [], length: 0 })).toEqual([])
  })
  it('all pinned is as long as they are', () => {
    const item = { w: 100_000, h: 300_000, mayTurn: false }
    const pins = [{ i: 0, x: 4000, y: 50_000, w: 100_000, h: 300_000, turned: false }]
    const search = searchFor({ width: 600_000, gap: 5000, margin: 4000, cut: 'straight', items: [item], pins }, 1)
    passes(search, 3)
    expect(search.standing).toMatchObject({ proven: true, plan: { length: 350_000 } })
  })
})

describe('groups that stay together', () => {
  it('lie on stretches of their own, in their order, and each plan holds', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const ask = wish(seed, 12, seed % 2 === 0 ? 'straight' : 'any')
      const grouped = { ...ask, items: ask.items.map((p, i) => ({ ...p, group: 2 - (i % 3) })) }
      const search = searchFor(grouped, 1)
      passes(search, 30)
      const { plan, bound } = search.standing
      if (!plan) throw new Error('no plan')
      expect(verifyPlan(grouped, plan)).toEqual([])
      expect(plan.length).toBeGreaterThanOrEqual(bound)
      const stretch = (g: number) => plan.laid.filter((p) => grouped.items[p.i]?.group === g)
      for (const g of [0, 1])
        expect(Math.max(...stretch(g).map((p) => p.y + p.h)) + ask.gap).toBeLessThanOrEqual(
          Math.min(...stretch(g + 1).map((p) => p.y)),
        )
    }
  })
  it('the check notices a print among another group, and one that was moved from its pin', () => {
    const item = { w: 100_000, h: 100_000, mayTurn: false }
    const ask: NestAsk = {
      ...{ width: 600_000, gap: 0, margin: 0, cut: 'straight' },
      items: [
        { ...item, group: 0 },
        { ...item, group: 1 },
      ],
    }
    const laid = [0, 1].map((i) => ({ i, x: i * 100_000, y: 0, w: 100_000, h: 100_000, turned: false }))
    expect(verifyPlan(ask, { laid, length: 100_000 })).toEqual([{ code: 'mixed', i: 0, k: 1 }])
    const pins = [{ ...laid[1], x: 300_000 } as Laid]
    expect(verifyPlan({ ...ask, pins }, { laid, length: 100_000 })).toEqual([{ code: 'moved', i: 1 }])
  })
  it('the same seed and passes give the same plan', () => {
    const ask = wish(3, 15, 'straight')
    const pins = pinsOf(ask, 1, 1)
    const found = [1, 1, 2].map((seed) => {
      const search = searchFor({ ...ask, pins }, seed)
      passes(search, 15)
      return JSON.stringify(search.standing)
    })
    expect(found[0]).toBe(found[1])
  })
})
