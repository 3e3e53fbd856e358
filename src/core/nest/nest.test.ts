import { describe, expect, it } from 'vitest'
import { barBound } from '../../../bench/nest/bars'
import { realistic, zeroWaste } from '../../../bench/nest/instances'
import { anyPass } from './any'
import type { Laid, NestAsk, Plan } from './ask'
import { Children, Least, type Spot, Walk, type Weights } from './beam'
import { scaledBound } from './bound'
import { type Cut, cutsOf, type Piece } from './cuts'
import { shapeOf } from './shape'
import { Search } from './solve'
import { firstPlan, together } from './together'
import { verifyPlan } from './verify'

const MM = 1000
const never = (): boolean => false

/** A search with so many passes. */
function searched(ask: NestAsk, passes: number, seed = 1) {
  const search = new Search(ask, seed)
  for (let n = 0; n < passes && search.pass(never); n++);
  const { standing } = search
  if (!standing.plan) throw new Error('there is always a plan')
  return { ...standing, plan: standing.plan }
}
const asked = (i: ReturnType<typeof zeroWaste>, cut: NestAsk['cut']): NestAsk => ({
  ...{ width: i.stripWidth * MM, gap: i.gap * MM, margin: i.margin * MM, cut },
  items: i.items.map(([w, h]) => ({ w: w * MM, h: h * MM, mayTurn: true })),
})

describe('a roll plan', () => {
  it.each([
    ['straight', 12],
    ['straight', 40],
    ['any', 12],
    ['any', 40],
  ] as const)('that is cut %s holds every one of %d prints, apart, inside, and at its own size', (cut, n) => {
    for (const seed of [1, 2, 3])
      for (const instance of [zeroWaste(n, seed, 5), realistic(n, seed)]) {
        const ask = asked(instance, cut)
        const { plan, bound } = searched(ask, 8)
        expect(verifyPlan(ask, plan), instance.id).toEqual([])
        expect(plan.length).toBeGreaterThanOrEqual(bound)
        expect(bound).toBeLessThanOrEqual((instance.optimum ?? Number.POSITIVE_INFINITY) * MM)
      }
  })
  it('finds the plan without waste of a dozen prints, and says that none is shorter', () => {
    for (const cut of ['straight', 'any'] as const) {
      const instance = zeroWaste(12, 3)
      const { plan, proven } = searched(asked(instance, cut), 400)
      expect([plan.length, proven]).toEqual([(instance.optimum ?? 0) * MM, true])
    }
  })
  it('is the same for the same seed and the same work, and mostly another for another seed', () => {
    const ask = asked(realistic(30, 5), 'straight')
    const [a, b] = [searched(ask, 20), searched(ask, 20)]
    expect(a).toEqual(b)
    const others = [2, 3, 4].map((seed) => searched(ask, 20, seed).steps)
    expect(new Set([a.steps, ...others]).size).toBeGreaterThan(2)
  })
  it('takes so many steps to come so far: a search that looks at more, or at other things, is noticed without a clock', () => {
    const come = (cut: NestAsk['cut'], instance: ReturnType<typeof zeroWaste>, passes: number) => {
      const ask = asked(instance, cut)
      const { plan, steps } = searched(ask, passes)
      expect(verifyPlan(ask, plan)).toEqual([])
      return [plan.length / MM, steps]
    }
    expect([
      come('straight', zeroWaste(35, 7), 30),
      come('any', zeroWaste(35, 7), 30),
      come('any', realistic(60, 3), 60),
    ]).toMatchInlineSnapshot(`
      [
        [
          1394,
          303476,
        ],
        [
          1367,
          448995,
        ],
        [
          5081,
          474466,
        ],
      ]
    `)
  })
  it('never gets longer, and leaves what it has when it is stopped', () => {
    const search = new Search(asked(zeroWaste(60, 2), 'straight'), 1)
    let before = Number.POSITIVE_INFINITY
    for (let n = 0; n < 25; n++) {
      search.pass(never)
      const now = search.standing.plan?.length ?? Number.POSITIVE_INFINITY
      expect(now).toBeLessThanOrEqual(before)
      before = now
    }
    search.pass(() => true)
    expect(search.standing.plan?.length).toBe(before)
  })
  it('holds after parts of it were laid again, and joined prints came apart again', () => {
    for (const cut of ['straight', 'any'] as const)
      for (const seed of [1, 2, 3]) {
        const ask = asked(realistic(36, seed), cut)
        expect(verifyPlan(ask, searched(ask, 90, seed).plan), `${cut} ${seed}`).toEqual([])
      }
  })
  it('no bound lies above what is possible: two prints that fill the width lie beside each other', () => {
    const kind = (w: number, h: number) => ({ w, h, mayTurn: false, members: [0] })
    expect(scaledBound([kind(6, 5), kind(4, 5)], 10)).toBe(5)
    // and none of which two fit lie one after the other
    expect(scaledBound([kind(6, 5), kind(6, 4), kind(6, 3)], 10)).toBe(12)
  })
  it('turns nothing that must not be turned', () => {
    const ask: NestAsk = {
      ...{ width: 600 * MM, gap: 0, margin: 0, cut: 'straight' },
      items: [
        { w: 300 * MM, h: 500 * MM, mayTurn: false },
        { w: 500 * MM, h: 300 * MM, mayTurn: true },
      ],
    }
    const { plan } = searched(ask, 30)
    expect(plan.laid.find((p) => p.i === 0)?.turned).toBe(false)
    expect([plan.length, plan.laid.find((p) => p.i === 1)?.turned]).toEqual([500 * MM, true])
  })
  it('of nothing takes nothing', () => {
    const search = new Search({ width: 600 * MM, gap: 0, margin: 0, cut: 'straight', items: [] })
    expect(search.pass(never)).toBe(false)
    expect(search.standing).toMatchObject({ plan: null, bound: 0 })
  })
  it('sizes between two tenths of a millimetre are kept as they are, and still lie apart', () => {
    const ask: NestAsk = {
      ...{ width: 610_000, gap: 3050, margin: 2980, cut: 'straight' },
      items: Array.from({ length: 9 }, (_, i) => ({ w: 101_630 + 37 * i, h: 152_417 - 11 * i, mayTurn: true })),
    }
    expect(verifyPlan(ask, searched(ask, 20).plan)).toEqual([])
  })
})

describe('a pass', () => {
  const weights: Weights = { base: 0.1, size: 0.5, pieces: 0.01, rule: 'thinnest', alike: 1, looks: 99 }
  const square = (n: number): NestAsk => ({
    ...{ width: 30 * MM, gap: 0, margin: 0, cut: 'any' as const },
    items: Array.from({ length: n }, () => ({ w: 10 * MM, h: 10 * MM, mayTurn: true })),
  })
  it('goes on from what lies, and gives up what lies below it', () => {
    const shape = shapeOf(square(6))
    const [stance] = shape.stances
    if (!stance) throw new Error('a square lies')
    const at = (x: number, y: number): Spot => ({ stance, x, y })
    // three in a row, and one over the middle of them: beside it two have room, the sixth lies on top
    const kept = [at(0, 0), at(100, 0), at(200, 0), at(100, 100)]
    const { spots } = anyPass(shape, 200, 9, weights, never, kept)
    expect(spots?.slice(0, 4)).toEqual(kept)
    expect(spots?.slice(4).map((s) => [s.x, s.y])).toEqual([
      [0, 100],
      [200, 100],
    ])
    // one that hangs over nothing: what is under it is lost, and the rest needs one row more
    const hangs = [at(0, 0), at(100, 100)]
    expect(anyPass(shape, 200, 9, weights, never, hangs)).toMatchObject({ spots: null, steps: 0 })
    expect(anyPass(shape, 300, 9, weights, never, hangs).spots).toHaveLength(6)
  })
  it('knows how low the lowest print of a width is, whichever way it asks', () => {
    const shape = shapeOf(asked(zeroWaste(40, 4), 'any'))
    const least = new Least(shape.stances)
    least.of(shape.kinds.map((k, i) => (i % 3 === 0 ? 0 : k.members.length)))
    const open = [...least.open.slice(0, least.many)].map((k) => ({ w: least.wide[k] ?? 0, h: least.high[k] ?? 0 }))
    const widths = [...new Set(open.flatMap((s) => [s.w - 1, s.w, s.w + 1]))].sort((a, b) => a - b)
    const slow = widths.map((w) => Math.min(0x7fffffff, ...open.filter((s) => s.w <= w).map((s) => s.h)))
    expect(widths.map((w) => least.lowest(w))).toEqual(slow)
    const [up, down] = [new Walk(least).fromNarrow(), new Walk(least).fromWide()]
    expect(widths.map((w) => up.up(w))).toEqual(slow)
    expect(widths.toReversed().map((w) => down.down(w))).toEqual(slow.toReversed())
  })
  it('goes on with the best children, and of one set of prints with one', () => {
    const children = new Children()
    for (const seed of [1, 2, 3]) {
      children.begin(7)
      let a = seed
      const all = Array.from({ length: 90 }, (_, i) => {
        a = (a * 16_807) % 2_147_483_647
        const child = { i, guide: a % 997, mark: a % 11 }
        if (child.guide < children.limit) children.add(i, 0, 0, 0, child.guide, child.mark)
        return child
      })
      // three times as many as go on are kept to choose from
      const kept = all.toSorted((x, y) => x.guide - y.guide).slice(0, 21)
      const guides = children.choose(7, 99).map((c) => children.guide[c])
      expect(guides).toEqual(kept.slice(0, 7).map((c) => c.guide))
      const marks = children.choose(7, 1).map((c) => children.mark[c])
      expect(new Set(marks).size).toBe(marks.length)
      expect(marks[0]).toBe(children.mark[children.choose(1, 1)[0] as number])
    }
  })
  it('fills a width with sizes as far as they go', () => {
    const { across } = shapeOf({ ...square(1), items: [{ w: 4 * MM, h: 7 * MM, mayTurn: true }] })
    const sums = (v: number): boolean =>
      Array.from({ length: 8 }, (_, a) => a).some((a) => v >= 40 * a && (v - 40 * a) % 70 === 0)
    const slow = Array.from({ length: 301 }, (_, v) => {
      let best = v
      while (!sums(best)) best -= 1
      return best
    })
    expect([...across]).toEqual(slow)
  })
})

describe('no plan is shorter', () => {
  it('than its bars: three that no two lie beside each other, and two that do once they are turned', () => {
    const three = [6, 6, 6].map((a) => [a, a] as const)
    expect(barBound(three, 10)).toBeCloseTo(18, 6)
    const two = [6, 6].map((a) => [a, 5] as const)
    expect(barBound(two, 10)).toBeCloseTo(6, 6)
  })
  it('and the bound that is told is no higher than what a linear program of the bars says, by other code', () => {
    for (const seed of [1, 2, 3, 4, 5, 6]) {
      const instance = realistic(25, seed)
      const { bound, length } = (({ bound, plan }) => ({ bound, length: plan.length }))(
        searched(asked(instance, 'any'), 12),
      )
      expect(bound / MM, instance.id).toBeLessThanOrEqual(instance.lowerBound + 0.2)
      expect(instance.lowerBound, instance.id).toBeLessThanOrEqual(length / MM + 0.001)
    }
  })
})

describe('what is wrong with a plan', () => {
  const ask: NestAsk = {
    ...{ width: 300, gap: 5, margin: 3, cut: 'straight' },
    items: [
      { w: 100, h: 50, mayTurn: false },
      { w: 100, h: 50, mayTurn: true },
    ],
  }
  const laid = (i: number, x: number, y: number, turned = false): Laid =>
    turned ? { i, x, y, w: 50, h: 100, turned } : { i, x, y, w: 100, h: 50, turned }
  const codes = (plan: Plan) => verifyPlan(ask, plan).map((f) => f.code)
  it('is said, whatever it is', () => {
    expect(codes({ laid: [laid(0, 3, 0), laid(1, 108, 0)], length: 50 })).toEqual([])
    expect(codes({ laid: [laid(0, 3, 0), laid(1, 107, 0)], length: 50 })).toEqual(['too_close'])
    expect(codes({ laid: [laid(0, 2, 0), laid(1, 108, 0)], length: 50 })).toEqual(['outside'])
    expect(codes({ laid: [laid(0, 3, 0), laid(1, 198, 0)], length: 50 })).toEqual(['outside'])
    expect(codes({ laid: [laid(0, 3, 0), laid(1, 108, 0, true)], length: 50 })).toEqual(['length'])
    expect(codes({ laid: [laid(1, 3, 0), laid(0, 108, 0, true)], length: 100 })).toEqual(['turned'])
    expect(codes({ laid: [laid(0, 3, -1), laid(1, 108, 0)], length: 50 })).toEqual(['outside'])
    expect(codes({ laid: [laid(0, 3, 0)], length: 50 })).toEqual(['missing'])
    expect(codes({ laid: [laid(0, 3, 0), laid(1, 108, 0), laid(1, 3, 55)], length: 105 })).toEqual(['twice'])
    expect(codes({ laid: [laid(0, 3, 0), laid(1, 108, 0), laid(7, 3, 55)], length: 105 })).toEqual(['unknown'])
    expect(codes({ laid: [{ ...laid(0, 3, 0), w: 99 }, laid(1, 108, 0)], length: 50 })).toEqual(['size'])
  })
  it('a wheel of five prints is not parted by straight cuts', () => {
    const wheel: NestAsk = {
      ...{ width: 30, gap: 0, margin: 0, cut: 'straight' },
      items: [...[0, 1, 2, 3].map(() => ({ w: 20, h: 10, mayTurn: true })), { w: 10, h: 10, mayTurn: false }],
    }
    const at = (i: number, x: number, y: number, w: number, h: number): Laid => ({ i, x, y, w, h, turned: h > w })
    const pin = [at(0, 0, 0, 20, 10), at(1, 20, 0, 10, 20), at(2, 10, 20, 20, 10), at(3, 0, 10, 10, 20)]
    const plan = { laid: [...pin, { ...at(4, 10, 10, 10, 10), turned: false }], length: 30 }
    expect(verifyPlan(wheel, plan)).toEqual([{ code: 'not_straight' }])
    expect(verifyPlan({ ...wheel, cut: 'any' }, plan)).toEqual([])
    expect(cutsOf(plan.laid, { width: 30, length: 30 })).toBeNull()
  })
})

describe('a cut plan', () => {
  /** Cuts paper as the list says, and keeps what falls off. */
  function cutBy(cuts: readonly Cut[], roll: Piece): ReadonlyMap<string, Piece> {
    const held = new Map<string, Piece>([['roll', roll]])
    for (const c of cuts) {
      const piece = held.get(c.of)
      if (!piece) throw new Error(`cut ${c.number} wants ${c.of}, which is not in hand`)
      held.delete(c.of)
      const across = c.runs === 'across'
      expect(c.at).toBeGreaterThan(0)
      expect(c.at).toBeLessThan(across ? piece.h : piece.w)
      const parts = across
        ? [
            { ...piece, h: c.at },
            { ...piece, y: piece.y + c.at, h: piece.h - c.at },
          ]
        : [
            { ...piece, w: c.at },
            { ...piece, x: piece.x + c.at, w: piece.w - c.at },
          ]
      for (const [n, given] of c.gives.entries()) {
        expect(given.piece).toEqual(parts[n])
        if (given.kind === 'piece') held.set(given.name, given.piece)
        if (given.kind === 'print') held.set(`print ${given.i}`, given.piece)
      }
    }
    return held
  }
  it('gives each print as a piece of its own size that holds it and nothing of another', () => {
    for (const seed of [1, 2, 3, 4]) {
      const ask = asked(realistic(24, seed), 'straight')
      const { plan } = searched(ask, 10)
      const roll = { x: 0, y: 0, w: ask.width, h: plan.length + 20 * MM }
      const cuts = cutsOf(plan.laid, { width: roll.w, length: roll.h })
      const pieces = cutBy(cuts ?? [], roll)
      expect(pieces.size).toBe(plan.laid.length)
      for (const p of plan.laid) expect(pieces.get(`print ${p.i}`)).toEqual({ x: p.x, y: p.y, w: p.w, h: p.h })
      expect(cuts?.map((c) => c.number)).toEqual(cuts?.map((_, i) => i + 1))
    }
  })
  it('goes on with what fell off, and calls pieces by letters', () => {
    const print = (i: number, x: number, y: number): Laid => ({ i, x, y, w: 100, h: 100, turned: false })
    const cuts = cutsOf([print(0, 0, 0), print(1, 100, 0), print(2, 0, 100)], { width: 200, length: 200 })
    expect(cuts?.map((c) => [c.of, c.runs, c.at, c.gives.map((g) => (g.kind === 'piece' ? g.name : g.kind))])).toEqual([
      ['roll', 'across', 100, ['A', 'B']],
      ['A', 'along', 100, ['print', 'print']],
      ['B', 'along', 100, ['print', 'offcut']],
    ])
  })
})

describe('what lies together on a roll', () => {
  const MARGINS = { left: 3 * MM, right: 4 * MM, lead: 4 * MM, trail: 6 * MM }
  const print = (w: number, h: number, copies: number) => ({ w: w * MM, h: h * MM, copies, alone: (h + 10) * MM })
  it('is what a first plan takes, with the white at both ends, beside one after the other', () => {
    const found = together({ width: 610 * MM, margins: MARGINS, prints: [print(290, 200, 4)] }, 5000)
    // two beside each other within 602 mm, twice, one gap between: 405 mm, 10 at the ends, 5 for the last labels
    expect(found).toMatchObject({ count: 4, length: 420 * MM, alone: 840 * MM, saved: 420 * MM })
    expect(found?.waste).toBeCloseTo(1 - (4 * 290 * 200) / (610 * 420), 6)
    expect(found?.bound).toBeLessThanOrEqual(420 * MM)
    const bare = together({ width: 610 * MM, margins: MARGINS, prints: [print(290, 200, 4)], labels: false }, 5000)
    expect(bare?.length).toBe(415 * MM)
  })
  it('keeps to the gap, the white at the sides and the turns that are wished', () => {
    const on = { width: 610 * MM, margins: MARGINS, prints: [print(290, 200, 4)], labels: false }
    expect(together({ ...on, gap: 20 * MM }, 5000)?.length).toBe(430 * MM)
    // 490 mm between the sides: two beside each other once they are turned
    expect(together({ ...on, white: 60 * MM }, 5000)?.length).toBe(595 * MM)
    expect(together({ ...on, white: 1 * MM }, 5000)?.length).toBe(415 * MM)
    const wide = print(603, 200, 2)
    expect(firstPlan({ ...on, prints: [wide] }, 5000)?.length).toBe(613 * MM)
    expect(firstPlan({ ...on, prints: [{ ...wide, mayTurn: false }] }, 5000)).toBeNull()
  })
  it('leaves out what is too wide both ways, and is nothing where nothing is saved', () => {
    const on = (...prints: ReturnType<typeof print>[]) =>
      together({ width: 610 * MM, margins: MARGINS, prints, labels: false }, 5000)
    expect(on(print(603, 700, 1), print(290, 200, 2))?.count).toBe(2)
    expect(on(print(603, 700, 3))).toBeNull()
    expect(on(print(290, 200, 1))).toBeNull()
    expect(on({ ...print(400, 500, 2), alone: 405 * MM })).toBeNull()
    // the wider margin counts on both sides: 298.5 mm twice and a gap are 602, and 299 are more
    expect(on(print(298.5, 298.5, 2))?.length).toBe(308.5 * MM)
    expect(on(print(299, 299, 2))?.length).toBe(613 * MM)
  })
  it('is the same each time', () => {
    const on = {
      width: 610 * MM,
      margins: MARGINS,
      prints: [print(150, 210, 7), print(203, 254, 5), print(300, 300, 3)],
    }
    expect(together(on, 3000)).toEqual(together(on, 3000))
  })
})
