import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { sameEdges } from '@/core/sheet/sheet'
import { heldRatio, type SizeQueue, twinOf, verdictsOn } from './size-verdict'

type Limits = { readonly kind: 'stack' | 'sheet' | 'roll'; readonly w: [number, number]; readonly l: [number, number] }
type Plan = {
  readonly limits: Limits
  readonly widths: readonly number[] | null
  readonly settings: readonly (number | null)[]
  readonly only: readonly number[]
}

const queueOf = ({ limits, widths, settings, only }: Plan): SizeQueue => ({
  ...{ queueId: 'q', queueName: 'Queue', printerId: 'p', printerName: 'Otter' },
  paths: [
    {
      feed: {
        ...{ id: 'f', name: 'rear stack', kind: limits.kind },
        ...{ minWidth: fromMm(limits.w[0]), maxWidth: fromMm(limits.w[1]) },
        ...{ minLength: fromMm(limits.l[0]), maxLength: fromMm(limits.l[1]) },
      },
      driven: {
        ...{ feedId: 'f', margins: [], driftAcross: um(0), driftAlong: um(0) },
        borderless: widths && {
          ...{ overspray: sameEdges(2000), widths: widths.map(fromMm) },
          mediaSettings: only.map((i) => `m${i}`),
        },
      },
    },
  ],
  mediaSettings: settings.map((mm, i) => ({
    ...{ id: `m${i}`, name: `Setting ${i}`, longest: mm === null ? null : fromMm(mm) },
  })),
})

/** The same by hand: every way round and every setting tried, with nothing shared but the figures. */
function slowly({ limits, widths, settings, only }: Plan, a: number, b: number) {
  const [short, long] = a < b ? [a, b] : [b, a]
  const goes = (w: number, l: number) => w >= limits.w[0] && w <= limits.w[1] && l >= limits.l[0] && l <= limits.l[1]
  const ways = [
    [short, long],
    [long, short],
  ].filter(([w = 0, l = 0], i) => goes(w, l) && (i === 0 || limits.kind !== 'roll'))
  const way = ways[0]
  if (!way) return { fits: false, taken: false, borderless: false }
  const [w = 0, l = 0] = way
  const printing = settings.flatMap((most, i) => (most === null || l <= most ? [i] : []))
  return {
    fits: true,
    turned: w === long && short !== long,
    taken: settings.length === 0 || printing.length > 0,
    borderless:
      widths !== null &&
      (widths.length === 0 || widths.some((x) => Math.abs(x - w) <= 0.5)) &&
      printing.some((i) => only.length === 0 || only.includes(i)),
  }
}

const mm = (least: number, most: number) => fc.integer({ min: least * 10, max: most * 10 }).map((v) => v / 10)
const range = (least: number, most: number): fc.Arbitrary<[number, number]> =>
  fc.tuple(mm(least, most), mm(least, most)).map(([a, b]) => (a < b ? [a, b] : [b, a]))
const plan: fc.Arbitrary<Plan> = fc.record({
  limits: fc.record({
    kind: fc.constantFrom('stack' as const, 'sheet' as const, 'roll' as const),
    w: range(50, 700),
    l: range(50, 900),
  }),
  widths: fc.oneof(
    fc.constant(null),
    fc.array(fc.constantFrom(102, 127, 210, 254, 297, 329, 432, 610), { maxLength: 4 }),
  ),
  settings: fc.array(fc.oneof(fc.constant(null), mm(100, 900)), { maxLength: 4 }),
  only: fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 2 }),
})
const edge = fc.oneof(mm(40, 900), fc.constantFrom(102, 127, 210, 297, 297.5, 297.6, 432, 610))

describe('what a feed makes of a size', () => {
  it('is what trying every way round and every setting by hand says', () => {
    let seen = { taken: 0, turned: 0, borderless: 0, not: 0 }
    fc.assert(
      fc.property(plan, edge, edge, (p, a, b) => {
        const [verdict] = verdictsOn({ short: fromMm(Math.min(a, b)), long: fromMm(Math.max(a, b)) }, [queueOf(p)])
        const by = slowly(p, a, b)
        expect(verdict?.fit.problems.length === 0).toBe(by.fits)
        if (by.fits) expect(verdict?.fit.turned).toBe(by.turned)
        expect(verdict?.taken).toBe(by.taken)
        expect(verdict?.taken === true && verdict.borderlessClosed === null).toBe(by.taken && by.borderless)
        seen = {
          taken: seen.taken + Number(by.taken),
          turned: seen.turned + Number(by.turned === true),
          borderless: seen.borderless + Number(by.taken && by.borderless),
          not: seen.not + Number(!by.taken),
        }
      }),
      { numRuns: 4000 },
    )
    for (const [name, n] of Object.entries(seen)) expect(n, name).toBeGreaterThan(40)
  })
  it('names the media settings that do not print so long', () => {
    const [v] = verdictsOn({ short: fromMm(297), long: fromMm(900) }, [
      queueOf({
        limits: { kind: 'roll', w: [200, 620], l: [100, 18_000] },
        widths: [297],
        settings: [600, null, 1200],
        only: [0],
      }),
    ])
    expect(v).toMatchObject({
      taken: true,
      roll: true,
      tooLongFor: [{ name: 'Setting 0', longest: 600_000 }],
      borderlessClosed: { code: 'borderless_not_on_media_setting', mediaSetting: 'Setting 1' },
    })
  })
})

describe('the same size twice', () => {
  const sizes = [
    { id: 'a', short: fromMm(210), long: fromMm(297) },
    { id: 'old', short: fromMm(90), long: fromMm(130), replacedBy: 'new' },
  ]
  it('is found within 0.1 mm, either way round, and never in itself or an older version', () => {
    const twin = (short: number, long: number, self: string | null = null) =>
      twinOf(sizes, { short: um(short), long: um(long) }, self)?.id ?? null
    expect(twin(210_100, 296_900)).toBe('a')
    expect(twin(210_101, 297_000)).toBeNull()
    expect(twin(297_000, 210_000)).toBe('a')
    expect(twin(210_000, 297_000, 'a')).toBeNull()
    expect(twin(90_000, 130_000)).toBeNull()
  })
})

describe('a ratio that is held', () => {
  it('gives the other edge as people type it', () => {
    expect(heldRatio(fromMm(210), Math.SQRT2, 'mm')).toBe(297_000)
    expect(heldRatio(um(203_200), 10 / 8, 'in')).toBe(254_000)
    expect(heldRatio(um(203_200), 1.237, 'in') % 1587.5).toBeLessThan(1)
  })
})
