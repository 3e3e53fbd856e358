import type { PlanView } from '@/contract/views/plan'
import { fromMm, type LengthUnit } from '@/core/length/length'
import { tradePair, writeLength } from '@/core/length/write'
import { alongCut, type Cut } from '@/core/nest/cuts'
import type { Page, PageItem } from '@/core/page/page'
import { rect, sheetRect } from '@/core/sheet/sheet'
import { countOf } from '@/core/words/count'
import { sayCut } from '@/core/words/cuts'
import { codeItems, type Modules } from './code'
import { Column, type Measure } from './column'

/** ISO 216 A4, upright. */
const SHEET = { width: fromMm(210), length: fromMm(297) }
const MARGIN = 12_000
const RIGHT = SHEET.width - MARGIN
const FOOT = SHEET.length - MARGIN
const CODE = 24_000
/** The drawing is no taller than this, um; lines of the list at their full size and their smallest, share of it. */
const DRAWING = 88_000
const LINE = 3200
const LEAST = 0.5
const BETWEEN = 6000
/** How the drawing lies, for who holds the strip. */
const HOW_IT_LIES =
  'In the drawing the lead edge, which left the printer first, is at the left, and the roll’s left edge is at the top.'

/** What of a plan its cut sheet shows. */
type Shown = Pick<PlanView, 'number' | 'name' | 'paperName' | 'sheet' | 'pieces' | 'promise'>

/**
 * The cuts of a plan as an A4 page to take to the cutter: the strip lying on its side with its prints and numbered cuts,
 * then every cut in words with a box to tick. A list that does not fit is set in two columns, then smaller.
 */
export function cutPage(plan: Shown, cuts: readonly Cut[], code: Modules, unit: LengthUnit, measure: Measure): Page {
  const head = new Column(MARGIN - 1500, measure, MARGIN, RIGHT - CODE - 4000)
  head.text(`Plan ${plan.number}: ${countOf(cuts.length, 'cut')}`, 6000)
  head.space(900)
  head.text(`${plan.name}, ${plan.paperName}`, 2800)
  head.text(`${countOf(plan.pieces.length, 'print')} on ${tradePair(plan.sheet.width, plan.sheet.length, unit)}`, 2800)
  if (plan.promise) {
    const { across, along } = plan.promise.miss
    head.text(
      `The sheet may lie ± ${writeLength(across, unit)} across and ± ${writeLength(along, unit)} along from true: cut by the ticks where they differ from the measures.`,
      2800,
    )
  }
  const top = Math.max(head.y, MARGIN + CODE) + 4000
  const drawing = drawingItems(plan, cuts, top)
  const list = listOf(plan, cuts, unit, measure, drawing.y + 5000)
  return {
    ...{ sheet: SHEET, trim: sheetRect(SHEET) },
    items: [...head.items, ...codeItems(code, { x: RIGHT - CODE, y: MARGIN }, CODE), ...drawing.items, ...list],
  }
}

const line = (x: number, y: number, w: number, h: number, black?: number): PageItem => ({
  ...{ kind: 'mark', rect: rect(x, y, Math.max(w, 80), Math.max(h, 80)) },
  ...(black === undefined ? {} : { black }),
})

/** The strip lying on its side: its lead edge at the left. */
function drawingItems({ sheet, pieces }: Shown, cuts: readonly Cut[], top: number) {
  const scale = Math.min((RIGHT - MARGIN) / sheet.length, DRAWING / sheet.width)
  const x = (along: number): number => MARGIN + along * scale
  const y = (across: number): number => top + across * scale
  const box = (r: { x: number; y: number; w: number; h: number }, black: number): readonly PageItem[] => [
    line(x(r.y), y(r.x), r.h * scale, 0, black),
    line(x(r.y), y(r.x + r.w), r.h * scale, 0, black),
    line(x(r.y), y(r.x), 0, r.w * scale, black),
    line(x(r.y + r.h), y(r.x), 0, r.w * scale, black),
  ]
  const items: PageItem[] = [...box({ x: 0, y: 0, w: sheet.width, h: sheet.length }, 0.5)]
  for (const { laid, number } of pieces) {
    items.push(...box(laid, 0.8))
    const height = Math.min(3600, laid.h * scale * 0.4, laid.w * scale * 0.6)
    const at = {
      x: x(laid.y + laid.h / 2) - height * 0.3 * String(number).length,
      y: y(laid.x + laid.w / 2) + height * 0.36,
    }
    items.push({ kind: 'text', text: String(number), at, height })
  }
  for (const { number, piece, runs, at } of cuts) {
    const across = runs === 'across'
    items.push(
      across
        ? line(x(piece.y + at) - 90, y(piece.x), 180, piece.w * scale)
        : line(x(piece.y), y(piece.x + at) - 90, piece.h * scale, 180),
    )
    // a part of the way along, on a ground of paper, where it seldom meets the number of another
    const height = 2300
    const wide = height * 0.62 * String(number).length
    const where = across
      ? { x: x(piece.y + at), y: y(piece.x + piece.w * alongCut(number)) }
      : { x: x(piece.y + piece.h * alongCut(number)), y: y(piece.x + at) }
    items.push(line(where.x - wide / 2 - 200, where.y - height / 2 - 100, wide + 400, height + 200, 0))
    items.push({
      kind: 'text',
      text: String(number),
      at: { x: where.x - wide / 2, y: where.y + height * 0.36 },
      height,
    })
  }
  items.push({ kind: 'text', text: HOW_IT_LIES, at: { x: MARGIN, y: top + sheet.width * scale + 4600 }, height: 2600 })
  return { items, y: top + sheet.width * scale + 5000 }
}

/** Every cut in words, in as many columns and as small as they need; what does not fit is counted. */
function listOf({ pieces }: Shown, cuts: readonly Cut[], unit: LengthUnit, measure: Measure, top: number) {
  const nameOf = (i: number): string => `${pieces[i]?.number ?? ''} ${pieces[i]?.title ?? ''}`.trim()
  const says = cuts.map((c) => ({ number: c.number, says: sayCut(c, unit, nameOf) }))
  for (const [columns, from] of [
    [1, 0.85],
    [2, LEAST],
  ] as const)
    for (let scale = 1; scale >= from - 1e-9; scale -= 0.05) {
      const set = setIn(says, columns, LINE * scale, measure, top)
      if (set.left === 0) return set.items
    }
  const set = setIn(says, 2, LINE * LEAST, measure, top)
  const last = { kind: 'text', text: `and ${set.left} more, on the screen of this plan`, height: LINE * LEAST } as const
  return [...set.items, { ...last, at: { x: MARGIN, y: FOOT + 3000 } }]
}

function setIn(
  says: readonly { readonly number: number; readonly says: string }[],
  columns: number,
  height: number,
  measure: Measure,
  top: number,
): { readonly items: readonly PageItem[]; readonly left: number } {
  const width = (RIGHT - MARGIN - BETWEEN * (columns - 1)) / columns
  const items: PageItem[] = []
  let at = 0
  for (let c = 0; c < columns && at < says.length; c++) {
    const left = MARGIN + c * (width + BETWEEN)
    const column = new Column(top, measure, left, left + width)
    for (; at < says.length; at++) {
      const one = says[at]
      if (!one) break
      const mark = column.items.length
      const before = column.y
      const side = height * 0.9
      column.text(`${one.number}`, height, left + side * 1.6)
      column.y = before
      column.text(one.says, height, left + side * 1.6 + height * 2.2)
      column.space(height * 0.35)
      if (column.y > FOOT) {
        column.items.length = mark
        break
      }
      const y = before + height * 0.45
      column.items.push(line(left, y, side, 0), line(left, y + side, side, 0), line(left, y, 0, side))
      column.items.push(line(left + side, y, 0, side + 80))
    }
    items.push(...column.items)
  }
  return { items, left: says.length - at }
}
