import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import type { NestAsk } from '@/core/nest/ask'
import { LEAST_GAP_FOR_LABELS } from '@/core/nest/ends'
import { Search } from '@/core/nest/solve'
import { edges, type Rect, rect } from '@/core/sheet/sheet'
import { seeded } from '../../../test/random-slips'
import { FACTS, FIGURES, facts, laid, PICTURE, VERSION } from '../../../test/slip-facts'
import type { PrintFacts } from './facts'
import { outcomeOf } from './outcome'
import { cutMiss, type OnStrip, stripFacts, stripMarks } from './strip'

const WIDTH = fromMm(610)
const MARGINS = edges(3000, 4000, 6000, 9000)
const ROLL = {
  ...VERSION,
  feed: { ...VERSION.feed, kind: 'roll' as const, maxWidth: WIDTH, maxLength: fromMm(15_000) },
  queueFeed: { ...VERSION.queueFeed, margins: [{ upToWidth: null, margins: MARGINS }], borderless: null },
  mediaSetting: { ...VERSION.mediaSetting, longest: null },
}
const STOCK = { id: 'st', price: { kind: 'roll', lengthUm: 30_000_000, price: minor(9000) }, left: 20_000_000 } as const

/** A print of a roll by itself, of a size, showing a part of its picture. */
const alone = (w: number, h: number, more: Parameters<typeof facts>[0] = {}): PrintFacts =>
  facts(
    {
      sheet: { kind: 'cut', width: WIDTH, length: 'auto' },
      placing: { mode: 'exact', by: { edge: 'both', width: um(w), height: um(h) } },
      ...more,
    },
    { version: ROLL, size: null, stock: STOCK },
  )

function onStrip(prints: readonly PrintFacts[], gap = 5000) {
  const own = prints.map((f) => ({ facts: f, piece: laid(f).piece }))
  const ask: NestAsk = {
    ...{ width: WIDTH, gap, margin: 4000, cut: 'straight' },
    items: own.map(({ piece }) => ({ w: piece.asked.w, h: piece.asked.h, mayTurn: true })),
  }
  const search = new Search(ask, 1)
  while (search.standing.steps < 3000 && search.pass(() => false));
  const { plan } = search.standing
  if (!plan) throw new Error('no plan')
  const placed = plan.laid.map((l): OnStrip => {
    const one = own[l.i]
    if (!one) throw new Error('a print that was asked')
    return { ...one, picture: PICTURE, laid: l }
  })
  const strip = { version: ROLL, width: WIDTH, margins: MARGINS, length: plan.length, gap, labels: true }
  return { own, plan, placed, facts: stripFacts(placed, strip) }
}

/** Rounding of a picture’s part to whole um. */
const HAIR = 2

describe('prints on one strip of roll', () => {
  const chance = seeded(5)
  const some = Array.from({ length: 14 }, (_, i) =>
    alone(60_000 + Math.round(chance() * 200_000), 60_000 + Math.round(chance() * 200_000), {
      ...(i % 3 === 0 ? { quarter: 1 as const } : {}),
      ...(i % 4 === 1 ? { crop: { x: 300, y: 200, w: 1500, h: 1100 } } : {}),
      ...(i % 4 === 2 ? { anchor: { x: 0, y: 1 } } : {}),
    }),
  )
  const { placed, plan, facts: strip } = onStrip(some)
  const outcome = laid(strip)

  it('each lies where the plan has it, behind what the printer leaves white', () => {
    expect(placed.some((p) => p.laid.turned)).toBe(true)
    for (const [i, { laid: at }] of placed.entries())
      expect(outcome.pieces[i]?.asked).toEqual(rect(at.x, at.y + MARGINS.lead, at.w, at.h))
    expect(outcome.sheet.sheet).toEqual({ width: WIDTH, length: 6000 + plan.length + 5000 + 9000 })
  })
  it('each shows what its print shows by itself, as large and as finely', () => {
    for (const [i, { piece, laid: at, facts: own }] of placed.entries()) {
      const there = outcome.pieces[i]
      const before = laid(own).piece
      if (!there) throw new Error('every piece is laid')
      for (const k of ['x', 'y', 'w', 'h'] as const)
        expect(Math.abs(there.placed.used[k] - piece.placed.used[k])).toBeLessThan(0.5)
      expect(there.placed.lossPercent).toBeLessThan(0.01)
      const [across, along] = at.turned ? [before.ppi.along, before.ppi.across] : [before.ppi.across, before.ppi.along]
      expect(there.ppi.across / across).toBeCloseTo(1, 3)
      expect(there.ppi.along / along).toBeCloseTo(1, 3)
      expect(there.quarter).toBe(at.turned ? [1, 0, 3, 2][before.quarter] : before.quarter)
      expect(there.cutOff).toEqual(edges(0, 0, 0, 0))
    }
  })
  it('is priced as one length of roll with the ink of all', () => {
    const inked = outcome.pieces.reduce((sum, p) => sum + (p?.inkedMm2 ?? 0), 0)
    const each = some.reduce((sum, f) => sum + (outcomeOf(f).pieces[0]?.inkedMm2 ?? 0), 0)
    expect(inked).toBeCloseTo(each, 3)
    const paper = (9000 * outcome.sheet.sheet.length) / 30_000_000
    expect(outcome.charge?.lines.find((l) => l.what === 'paper')?.amount).toBeGreaterThanOrEqual(Math.floor(paper))
    expect(outcome.charge?.lines.find((l) => l.what === 'paper')?.amount).toBeLessThanOrEqual(Math.ceil(paper))
  })
  it('one that fills the width has its place all the same', () => {
    const wide = onStrip([alone(602_000, 100_000, { quarter: 0 }), alone(602_000, 90_000, { quarter: 0 })])
    const there = outcomeOf(wide.facts).pieces
    for (const [i, { laid: at }] of wide.placed.entries()) expect(there[i]?.asked.y).toBe(at.y + MARGINS.lead)
  })
  it('what an edge check found of a stretch is taken back in what is sent', () => {
    const version = { ...ROLL, checked: { margins: { ...FIGURES, stretchAlong: 1.002 }, borderless: null } }
    const corrected = laid({ ...strip, version })
    for (const p of corrected.pieces) {
      if (!p) throw new Error('every piece is laid')
      expect(p.sent.h).toBeLessThan(p.asked.h)
      expect(Math.abs(p.onPaper.h - p.asked.h)).toBeLessThanOrEqual(HAIR)
    }
  })
})

describe('what stands between the prints', () => {
  const area = rect(3000, 6000, 600_000, 400_000)
  const pieces = [
    rect(4000, 7000, 120_000, 80_000),
    rect(129_000, 7000, 90_000, 60_000),
    rect(4000, 92_000, 90_000, 9000),
  ]
  const touches = (a: Rect, b: Rect): boolean =>
    a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h

  it('a label stands below its own print, no wider than that', () => {
    const lines = stripMarks(
      pieces,
      area,
      5000,
      ['12 Fern', '13 A very long title of a print by somebody', '14 C'],
      false,
    )
    expect(lines).toHaveLength(3)
    for (const [i, line] of lines.entries()) {
      const p = pieces[i]
      if (line.kind !== 'text' || !p) throw new Error('a line of text')
      expect(line.at.y).toBeGreaterThan(p.y + p.h + line.height)
      expect(line.at.y).toBeLessThanOrEqual(p.y + p.h + 5000)
      expect(line.at.x + line.text.length * 0.56 * line.height).toBeLessThanOrEqual(p.x + p.w)
    }
  })
  it('a gap that is too narrow has none, and neither has a print that ends where nothing is printed', () => {
    expect(stripMarks(pieces, area, LEAST_GAP_FOR_LABELS - 1, ['a', 'b', 'c'], false)).toEqual([])
    expect(stripMarks(pieces.slice(0, 1), rect(0, 0, 600_000, 88_000), 5000, ['a'], false)).toEqual([])
  })
  it('ticks lie along the lines of the cuts and touch no print', () => {
    const ticks = stripMarks(pieces, area, 5000, [], true)
    expect(ticks.length).toBeGreaterThan(8)
    for (const t of ticks) {
      if (t.kind !== 'mark') throw new Error('a mark')
      expect(pieces.some((p) => touches(t.rect, p))).toBe(false)
      const [cx, cy] = [t.rect.x + t.rect.w / 2, t.rect.y + t.rect.h / 2]
      const on = pieces.some(
        (p) => [p.x, p.x + p.w].some((x) => Math.abs(x - cx) < 1) || [p.y, p.y + p.h].some((y) => Math.abs(y - cy) < 1),
      )
      expect(on).toBe(true)
      expect(t.rect.x).toBeGreaterThanOrEqual(area.x)
    }
  })
})

describe('how far a cut may miss', () => {
  it('the worst of all prints, across and along', () => {
    const at = (left: number, right: number, lead: number, trail: number) =>
      ({ tolerance: { width: um(0), height: um(0), ...edges(left, right, lead, trail) } }) as never
    expect(cutMiss({ pieces: [at(300, 800, 900, 100), null, at(200, 400, 100, 1500)] })).toEqual({
      across: 800,
      along: 1500,
    })
    expect(cutMiss(outcomeOf(FACTS)).along).toBeGreaterThan(800)
  })
})
