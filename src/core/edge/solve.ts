import { type PerMille, perMille, type Um, um } from '@/core/length/length'
import { bad, ok, type Result } from '@/core/result/result'
import { type Edges, edges } from '@/core/sheet/sheet'
import { INSTRUMENTS, type Instrument, type ReadingFault, type SheetReading, tickMiddle, usable } from './readings'
import { type RulerLayout, STEP } from './ruler-sheet'
import type { Accuracy, CheckedAccuracy } from './tolerance'
import { toleranceFactor } from './tolerance-factor'

/** What one edge check found. Lengths um, feed frame. */
export type CheckResult = {
  readonly sheets: number
  /** margins, or overspray with the check's stretch in it */
  readonly edges: Edges
  /** margins only: where the page's left and lead edges land, against the sheet's */
  readonly offsetAcross: Um
  readonly offsetAlong: Um
  /** paper over page, without any enlargement; null where it was not measured or cannot be told from enlargement */
  readonly stretchAcross: number | null
  readonly stretchAlong: number | null
  /** mean turn, clockwise when plus; null: not measured */
  readonly skew: PerMille | null
  readonly accuracy: CheckedAccuracy
  /** false: fewer than three sheets, the declared drift stays in use */
  readonly driftKnown: boolean
  readonly outliers: readonly Outlier[]
  /** each sheet against the mean, for drawing */
  readonly perSheet: readonly { readonly sheet: number; readonly across: Um; readonly along: Um }[]
}

/** A reading that stands apart. */
export type Outlier = {
  readonly sheet: number
  readonly what: 'place across' | 'place along' | 'length across' | 'length along' | 'turn'
  /** how far from the middle of the others; of lengths and turns, over one metre */
  readonly by: Um
}

/** Sheets that a drift wants at least. */
export const FEWEST_FOR_DRIFT = 3
/** Half a step: always added, a tick is read no finer. */
const HALF_STEP = STEP / 2

type Placed = {
  readonly sheet: number
  readonly gx: number | null
  readonly gy: number | null
  /** turn, dx per dy */
  readonly turn: number | null
  /** shift of the page's middle across and along; null: no distance to the paper's edge was measured */
  readonly sx: number | null
  readonly sy: number | null
}

/**
 * Solves an edge check: margins and enlargement from the mean, drift as the half-width that holds 95 % of sheets with 90 %
 * confidence ({@link toleranceFactor}). Outliers are named, not dropped: who read the sheets decides.
 * @example solveCheck(LAYOUT, [READ], 'steel rule', LANDING).value.edges // { left: 3450, right: 3450, lead: 5050, trail: 12550 }
 */
export function solveCheck(
  layout: RulerLayout,
  readings: readonly SheetReading[],
  instrument: Instrument,
  declared: Pick<Accuracy, 'driftAcross' | 'driftAlong' | 'skew'>,
): Result<CheckResult, ReadingFault> {
  const used = usable(layout, readings)
  if (!used.ok) return used
  const ruler = INSTRUMENTS[instrument]
  const sheets = used.value
  const scale = {
    x: meanOf(sheets.map(({ reading }) => ratio(reading.lengths['A to B'], layout.crosses.B.x - layout.crosses.A.x))),
    y: meanOf(sheets.map(({ reading }) => ratio(reading.lengths['A to C'], layout.crosses.C.y - layout.crosses.A.y))),
  }
  const placed = sheets.map(({ sheet, reading }) =>
    layout.edge === 'borderless'
      ? placeBorderless(layout, sheet, reading)
      : placeMargins(layout, sheet, reading, scale),
  )
  const n = placed.length
  const gx = meanOf(placed.map((p) => p.gx)) ?? 1
  const gy = meanOf(placed.map((p) => p.gy)) ?? 1
  const sx = meanOf(placed.map((p) => p.sx))
  const sy = meanOf(placed.map((p) => p.sy))
  // ticks say how much is lost at both edges together, and nothing of where the page lies between them
  if (sx === null) return bad({ code: 'unmeasured', lengths: ['left to A'] })
  if (sy === null) return bad({ code: 'unmeasured', lengths: ['lead to A'] })
  const turn = meanOf(placed.map((p) => p.turn))
  const { width, length } = layout.sheet
  const map = { gx, gy, sx, sy }
  const free = layout.edge === 'borderless'
  const reading = free ? HALF_STEP : ruler
  const drift = (values: readonly (number | null)[], otherwise: number): number => {
    const there = values.filter((v) => v !== null)
    return there.length >= FEWEST_FOR_DRIFT ? toleranceFactor(there.length) * spread(there) : otherwise
  }
  const known = (of: (p: Placed) => number | null): boolean =>
    placed.filter((p) => of(p) !== null).length >= FEWEST_FOR_DRIFT
  const lengthBy = (values: readonly (number | null)[], over: number): number => {
    const there = values.filter((v) => v !== null)
    const each = (free ? HALF_STEP * Math.SQRT2 : ruler) / over
    const own = there.length >= FEWEST_FOR_DRIFT ? toleranceFactor(there.length) * spread(there) : each
    return 1000 * Math.hypot(own, each / Math.sqrt(Math.max(1, there.length)))
  }
  const turns = placed.flatMap((p) => (p.turn === null ? [] : [p.turn]))
  const turnSpread = turns.length >= FEWEST_FOR_DRIFT ? toleranceFactor(turns.length) * spread(turns) : 0
  const spanX = free ? width : layout.crosses.B.x - layout.crosses.A.x
  const spanY = free ? length : layout.crosses.C.y - layout.crosses.A.y
  const found = free ? oversprayOf(layout, map) : marginsOf(layout, sheets, placed, map)
  const measured = (v: number | null, fallback: number): PerMille => perMille(v === null ? 1000 * UNMEASURED : fallback)
  return ok({
    sheets: n,
    edges: found,
    offsetAcross: um(free ? 0 : at(width, gx, sx, 0)),
    offsetAlong: um(free ? 0 : at(length, gy, sy, 0)),
    stretchAcross: free ? null : scale.x,
    stretchAlong: free ? null : scale.y,
    skew: turn === null ? null : perMille(-1000 * turn),
    accuracy: {
      source: 'checked',
      driftAcross: um(
        drift(
          placed.map((p) => p.sx),
          declared.driftAcross,
        ),
      ),
      driftAlong: um(
        drift(
          placed.map((p) => p.sy),
          declared.driftAlong,
        ),
      ),
      skew: turn === null ? declared.skew : perMille(1000 * (Math.abs(turn) + turnSpread)),
      lengthAcross: measured(
        free ? 1 : scale.x,
        lengthBy(
          placed.map((p) => p.gx),
          spanX,
        ),
      ),
      lengthAlong: measured(
        free ? 1 : scale.y,
        lengthBy(
          placed.map((p) => p.gy),
          spanY,
        ),
      ),
      reading: um(reading),
    },
    driftKnown: known((p) => p.sx) && known((p) => p.sy),
    outliers: outliersOf(placed),
    perSheet: placed.flatMap((p) =>
      p.sx === null || p.sy === null ? [] : [{ sheet: p.sheet, across: um(p.sx - sx), along: um(p.sy - sy) }],
    ),
  })
}

/** Per mille that a length may be off where no length was measured: what plain feeds do. */
const UNMEASURED = 0.002

type Map = { readonly gx: number; readonly gy: number; readonly sx: number; readonly sy: number }

/** Where page coordinate p lands, for a map about the sheet's middle. */
const at = (extent: number, g: number, shift: number, p: number): number => extent / 2 + g * (p - extent / 2) + shift

/** The turn of a sheet: how far C lies right of A, per length. */
function turnOf(layout: RulerLayout, r: SheetReading): number | null {
  const [a, c] = [r.lengths['left to A'], r.lengths['left to C']]
  return a === null || c === null ? null : (c - a) / (layout.crosses.C.y - layout.crosses.A.y)
}

/** Ticks at opposite edges are the page distances that land on the sheet's edges: enlargement and place follow. */
function placeBorderless(layout: RulerLayout, sheet: number, r: SheetReading): Placed {
  const lost = (edge: 'left' | 'right' | 'lead' | 'trail'): number => tickMiddle(r.ticks[edge] ?? 0)
  const along = (extent: number, first: number, last: number) => {
    const g = extent / (extent - first - last)
    return { g, shift: g * (extent / 2 - first) - extent / 2 }
  }
  const x = along(layout.sheet.width, lost('left'), lost('right'))
  const y = along(layout.sheet.length, lost('lead'), lost('trail'))
  return { sheet, gx: x.g, gy: y.g, turn: turnOf(layout, r), sx: x.shift, sy: y.shift }
}

/**
 * With margins the place comes from the crosses' distances to the paper's edges. A sheet on which nobody measured them
 * has none.
 */
function placeMargins(
  layout: RulerLayout,
  sheet: number,
  r: SheetReading,
  scale: { readonly x: number | null; readonly y: number | null },
): Placed {
  const { A, B, C } = layout.crosses
  const { width, length } = layout.sheet
  const turn = turnOf(layout, r)
  const [la, lc, ya] = [r.lengths['left to A'], r.lengths['left to C'], r.lengths['lead to A']]
  const middleY = (A.y + C.y) / 2 - length / 2
  const sideways = la !== null && lc !== null ? (la + lc) / 2 - (turn ?? 0) * middleY : la
  const sx = sideways === null ? null : sideways - width / 2 - (scale.x ?? 1) * (A.x - width / 2)
  const sy =
    ya === null ? null : ya + (turn ?? 0) * (A.x - width / 2) - length / 2 - (scale.y ?? 1) * (A.y - length / 2)
  return { sheet, gx: ratio(r.lengths['A to B'], B.x - A.x), gy: ratio(r.lengths['A to C'], C.y - A.y), turn, sx, sy }
}

/** Overspray of the mean map: how far the page's own edges land beyond the sheet's. */
function oversprayOf(layout: RulerLayout, m: Map): Edges {
  const { width, length } = layout.sheet
  return edges(
    -at(width, m.gx, m.sx, 0),
    at(width, m.gx, m.sx, width) - width,
    -at(length, m.gy, m.sy, 0),
    at(length, m.gy, m.sy, length) - length,
  )
}

/**
 * Margins on paper: where the first tick that shows landed, on average. Each sheet's own drift is in its tick, so only
 * sheets whose place was measured count on that axis.
 */
function marginsOf(
  layout: RulerLayout,
  sheets: readonly { readonly sheet: number; readonly reading: SheetReading }[],
  placed: readonly Placed[],
  m: Map,
): Edges {
  const { width, length } = layout.sheet
  const tick = (edge: 'left' | 'right' | 'lead' | 'trail'): number => {
    const across = edge === 'left' || edge === 'right'
    const measured = sheets.filter(({ sheet }) => {
      const p = placed.find((x) => x.sheet === sheet)
      return (across ? p?.sx : p?.sy) !== null
    })
    return meanOf(measured.map(({ reading }) => tickMiddle(reading.ticks[edge] ?? 0))) ?? 0
  }
  return edges(
    at(width, m.gx, m.sx, tick('left')),
    width - at(width, m.gx, m.sx, width - tick('right')),
    at(length, m.gy, m.sy, tick('lead')),
    length - at(length, m.gy, m.sy, length - tick('trail')),
  )
}

const ratio = (measured: number | null, should: number): number | null => (measured === null ? null : measured / should)

function meanOf(values: readonly (number | null)[]): number | null {
  const there = values.filter((v) => v !== null)
  return there.length === 0 ? null : there.reduce((a, b) => a + b, 0) / there.length
}

/** Sample standard deviation. */
function spread(values: readonly number[]): number {
  const mean = values.reduce((a, b) => a + b, 0) / values.length
  return Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / (values.length - 1))
}

const median = (values: readonly number[]): number => {
  const s = [...values].sort((a, b) => a - b)
  const h = s.length >> 1
  return s.length % 2 === 1 ? (s[h] ?? 0) : ((s[h - 1] ?? 0) + (s[h] ?? 0)) / 2
}

/** Four and a half spreads from the median by the median deviation, and never for less than a person can see. */
const FAR = 4.5
const FLOORS = {
  'place across': 300,
  'place along': 300,
  'length across': 2000,
  'length along': 2000,
  turn: 1500,
} as const

/** Readings that stand apart. Needs three sheets: of two nobody knows which is wrong. */
function outliersOf(placed: readonly Placed[]): readonly Outlier[] {
  if (placed.length < FEWEST_FOR_DRIFT) return []
  const series: readonly (readonly [Outlier['what'], (p: Placed) => number | null])[] = [
    ['place across', (p) => p.sx],
    ['place along', (p) => p.sy],
    ['length across', (p) => (p.gx === null ? null : p.gx * 1e6)],
    ['length along', (p) => (p.gy === null ? null : p.gy * 1e6)],
    ['turn', (p) => (p.turn === null ? null : p.turn * 1e6)],
  ]
  return series.flatMap(([what, of]) => {
    const values = placed.flatMap((p) => {
      const v = of(p)
      return v === null ? [] : [{ sheet: p.sheet, v }]
    })
    if (values.length < FEWEST_FOR_DRIFT) return []
    const mid = median(values.map((x) => x.v))
    const deviation = 1.4826 * median(values.map((x) => Math.abs(x.v - mid)))
    return values
      .filter((x) => Math.abs(x.v - mid) > Math.max(FLOORS[what], FAR * deviation))
      .map((x) => ({ sheet: x.sheet, what, by: um(x.v - mid) }))
  })
}
