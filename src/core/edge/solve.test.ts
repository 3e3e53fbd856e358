import { describe, expect, it } from 'vitest'
import { fromMm, perMille, um } from '@/core/length/length'
import { edges, fedSheet, rect, sameEdges } from '@/core/sheet/sheet'
import { sayReadingFault } from '@/core/words/edge-check'
import { grow } from './enlargement'
import { accuracyOn, type EdgeFigures, figuresFrom, mapOf } from './figures'
import { type SheetReading, UNREAD } from './readings'
import { rulerLayout } from './ruler-sheet'
import { type CheckResult, solveCheck } from './solve'

const B4 = fedSheet(fromMm(257), fromMm(364), 'short')
const DECLARED = { driftAcross: um(700), driftAlong: um(800), skew: perMille(0) }
const FREE = rulerLayout(B4, 'borderless', sameEdges(2900))
const MARGINS = rulerLayout(B4, 'margins', edges(3400, 3400, 5000, 12_500))

const ticks = (left: number, right: number, lead: number, trail: number): SheetReading => ({
  ...UNREAD,
  ticks: { left, right, lead, trail },
})
const solved = (r: ReturnType<typeof solveCheck>): CheckResult => {
  if (!r.ok) throw new Error(JSON.stringify(r.problem))
  return r.value
}
const about = (sheet = B4) => ({ checkId: 'c', number: 1, at: 0, sheet })

describe('a borderless check', () => {
  const same = [ticks(30, 30, 30, 30), ticks(30, 30, 30, 30), ticks(30, 30, 30, 30)]
  it('tick 30 at every edge: 2.95 mm of the page are lost, so ink goes 3.02 mm past the sheet', () => {
    const r = solved(solveCheck(FREE, same, 'output tray', DECLARED))
    // 257 / (257 - 5.9) = 1.02350; 2.95 * 1.02350 = 3.019
    expect(r.edges.left).toBe(3019)
    expect(r.edges.right).toBe(3019)
    expect(r.edges.lead).toBe(2999) // 364 / (364 - 5.9) = 1.01648
    expect(r.sheets).toBe(3)
  })
  it('sheets that all read alike have no drift but the reading’s own half step', () => {
    const { accuracy } = solved(solveCheck(FREE, same, 'output tray', DECLARED))
    expect(accuracy.driftAcross).toBe(0)
    expect(accuracy.reading).toBe(50)
    expect(accuracy.lengthAcross).toBeGreaterThan(0)
  })
  it('a sheet that lies 0.2 mm to the right loses 0.2 less at the left and more at the right', () => {
    const moved = [ticks(28, 32, 30, 30), ticks(30, 30, 30, 30), ticks(32, 28, 30, 30)]
    const r = solved(solveCheck(FREE, moved, 'output tray', DECLARED))
    // 0.2 mm of the page are 0.205 mm on paper
    expect(r.perSheet.map((p) => Math.round(p.across / 5) * 5)).toEqual([205, 0, -205])
    // spread 0.2047 mm (grown), factor 6.823 for three
    expect(Math.abs(r.accuracy.driftAcross - 6.823 * 204.7)).toBeLessThan(3)
    expect(r.accuracy.driftAlong).toBe(0)
  })
  it('maps a page by what it found: page edges land on the overspray', () => {
    const r = solved(solveCheck(FREE, [ticks(20, 30, 10, 40)], 'output tray', DECLARED))
    const f = figuresFrom(about(), 'borderless', r, null)
    const out = grow(mapOf(f, B4, true), rect(1950, 950, 257_000 - 1950 - 2950, 364_000 - 950 - 3950))
    for (const [is, should] of [
      [out.x, 0],
      [out.y, 0],
      [out.w, 257_000],
      [out.h, 364_000],
    ] as const)
      expect(Math.abs(is - should)).toBeLessThanOrEqual(2)
  })
  it('white at an edge is read with a minus, and means that ink ends before it', () => {
    const r = solved(solveCheck(FREE, [ticks(-4, 30, 30, 30)], 'output tray', DECLARED))
    expect(r.edges.left).toBeLessThan(-400)
  })
})

describe('a check with margins', () => {
  const read = (r: Partial<SheetReading['lengths']>, t: SheetReading = ticks(35, 35, 51, 126)): SheetReading => ({
    ...t,
    lengths: { ...UNREAD.lengths, ...r },
  })
  /** a feed that prints true */
  const TRUE = {
    'left to A': um(15_400),
    'left to C': um(15_400),
    'lead to A': um(17_000),
    'A to B': um(226_200),
    'A to C': um(322_500),
  }
  it('a feed that prints true has the margins of its ticks, and nothing else', () => {
    const r = solved(solveCheck(MARGINS, [read(TRUE), read(TRUE), read(TRUE)], 'output tray', DECLARED))
    expect(r.edges).toEqual(edges(3450, 3450, 5050, 12_550))
    expect([r.offsetAcross, r.offsetAlong, r.stretchAcross, r.stretchAlong]).toEqual([0, 0, 1, 1])
    expect(r.skew).toBeCloseTo(0, 9)
  })
  it('crosses 0.3 mm further from the left: the page lands 0.3 mm to the right, margins are moved with it', () => {
    const right = { ...TRUE, 'left to A': um(15_700), 'left to C': um(15_700) }
    const r = solved(solveCheck(MARGINS, [read(right)], 'output tray', DECLARED))
    expect(r.offsetAcross).toBe(300)
    expect(r.edges.left).toBe(3750)
    expect(r.edges.right).toBe(3150)
  })
  it('a stretch of 2 per mille shows between A and C, from the lead edge on', () => {
    const long = { ...TRUE, 'lead to A': um(17_034), 'A to C': um(323_145) }
    const r = solved(solveCheck(MARGINS, [read(long)], 'output tray', DECLARED))
    expect(r.stretchAlong).toBeCloseTo(1.002, 6)
    expect(Math.abs(r.offsetAlong)).toBeLessThanOrEqual(1)
    const f = figuresFrom(about(), 'margins', r, null)
    const roll = fedSheet(fromMm(257), fromMm(900), 'short')
    // 800 mm asked on a long sheet come out 801.6
    expect(Math.abs(grow(mapOf(f, roll, false), rect(10_000, 20_000, 100_000, 800_000)).h - 801_600)).toBeLessThan(2)
  })
  it('C further from the left than A is a turn: 0.3 mm over 322.5', () => {
    const turned = { ...TRUE, 'left to C': um(15_700) }
    const r = solved(solveCheck(MARGINS, [read(turned), read(turned), read(turned)], 'output tray', DECLARED))
    expect(r.skew).toBeCloseTo(-0.93, 2)
    expect(r.accuracy.skew).toBeCloseTo(0.93, 2)
  })
  it('ticks alone do not tell where the page lies: what has to be measured is said, nothing is made up', () => {
    const alone = solveCheck(MARGINS, [ticks(34, 36, 51, 126), ticks(36, 34, 51, 126)], 'steel rule', DECLARED)
    expect(alone).toEqual({ ok: false, problem: { code: 'unmeasured', lengths: ['left to A'] } })
    const across = { ...ticks(34, 36, 51, 126), lengths: { ...UNREAD.lengths, 'left to A': um(15_400) } }
    expect(solveCheck(MARGINS, [across], 'steel rule', DECLARED)).toEqual({
      ok: false,
      problem: { code: 'unmeasured', lengths: ['lead to A'] },
    })
  })
  it('a sheet without its distances says nothing of the place: neither its ticks nor its drift count', () => {
    const sheets = [read(TRUE), read(TRUE), read(TRUE)]
    const whole = solved(solveCheck(MARGINS, sheets, 'output tray', DECLARED))
    const [t = sheets[0]] = sheets
    if (!t) throw new Error('no sheet')
    const wild = { ...ticks(50, 20, 70, 110), lengths: { ...UNREAD.lengths } }
    const more = solved(solveCheck(MARGINS, [...sheets, wild], 'output tray', DECLARED))
    expect(more.edges).toEqual(whole.edges)
    expect(more.accuracy.driftAcross).toBe(whole.accuracy.driftAcross)
    expect(more.perSheet).toHaveLength(3)
  })
  it('without a length between crosses the stretch is not known, and its doubt is', () => {
    const one = { 'left to A': um(15_400), 'left to C': um(15_400), 'lead to A': um(17_000) }
    const sheet = { ...ticks(34, 34, 50, 125), lengths: { ...UNREAD.lengths, ...one } }
    const r = solved(solveCheck(MARGINS, [sheet, sheet, sheet], 'steel rule', DECLARED))
    expect(r.stretchAlong).toBe(null)
    expect(r.accuracy.lengthAlong).toBe(2)
  })
  it('a margin that lies before the first tick is off the ruler, and said', () => {
    const deep = rulerLayout(B4, 'margins', edges(3400, 3400, 5000, 12_500))
    const first = deep.stairs.find((s) => s.edge === 'trail')?.first ?? 0
    expect(first).toBeGreaterThan(1)
    const fault = solveCheck(
      deep,
      [{ ...read(TRUE), ticks: { ...read(TRUE).ticks, trail: first } }],
      'steel rule',
      DECLARED,
    )
    expect(fault).toMatchObject({ ok: false, problem: { code: 'off_ruler', sheet: 1, edge: 'trail' } })
    if (!fault.ok) expect(sayReadingFault(fault.problem, 'mm')).toMatch(/very first tick shows.*Enter a smaller margin/)
  })
  it('fewer than three sheets give means and keep the declared drift', () => {
    const r = solved(solveCheck(MARGINS, [read(TRUE), read(TRUE)], 'output tray', DECLARED))
    expect(r.driftKnown).toBe(false)
    expect([r.accuracy.driftAcross, r.accuracy.driftAlong]).toEqual([700, 800])
  })
})

describe('sheets that stand apart', () => {
  it('is named with how far, and not dropped', () => {
    const five = [30, 30, 31, 30, 30].map((t) => ticks(t, 61 - t, 30, 30))
    const bad = [...five.slice(0, 4), ticks(45, 16, 30, 30)]
    expect(solved(solveCheck(FREE, five, 'output tray', DECLARED)).outliers).toEqual([])
    const r = solved(solveCheck(FREE, bad, 'output tray', DECLARED))
    expect(r.outliers.map((o) => [o.sheet, o.what])).toEqual([[5, 'place across']])
    expect(Math.abs((r.outliers[0]?.by ?? 0) + 1500)).toBeLessThan(120)
    expect(r.sheets).toBe(5)
  })
  it.each([
    // per sheet, tenths of a millimetre to the right; the deviation of five alike is 0, so the floor of 0.3 mm stands
    ['0.2 mm from sheets that agree', [0, 0, 0, 0, 2], 0],
    ['0.4 mm from sheets that agree', [0, 0, 0, 0, 4], 1],
    // deviation 0.1 * 1.4826 mm: the limit is 4.5 times that, 0.67 mm
    ['0.6 mm from sheets that scatter', [-1, 0, 1, -1, 6], 0],
    ['0.8 mm from sheets that scatter', [-1, 0, 1, -1, 8], 1],
  ] as const)('%s', (_name, moved, outliers) => {
    const r = solved(
      solveCheck(
        FREE,
        moved.map((m) => ticks(30 - m, 30 + m, 30, 30)),
        'output tray',
        DECLARED,
      ),
    )
    expect(r.outliers.map((o) => o.what)).toEqual(Array(outliers).fill('place across'))
  })
  const crossed = (patch: Partial<SheetReading['lengths']>): SheetReading => ({
    ...ticks(35, 35, 51, 126),
    lengths: {
      ...{ 'left to A': um(15_400), 'left to C': um(15_400), 'lead to A': um(17_000) },
      ...{ 'A to B': um(226_200), 'A to C': um(322_500), ...patch },
    },
  })
  it.each<[string, Partial<SheetReading['lengths']>, string, number]>([
    // 1 mm of 226.2 and of 322.5, said of one metre
    ['length across', { 'A to B': um(227_200) }, 'length across', 4421],
    ['length along', { 'A to C': um(323_500) }, 'length along', 3101],
    ['turn', { 'left to C': um(16_400) }, 'turn', -3101],
  ])('in its %s, against the sheet in the middle', (_name, patch, what, by) => {
    const sheets = [crossed({}), crossed({}), crossed({}), crossed(patch)]
    const r = solved(solveCheck(MARGINS, sheets, 'output tray', DECLARED))
    const own = r.outliers.filter((o) => o.what === what)
    expect(own.map((o) => o.sheet)).toEqual([4])
    expect(Math.abs(Math.abs(own[0]?.by ?? 0) - Math.abs(by))).toBeLessThan(40)
  })
  it('stands apart from the middle sheet, of an even number from between the two in the middle', () => {
    const by = (...tenths: readonly number[]): number => {
      const apart = tenths.map((m) => ticks(30 - m, 30 + m, 30, 30))
      const { outliers } = solved(solveCheck(FREE, apart, 'output tray', DECLARED))
      expect(outliers.map((o) => [o.sheet, o.what])).toEqual([[tenths.length, 'place across']])
      return outliers[0]?.by ?? 0
    }
    // all of them grown alike: from 0.2 mm it is 2.8 mm, from 0.25 mm it is 2.75 mm, from 0.3 mm it is 2.7 mm
    const odd = by(0, 1, 2, 3, 30)
    expect(by(0, 1, 2, 3, 4, 30) / odd).toBeCloseTo(2.75 / 2.8, 3)
    expect(by(0, 1, 2, 3, 4, 5, 30) / odd).toBeCloseTo(2.7 / 2.8, 3)
  })
  it('left out by hand it no longer counts', () => {
    const bad = [...[30, 30, 31, 30].map((t) => ticks(t, 61 - t, 30, 30)), { ...ticks(45, 16, 30, 30), leftOut: true }]
    const r = solved(solveCheck(FREE, bad, 'output tray', DECLARED))
    expect(r.sheets).toBe(4)
    expect(r.outliers).toEqual([])
  })
})

describe('readings that cannot be', () => {
  it.each([
    ['nothing read', [UNREAD], { code: 'none' }],
    [
      'an edge missing',
      [{ ...UNREAD, ticks: { ...UNREAD.ticks, left: 30 } }],
      { code: 'missing', sheet: 1, edge: 'right' },
    ],
    ['a tick beyond the ruler', [ticks(30, 30, 30, 99)], { code: 'tick', sheet: 1, edge: 'trail', tick: 99 }],
    [
      'a length between other marks',
      [{ ...ticks(30, 30, 30, 30), lengths: { ...UNREAD.lengths, 'A to B': um(150_000) } }],
      { code: 'length', sheet: 1, name: 'A to B', is: 150_000 },
    ],
  ])('%s', (_name, readings, problem) => {
    const r = solveCheck(FREE, readings as SheetReading[], 'output tray', DECLARED)
    expect(r.ok).toBe(false)
    if (!r.ok) expect(r.problem).toMatchObject(problem)
  })
})

describe('figures on other sizes', () => {
  const free: CheckResult = solved(solveCheck(FREE, [ticks(30, 30, 30, 30)], 'output tray', DECLARED))
  it('with a known stretch, overspray and stretch are taken apart', () => {
    const f = figuresFrom(about(), 'borderless', free, { stretchAcross: 1, stretchAlong: 1.002 })
    // what the stretch makes of 364 mm no longer counts as overspray
    expect(free.edges.trail - f.edges.trail).toBeGreaterThan(700)
    expect(f.edges.lead).toBe(free.edges.lead)
    const out = grow(mapOf(f, B4, true), rect(0, 0, 257_000, 364_000))
    expect(Math.abs(out.h - (364_000 + free.edges.lead + free.edges.trail))).toBeLessThanOrEqual(2)
  })
  it('without it, another length is less sure by what a stretch could make of the difference', () => {
    const f: EdgeFigures = figuresFrom(about(), 'borderless', free, null)
    const longer = fedSheet(fromMm(257), fromMm(464), 'short')
    expect(accuracyOn(f, B4)).toEqual(f.accuracy)
    expect(accuracyOn(f, longer).driftAlong - f.accuracy.driftAlong).toBe(200)
    expect(accuracyOn({ ...f, stretchKnown: true }, longer)).toEqual(f.accuracy)
  })
})
