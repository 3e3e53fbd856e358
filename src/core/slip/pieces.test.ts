import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runChecks } from '@/core/checks/all'
import { fromMm, um } from '@/core/length/length'
import { pictureMatrix } from '@/core/page/matrix'
import { contains, type Rect, rect, sheetRect } from '@/core/sheet/sheet'
import { sayFinding } from '@/core/words/checks'
import { between } from '../../../test/between'
import { FACTS, PICTURE, PRINT, VERSION } from '../../../test/slip-facts'
import type { PieceBody } from './body'
import type { PictureFacts, PrintFacts } from './facts'
import { seenAreas } from './inked'
import { outcomeOf } from './outcome'

const SMALL: PictureFacts = { ...PICTURE, id: 'small', name: 'label.png', width: 400, height: 300 }

const piece = (id: string, patch: Partial<PieceBody> = {}): PieceBody => ({
  ...{ id, pictureId: 'p', crop: null, quarter: 0, placing: { mode: 'whole' }, anchor: { x: 0.5, y: 0.5 } },
  ...patch,
})
const sized = (id: string, mm: number, x: number, y: number, more: Partial<PieceBody> = {}): PieceBody =>
  piece(id, { placing: { mode: 'exact', by: { edge: 'width', um: fromMm(mm) } }, anchor: { x, y }, ...more })

const withPieces = (pieces: readonly PieceBody[], rest: Partial<PrintFacts> = {}): PrintFacts => ({
  ...FACTS,
  ...rest,
  print: { ...PRINT, ...rest.print, pieces },
  pictures: pieces.map((p) => (p.pictureId === 'small' ? SMALL : p.pictureId === 'p' ? PICTURE : null)),
})

describe('several pieces on one sheet', () => {
  it('each has its figures, and the page its pictures in their order', () => {
    const out = outcomeOf(withPieces([piece('a'), sized('b', 40, 0, 0, { pictureId: 'small' })]))
    expect(out.pieces.map((p) => [p?.pieceId, p?.onPaper.w])).toEqual([
      ['a', 250_200],
      ['b', 40_000],
    ])
    expect(out.pieces[1]?.onPaper).toMatchObject({ x: 3400, y: 5000, h: 30_000 })
    expect(out.page?.items.map((i) => (i.kind === 'picture' ? i.pictureId : i.kind))).toEqual(['p', 'small'])
  })
  it('ink is charged for what is seen: a piece on another adds nothing', () => {
    const alone = outcomeOf(withPieces([piece('a')]))
    const both = outcomeOf(withPieces([piece('a'), sized('b', 40, 0.5, 0.5, { pictureId: 'small' })]))
    expect(both.charge?.inkMl).toBeCloseTo(alone.charge?.inkMl ?? 0, 9)
    expect(both.pieces[1]?.inkedMm2).toBeCloseTo(1200, 6)
    expect(both.pieces[0]?.inkedMm2).toBeCloseTo((alone.pieces[0]?.inkedMm2 ?? 0) - 1200, 6)
    const apart = outcomeOf(withPieces([sized('a', 40, 0, 0), sized('b', 40, 1, 1)]))
    expect(apart.charge?.inkMl).toBeCloseTo((2 * 40 * 53.333 * 10) / 1e6, 6)
  })
  it('a length from a roll is as long as the longest needs', () => {
    const version = { ...VERSION, feed: { ...VERSION.feed, kind: 'roll' as const, maxLength: fromMm(9000) } }
    const print = { ...PRINT, sheet: { kind: 'cut', width: fromMm(257), length: 'auto' } as const }
    const pieces = [sized('a', 90, 0, 0), sized('b', 150, 1, 0)]
    const out = outcomeOf(withPieces(pieces, { version, print, size: null }))
    expect(out.sheet?.sheet.length).toBe(200_000 + 17_500)
  })
  it('nothing is sent while one has no picture, and one that leaves no ink is a stop', () => {
    const waiting = outcomeOf(withPieces([piece('a'), piece('b', { pictureId: null })]))
    expect([waiting.page, waiting.charge, waiting.noInk, waiting.pieces[0] !== null]).toEqual([null, null, false, true])
    expect(outcomeOf(withPieces([piece('a'), sized('b', 0, 0, 0)])).noInk).toBe(true)
  })
  it('checks name the piece they speak of, and what is fine with all is said once', () => {
    const facts = withPieces([sized('a', 40, 0, 0), sized('b', 200, 1, 1, { pictureId: 'small' })])
    const findings = runChecks(facts, outcomeOf(facts)).filter((f) => f.check === 'resolution' || f.check === 'area')
    expect(findings.map((f) => [f.check, f.level, f.piece])).toEqual([
      ['resolution', 'stop', 2],
      ['area', 'fine', null],
    ])
    expect(findings[0] && sayFinding(findings[0], 'mm')).toMatch(/^Piece 2: Only 51 ppi/)
  })
})

const anyRect = fc
  .record({
    x: fc.integer({ min: 0, max: 20 }),
    y: fc.integer({ min: 0, max: 20 }),
    w: fc.integer({ min: 0, max: 12 }),
    h: fc.integer({ min: 0, max: 12 }),
  })
  .map((r): Rect => rect(um(r.x * 1000), um(r.y * 1000), um(r.w * 1000), um(r.h * 1000)))

describe('what is seen of rectangles that lie on each other', () => {
  it('is what a count of squares says', () => {
    fc.assert(
      fc.property(fc.array(anyRect, { maxLength: 8 }), (rects) => {
        const top = new Map<string, number>()
        rects.forEach((r, i) => {
          for (let x: number = r.x; x < r.x + r.w; x += 1000)
            for (let y: number = r.y; y < r.y + r.h; y += 1000) top.set(`${x} ${y}`, i)
        })
        const counted = rects.map((_, i) => [...top.values()].filter((t) => t === i).length)
        expect(seenAreas(rects).map((a) => Math.round(a * 1e6) / 1e6)).toEqual(counted)
      }),
      { numRuns: 300 },
    )
  })
})

describe('whatever pieces are asked', () => {
  const anyPiece = fc.record({
    pictureId: fc.constantFrom('p', 'small'),
    quarter: fc.constantFrom('auto' as const, 0 as const, 1 as const, 2 as const, 3 as const),
    placing: fc.oneof(
      fc.constant({ mode: 'whole' as const }),
      fc.constant({ mode: 'fill' as const }),
      fc.integer({ min: 5, max: 300 }).map((mm) => ({
        mode: 'exact' as const,
        by: { edge: 'long' as const, um: fromMm(mm) },
      })),
    ),
    anchor: fc.record({ x: between(0, 1), y: between(0, 1) }),
  })
  const anyPrint = fc.record({
    edge: fc.constantFrom('margins' as const, 'borderless' as const),
    enlargement: fc.constantFrom('corrected' as const, 'left' as const),
    pieces: fc.array(anyPiece, { minLength: 1, maxLength: 6 }),
  })
  it('a piece comes out as it would alone, and the page shows each where its figures say', () => {
    fc.assert(
      fc.property(anyPrint, ({ edge, enlargement, pieces }) => {
        const bodies = pieces.map((p, i) => piece(String(i), p))
        const facts = withPieces(bodies, { print: { ...PRINT, edge, enlargement } })
        const out = outcomeOf(facts)
        expect(out.pieces).toHaveLength(bodies.length)
        bodies.forEach((body, i) => {
          const alone = outcomeOf(withPieces([body], { print: { ...PRINT, edge, enlargement } }))
          const { inkedMm2: all, ...figures } = alone.pieces[0] ?? { inkedMm2: 0 }
          const { inkedMm2, ...same } = out.pieces[i] ?? { inkedMm2: 0 }
          expect(same).toEqual(figures)
          expect(inkedMm2).toBeLessThanOrEqual(all + 1e-6)
          const part = out.page?.items[i]
          if (part?.kind !== 'picture' || !out.page) throw new Error('no picture')
          expect(contains(sheetRect(out.page.sheet), part.window, 1)).toBe(true)
          const size = part.pictureId === 'p' ? PICTURE : SMALL
          expect(pictureMatrix(part, size).every(Number.isFinite)).toBe(true)
        })
        const inked = out.pieces.reduce((sum, p) => sum + (p?.inkedMm2 ?? 0), 0)
        expect(out.charge?.inkMl).toBeCloseTo((inked / 1e6) * 10, 9)
      }),
      { numRuns: 200 },
    )
  })
})
