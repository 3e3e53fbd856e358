import type { Um } from '@/core/length/length'
import { um } from '@/core/length/length'
import type { Mark, Page, PageItem, TextLine } from '@/core/page/page'
import { EDGE_NAMES, type EdgeName, type Edges, type FedSheet, rect, sheetRect } from '@/core/sheet/sheet'

/**
 * A ruler sheet: at each edge a staircase of ticks in 0.1 mm steps, and four crosses a known distance apart. Tick k ends
 * k tenths of a millimetre from the page's edge, so the first that shows tells where the printer begins (margins), and
 * the same tick is the last that was not lost (borderless).
 *
 *      edge ____________________________
 *                               ▂▂ ▂▂        each tick is 0.4 mm thick and moved on by one step;
 *                      ▂▂ ▂▂ ▂▂              what lies too far out is not there on paper
 *             ▂▂ ▂▂ ▂▂
 */
export const STEP = 100
const TICK = 400
/** Ticks go on for this long on both sides of what is declared: more than any feed is off by, and its stretch. */
const REACH = 4000
const REACH_PER_LENGTH = 0.003
const PITCH = 1000
/** Crosses: arms and line, um. */
const ARM = 5000
const LINE = 150
const LABEL = 1800

export type Stair = {
  readonly edge: EdgeName
  readonly first: number
  readonly last: number
  /** middle of tick `first` along the edge, and from tick to tick, um */
  readonly from: Um
  readonly pitch: Um
}

export const CROSSES = ['A', 'B', 'C', 'D'] as const
export type CrossName = (typeof CROSSES)[number]

/** Where everything is on the page, feed frame; A and B at the lead, A and C at the left. */
export type RulerLayout = {
  readonly sheet: FedSheet
  readonly edge: 'margins' | 'borderless'
  readonly stairs: readonly Stair[]
  readonly crosses: Readonly<Record<CrossName, { readonly x: Um; readonly y: Um }>>
}

/** Says which sheet this is, in its middle. */
export type RulerLabels = readonly string[]

const across = (edge: EdgeName): boolean => edge === 'left' || edge === 'right'

/**
 * Lays out a ruler sheet.
 * @param declared margins, or overspray when borderless, of this feed for this sheet
 * @example rulerLayout({ width: 257000, length: 364000 }, 'borderless', sameEdges(2900)).stairs[0].last // 69
 */
export function rulerLayout(sheet: FedSheet, edge: 'margins' | 'borderless', declared: Edges): RulerLayout {
  const stairs = EDGE_NAMES.map((name): Stair => {
    const reach = REACH + (name === 'trail' ? sheet.length * REACH_PER_LENGTH : 0)
    const first = edge === 'borderless' ? 1 : Math.max(1, Math.floor((declared[name] - reach) / STEP))
    const last = Math.ceil((declared[name] + reach) / STEP)
    const length = across(name) ? sheet.length : sheet.width
    const count = last - first + 1
    const pitch = Math.min(PITCH, Math.floor((length - 20_000) / count))
    return { edge: name, first, last, from: um((length - pitch * (count - 1)) / 2), pitch: um(pitch) }
  })
  const inset = (name: EdgeName): number => (edge === 'margins' ? declared[name] + 12_000 : 14_000)
  const [x1, x2] = [inset('left'), sheet.width - inset('right')]
  const [y1, y2] = [inset('lead'), sheet.length - inset('trail')]
  return {
    sheet,
    edge,
    stairs,
    crosses: {
      A: { x: um(x1), y: um(y1) },
      B: { x: um(x2), y: um(y1) },
      C: { x: um(x1), y: um(y2) },
      D: { x: um(x2), y: um(y2) },
    },
  }
}

/**
 * The page of a ruler sheet: sent as it is, never mapped, since it measures the map.
 * @example rulerPage(LAYOUT, ['Sheet 1']).sheet // { width: 257000, length: 364000 }
 */
export function rulerPage(layout: RulerLayout, labels: RulerLabels): Page {
  const items: PageItem[] = [
    ...layout.stairs.flatMap((stair) => [...ticks(layout.sheet, stair), ...numbers(layout.sheet, stair)]),
    ...CROSSES.flatMap((name) => cross(layout, name)),
    ...title(layout, labels),
  ]
  return { sheet: layout.sheet, trim: sheetRect(layout.sheet), items }
}

/** A rectangle given by its place along an edge and its distances from it. Feed frame. */
function beside(sheet: FedSheet, edge: EdgeName, from: number, to: number, near: number, far: number): Mark['rect'] {
  switch (edge) {
    case 'left':
      return rect(near, from, far - near, to - from)
    case 'right':
      return rect(sheet.width - far, from, far - near, to - from)
    case 'lead':
      return rect(from, near, to - from, far - near)
    case 'trail':
      return rect(from, sheet.length - far, to - from, far - near)
  }
}

/**
 * The middle of tick k along its edge, um.
 * @example tickAt({ edge: 'left', first: 10, last: 20, from: 50000, pitch: 1000 }, 12) // 52000
 */
export const tickAt = (stair: Stair, k: number): number => stair.from + (k - stair.first) * stair.pitch

function ticks(sheet: FedSheet, stair: Stair): readonly Mark[] {
  const marks: Mark[] = []
  for (let k = stair.first; k <= stair.last; k++) {
    const at = tickAt(stair, k)
    const half = stair.pitch * 0.35
    const far = k * STEP
    marks.push({ kind: 'mark', rect: beside(sheet, stair.edge, at - half, at + half, Math.max(0, far - TICK), far) })
  }
  return marks
}

/** Every fifth tick has its number, in whole steps, on the inner side with a fine line to it. */
function numbers(sheet: FedSheet, stair: Stair): readonly PageItem[] {
  const items: PageItem[] = []
  const deep = stair.last * STEP + 1000
  for (let k = Math.ceil(stair.first / 5) * 5; k <= stair.last; k += 5) {
    const at = tickAt(stair, k)
    const to = deep + 600
    items.push({ kind: 'mark', rect: beside(sheet, stair.edge, at - 50, at + 50, k * STEP + 500, to) })
    const text = String(k)
    const wide = text.length * LABEL * 0.6
    const box = beside(sheet, stair.edge, at, at, to + 500, to + 500 + (across(stair.edge) ? wide : LABEL))
    const place = across(stair.edge)
      ? { x: box.x, y: at + LABEL * 0.36 }
      : { x: at - wide / 2, y: stair.edge === 'lead' ? box.y + box.h : box.y + box.h - LABEL * 0.1 }
    items.push({ kind: 'text', text, at: place, height: LABEL })
  }
  return items
}

function cross(layout: RulerLayout, name: CrossName): readonly PageItem[] {
  const { x, y } = layout.crosses[name]
  const label: TextLine = {
    kind: 'text',
    text: name,
    at: {
      x: name === 'A' || name === 'C' ? x + 1500 : x - 3500,
      y: name === 'A' || name === 'B' ? y + 4500 : y - 2000,
    },
    height: 3000,
  }
  return [
    { kind: 'mark', rect: rect(x - ARM, y - LINE / 2, 2 * ARM, LINE) },
    { kind: 'mark', rect: rect(x - LINE / 2, y - ARM, LINE, 2 * ARM) },
    label,
  ]
}

function title(layout: RulerLayout, labels: RulerLabels): readonly TextLine[] {
  const size = layout.sheet.width < 130_000 ? 2200 : 3400
  const longest = Math.max(1, ...labels.map((l) => l.length))
  const room = layout.crosses.B.x - layout.crosses.A.x
  const height = Math.min(size, room / (longest * 0.56))
  const top = layout.sheet.length / 2 - (labels.length * height * 1.5) / 2
  return labels.map((text, i) => ({
    kind: 'text',
    text,
    at: { x: layout.sheet.width / 2 - (text.length * height * 0.52) / 2, y: top + i * height * 1.5 },
    height,
  }))
}
