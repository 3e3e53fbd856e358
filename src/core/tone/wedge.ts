import type { Mark, Page, TextLine } from '@/core/page/page'
import { bad, ok, type Result } from '@/core/result/result'
import { type Edges, type FedSheet, printableArea, type Rect, rect, sheetRect } from '@/core/sheet/sheet'
import { aidItems, aidsHeight } from './aids'
import { CODE_CELLS, type WedgeCode, type WedgeSteps, windowsOf } from './wedge-code'

/**
 * A grey step wedge: rows of patches between full-black bars in a frame of full black, with white around it. The frame
 * gives position, turn and size; the code in the first bar gives the order of the patches and tells which wedge it is.
 *
 *      +----------------------------------+
 *      |  #.##..#.#  code  .##.#..#.##.#  |  first bar
 *      |  0 % | 5 % | 10 % | ...          |  patches, from the left, row by row
 *      |----------------------------------|  bar
 *      |  ...              | 100 % |######|  what is left of the last row is full black
 *      +----------------------------------+
 */

// um
const PATCH = { w: 10_500, h: 14_500 }
const FRAME = 3000
const FIRST_BAR = 7000
const WINDOW = 3200
const BAR = 2500
/** white between the frame and whatever lies beside it */
const QUIET = 5000
const LINE = 2900
const LINE_PITCH = 4300

/** What is in a block of patches, in um of its own frame: x from its left, y from the edge of its first bar. */
export type WedgeBlock = {
  readonly width: number
  readonly height: number
  readonly columns: number
  readonly rows: number
  /** of every step, 0 % first */
  readonly patches: readonly Rect[]
  /** what is left of the last row */
  readonly rest: Rect | null
  /** of every cell of the code */
  readonly windows: readonly Rect[]
}

/**
 * The block of a wedge of so many steps in so many columns.
 * @example blockOf(21, 11).rows // 2
 */
export function blockOf(steps: WedgeSteps, columns: number): WedgeBlock {
  const rows = Math.ceil(steps / columns)
  const width = 2 * FRAME + columns * PATCH.w
  const at = (row: number): number => FIRST_BAR + row * (PATCH.h + BAR)
  const patches = Array.from({ length: steps }, (_, i) =>
    rect(FRAME + (i % columns) * PATCH.w, at(Math.floor(i / columns)), PATCH.w, PATCH.h),
  )
  const over = rows * columns - steps
  const cell = (width - 2 * FRAME) / CODE_CELLS
  return {
    ...{ width, columns, rows, patches, height: at(rows) - BAR + FRAME },
    rest: over === 0 ? null : rect(width - FRAME - over * PATCH.w, at(rows - 1), over * PATCH.w, PATCH.h),
    windows: Array.from({ length: CODE_CELLS }, (_, i) =>
      rect(FRAME + i * cell, (FIRST_BAR - WINDOW) / 2, cell, WINDOW),
    ),
  }
}

/** Device grey of a step: 0 no ink, 1 full black. @example stepOf(5, 21) // 0.25 */
export const stepOf = (index: number, steps: number): number => index / (steps - 1)

/** A wedge on its sheet. */
export type WedgeLayout = WedgeCode & {
  readonly sheet: FedSheet
  /** where its block begins, um in the feed frame */
  readonly x: number
  readonly y: number
  /** where its header and what an eye judges by begin */
  readonly headerY: number
  readonly aidsY: number
  /** one of several wedges that the sheet goes through the printer for, from 1 */
  readonly place: number
  readonly of: number
}

export type NoWedge = {
  readonly code: 'wedge_too_large'
  readonly steps: WedgeSteps
  /** what it needs and what the sheet has, um; several places share the length */
  readonly needs: { readonly width: number; readonly length: number }
  readonly has: { readonly width: number; readonly length: number }
  readonly of: number
}

/** The columns that lie most evenly in a width; null: not even the fewest do. */
function columnsIn(width: number, length: number, steps: WedgeSteps, header: number): number | null {
  const most = Math.min(31, Math.floor((width - 2 * QUIET - 2 * FRAME) / PATCH.w))
  if (most < FEWEST_COLUMNS) return null
  const columns = Math.ceil(steps / Math.ceil(steps / most))
  return needed(steps, columns, header).length <= length ? columns : null
}
/** The code's windows need this width: 6 patches make them 2 mm. */
const FEWEST_COLUMNS = 6

const needed = (steps: WedgeSteps, columns: number, header: number) => {
  const block = blockOf(steps, columns)
  return { width: block.width + 2 * QUIET, length: header + block.height + 2 * QUIET }
}

/**
 * Where a wedge lies on a sheet: in the middle of its printable area, or of its share of it where several are printed one
 * after the other on the same sheet.
 * @param margins of the feed, for this sheet
 * @param lines of text above the block
 * @example wedgeLayout({ width: 210000, length: 297000 }, sameEdges(5000), { code: 7, steps: 21, lines: 3, place: 1, of: 1 }).value.columns // 11
 */
export function wedgeLayout(
  sheet: FedSheet,
  margins: Edges,
  asked: {
    readonly code: number
    readonly steps: WedgeSteps
    readonly lines: number
    readonly place: number
    readonly of: number
  },
): Result<WedgeLayout, NoWedge> {
  const { code, steps, lines, place, of } = asked
  const area = printableArea(sheet, margins)
  const length = area.h / of
  const header = lines * LINE_PITCH + 1500
  const columns = columnsIn(area.w, length, steps, header)
  if (columns === null) {
    const most = Math.max(FEWEST_COLUMNS, Math.floor((area.w - 2 * QUIET - 2 * FRAME) / PATCH.w))
    const needs = needed(steps, Math.ceil(steps / Math.ceil(steps / most)), header)
    return bad({ code: 'wedge_too_large', steps, needs, has: { width: area.w, length }, of })
  }
  const block = blockOf(steps, columns)
  const top = area.y + (place - 1) * length
  const aids = aidsHeight(length - header - block.height - 3 * QUIET)
  const spare = length - header - block.height - 2 * QUIET - (aids > 0 ? aids + QUIET : 0)
  const headerY = top + Math.max(0, Math.min(spare / 2, 15_000))
  const y = headerY + header + QUIET
  return ok({
    ...{ code, steps, columns, sheet, place, of, headerY },
    x: area.x + (area.w - block.width) / 2,
    y,
    aidsY: aids > 0 ? y + block.height + QUIET + 2000 : 0,
  })
}

const moved = (r: Rect, x: number, y: number): Rect => rect(r.x + x, r.y + y, r.w, r.h)

/**
 * Where the patches lie on the sheet as it feeds, um: what an instrument is led to.
 * @example patchesOn({ ...blockOf(21, 11), code: 7, steps: 21, sheet: LAYOUT.sheet, x: 1000, y: 2000, headerY: 0, aidsY: 0, place: 1, of: 1 })[0] // { x: 4000, y: 9000, w: 10500, h: 14500 }
 */
export const patchesOn = (layout: WedgeLayout): readonly Rect[] =>
  blockOf(layout.steps, layout.columns).patches.map((p) => moved(p, layout.x, layout.y))

/**
 * The page of a wedge: header, block, and below it what lets an eye judge in a second.
 * @param header its lines; the code stands in them
 * @param curve what becomes of device grey before it is printed; left away: nothing
 * @example wedgePage({ ...blockOf(21, 11), code: 7, steps: 21, sheet: LAYOUT.sheet, x: 1000, y: 2000, headerY: 0, aidsY: 0, place: 1, of: 1 }, ['Wedge 007']).items[0].text // 'Wedge 007'
 */
export function wedgePage(layout: WedgeLayout, header: readonly string[], curve = (d: number): number => d): Page {
  const { steps, columns, x, y, sheet } = layout
  const block = blockOf(steps, columns)
  const mark = (r: Rect, black: number): Mark => ({ kind: 'mark', rect: moved(r, x, y), black })
  const text = header.map(
    (line, i): TextLine => ({
      kind: 'text',
      text: line,
      at: { x, y: layout.headerY + LINE + i * LINE_PITCH },
      height: Math.min(LINE, block.width / (Math.max(1, line.length) * 0.56)),
    }),
  )
  const white = windowsOf(layout)
  const { rest } = block
  return {
    sheet,
    trim: sheetRect(sheet),
    items: [
      ...text,
      // each patch reaches on to the row's end and under its bars, where others lie on it: no hairline is left between
      ...block.patches.map((r, i) =>
        mark(rect(r.x, r.y - UNDER, block.width - FRAME - r.x, r.h + 2 * UNDER), curve(stepOf(i, steps))),
      ),
      ...(rest ? [mark(rest, 1)] : []),
      ...bars(block).map((r) => mark(r, 1)),
      ...block.windows.flatMap((_, i) => (white[i] && !white[i - 1] ? [mark(runFrom(i, block, white), 0)] : [])),
      ...(layout.aidsY > 0 ? aidItems(rect(x, layout.aidsY, block.width, sheet.length - layout.aidsY), curve) : []),
    ],
  }
}

const UNDER = 600

/** Windows that are white side by side are one. */
function runFrom(first: number, { windows }: WedgeBlock, white: readonly boolean[]): Rect {
  const end = white.findIndex((w, i) => i > first && !w)
  const [a, b] = [windows[first], windows[(end < 0 ? white.length : end) - 1]]
  if (!a || !b) throw new Error('a code without windows')
  return rect(a.x, a.y, b.x + b.w - a.x, a.h)
}

/** The frame and the bars between the rows. */
function bars({ width, height, rows }: WedgeBlock): readonly Rect[] {
  const between = Array.from({ length: rows - 1 }, (_, i) =>
    rect(0, FIRST_BAR + (i + 1) * PATCH.h + i * BAR, width, BAR),
  )
  return [
    rect(0, 0, width, FIRST_BAR),
    ...between,
    rect(0, height - FRAME, width, FRAME),
    rect(0, 0, FRAME, height),
    rect(width - FRAME, 0, FRAME, height),
  ]
}
