import type { Rect } from '@/core/sheet/sheet'
import { areaOf, boxAbout, type Corners, hullOf, lineThrough, meet, ontoCorners } from './plane'
import { endsOf, greyBetween, type Scan, type Small, type Spot, smallOf } from './scan'
import { blockOf, type WedgeBlock } from './wedge'
import { codeOf, type WedgeCode, type WedgeSteps } from './wedge-code'

/** A wedge that was found: what its code says, and the corners of its frame, the first bar's left one first. */
export type FoundWedge = WedgeCode & { readonly corners: Corners }

/** What a scan holds. */
export type Found = {
  readonly wedges: readonly FoundWedge[]
  /** a dark frame that runs off the scan at an edge, where no wedge was found */
  readonly cutAt: 'left' | 'right' | 'top' | 'foot' | null
  /** frames of the right form whose code could not be read */
  readonly unread: number
  /** a wedge that was seen from aside: no scan */
  readonly aslant: boolean
  /** so few values that it is black and white alone */
  readonly bilevel: boolean
}

/** Ink covers at least this share of a scan of an A3 sheet with the smallest wedge. */
const LEAST_SHARE = 0.004
/** Light and dark differ by less than this (of 255): there is nothing on it. */
const LEAST_CONTRAST = 40
/** A frame is at least so many pixels of the small copy, along and aside. */
const LEAST = { along: 45, aside: 18 }
/** How much of its smallest rectangle a frame's hull fills, and how much a frame's sides may differ from its block's. */
const FULL = 0.7
const RATIO = 0.05
/** how much the proportions may be off where it was seen from aside */
const FORESHORTENED = 0.35
/** Opposite sides of what lies flat on a scanner are equal. */
const ASLANT = 0.02

/**
 * Finds wedges in a scan, however they lie: dark frames that are rectangles, whose proportions are a block's and in whose
 * first bar a code stands. Nothing else is taken for a wedge.
 * @example findWedges({ width: 1, height: 1, data: new Uint8Array([255]), step: 1, most: 255 }).wedges.length // 0
 */
export function findWedges(scan: Scan): Found {
  const small = smallOf(scan)
  const { dark, light } = endsOf(small, LEAST_SHARE)
  const bilevel = isBilevel(scan)
  const none: Found = { wedges: [], cutAt: null, unread: 0, aslant: false, bilevel }
  if (light - dark < LEAST_CONTRAST) return none
  const threshold = dark + 0.45 * (light - dark)
  const wedges: FoundWedge[] = []
  let [unread, aslant] = [0, false]
  let cutAt: Found['cutAt'] = null
  for (const patch of darkPatches(small, threshold)) {
    cutAt ??= runsOff(patch, small)
    const rough = frameOf(patch)
    if (!rough) continue
    const corners = sharpened(
      scan,
      rough.map(({ x, y }) => ({ x: x * small.by, y: y * small.by })),
      small.by,
    )
    if (!corners) continue
    const sides = corners.map((p, i) => {
      const q = corners[(i + 1) % 4] ?? p
      return Math.hypot(q.x - p.x, q.y - p.y)
    }) as [number, number, number, number]
    const [a, b, c, d] = sides
    if (Math.abs(a / c - 1) > ASLANT || Math.abs(b / d - 1) > ASLANT) {
      aslant ||= BLOCKS.some((k) => read(scan, corners, k, threshold, FORESHORTENED) !== null)
      continue
    }
    const blocks = BLOCKS.filter((k) => {
      const ratio = k.block.width / k.block.height
      return near((a + c) / (b + d), ratio, RATIO) || near((b + d) / (a + c), ratio, RATIO)
    })
    if (blocks.length === 0) continue
    const found = blocks.map((k) => read(scan, corners, k, threshold, RATIO)).find((w) => w !== null)
    if (found) wedges.push(found)
    else unread += 1
  }
  return { ...none, wedges, unread, aslant, cutAt: wedges.length > 0 ? null : cutAt }
}

const near = (is: number, should: number, by: number): boolean => Math.abs(is / should - 1) < by

type Known = { readonly steps: WedgeSteps; readonly columns: number; readonly block: WedgeBlock }

/** Every block that a wedge can have. */
const BLOCKS: readonly Known[] = ([21, 51] as const).flatMap((steps) =>
  Array.from({ length: 26 }, (_, i) => i + 6).flatMap((most) => {
    const columns = Math.ceil(steps / Math.ceil(steps / most))
    return columns === most ? [{ steps, columns, block: blockOf(steps, columns) }] : []
  }),
)

/** Whether every pixel that is looked at has one of two values. */
function isBilevel({ data, step, most }: Scan): boolean {
  const seen = new Set<number>()
  const every = Math.max(1, Math.floor(data.length / step / 20_000)) * step
  for (let at = 0; at < data.length && seen.size < 3; at += every) seen.add(data[at] as number)
  return seen.size === 2 && [...seen].every((v) => v === 0 || v === most)
}

/** A dark patch of the small copy: for each of its rows the first and the last pixel. */
type Dark = {
  readonly top: number
  readonly rows: readonly { readonly from: number; readonly to: number }[]
  readonly left: number
  readonly right: number
}

/** Dark pixels that hang together (by edges), the large ones; by flooding. */
function darkPatches({ width, height, data }: Small, threshold: number): readonly Dark[] {
  const seen = new Uint8Array(width * height)
  const stack = new Int32Array(width * height)
  const [from, to] = [new Int32Array(height), new Int32Array(height)]
  const out: Dark[] = []
  let count = 0
  const visit = (next: number): void => {
    if (seen[next] === 1 || (data[next] as number) >= threshold) return
    seen[next] = 1
    stack[count++] = next
  }
  for (let start = 0; start < data.length; start++) {
    if (seen[start] === 1 || (data[start] as number) >= threshold) continue
    // pixels are met row by row: nothing of this patch lies above its first one
    const top = Math.floor(start / width)
    let [left, right, foot] = [width, 0, top - 1]
    visit(start)
    while (count > 0) {
      const at = stack[--count] as number
      const y = Math.floor(at / width)
      const x = at - y * width
      if (x < left) left = x
      if (x > right) right = x
      for (; foot < y; foot++) {
        from[foot + 1] = width
        to[foot + 1] = -1
      }
      if (x < (from[y] as number)) from[y] = x
      if (x > (to[y] as number)) to[y] = x
      if (x > 0) visit(at - 1)
      if (x < width - 1) visit(at + 1)
      if (y > 0) visit(at - width)
      if (y < height - 1) visit(at + width)
    }
    if (Math.max(right - left, foot - top) < LEAST.along || Math.min(right - left, foot - top) < LEAST.aside) continue
    const rows = Array.from({ length: foot - top + 1 }, (_, i) => ({
      from: from[top + i] as number,
      to: to[top + i] as number,
    }))
    out.push({ top, rows, left, right })
  }
  return out
}

/** The edge of the scan at which a large dark patch runs off it. */
function runsOff({ top, rows, left, right }: Dark, { width, height }: Small): Found['cutAt'] {
  if (right - left > 0.97 * width && rows.length > 0.97 * height) return null
  if (left === 0) return 'left'
  if (right === width - 1) return 'right'
  if (top === 0) return 'top'
  return top + rows.length === height ? 'foot' : null
}

const distance = (a: Spot, b: Spot): number => Math.hypot(a.x - b.x, a.y - b.y)
/** Four corners hold nearly all of the hull of a frame; of a disc they hold two thirds. */
const FILLED = 0.93

/** The corners of a dark patch with four straight sides; px of the small copy. */
function frameOf({ top, rows }: Dark): Corners | null {
  const ends = rows.flatMap(({ from, to }, i) => {
    const y = top + i
    return [
      { x: from, y },
      { x: from, y: y + 1 },
      { x: to + 1, y },
      { x: to + 1, y: y + 1 },
    ]
  })
  const hull = hullOf(ends)
  const box = boxAbout(hull)
  if (!box || areaOf(hull) < FULL * areaOf(box)) return null
  const near = (corner: Spot): Spot =>
    hull.reduce((best, p) => (distance(p, corner) < distance(best, corner) ? p : best), hull[0] ?? corner)
  const corners = box.map(near) as unknown as Corners
  return areaOf(corners) >= FILLED * areaOf(hull) ? corners : null
}

const PROFILES = 56
/** Profiles keep away from the corners by this share of a side. */
const AWAY = 0.06

/** Corners to a part of a pixel: each side is the line through where the scan turns dark, looked for across the rough one. */
function sharpened(scan: Scan, rough: readonly Spot[], by: number): Corners | null {
  const reach = 2.5 * by + 3
  const middle = { x: rough.reduce((s, p) => s + p.x, 0) / 4, y: rough.reduce((s, p) => s + p.y, 0) / 4 }
  const lines = rough.map((p, i) => {
    const q = rough[(i + 1) % 4] ?? p
    const length = Math.hypot(q.x - p.x, q.y - p.y)
    const [ux, uy] = [(q.x - p.x) / length, (q.y - p.y) / length]
    const inward = (middle.x - p.x) * -uy + (middle.y - p.y) * ux > 0 ? 1 : -1
    const [nx, ny] = [-uy * inward, ux * inward]
    const turns: Spot[] = []
    for (let n = 0; n < PROFILES; n++) {
      const t = AWAY + ((1 - 2 * AWAY) * (n + 0.5)) / PROFILES
      const at = { x: p.x + t * (q.x - p.x), y: p.y + t * (q.y - p.y) }
      const turn = turnsDark(scan, at, nx, ny, reach)
      if (turn !== null) turns.push({ x: at.x + turn * nx, y: at.y + turn * ny })
    }
    return turns.length >= PROFILES / 2 ? lineThrough(turns) : null
  })
  const corners = lines.map((line, i) => {
    const before = lines[(i + 3) % 4]
    return line && before ? meet(before, line) : null
  })
  return corners.every((c) => c !== null) ? (corners as unknown as Corners) : null
}

/** Where a profile first comes half-way from its light outside to its dark inside, px from its middle; null: nowhere. */
function turnsDark(scan: Scan, at: Spot, nx: number, ny: number, reach: number): number | null {
  const steps = Math.ceil(2 * reach * 2)
  const values = Array.from({ length: steps + 1 }, (_, i) => {
    const d = -reach + (2 * reach * i) / steps
    return greyBetween(scan, { x: at.x + d * nx, y: at.y + d * ny })
  })
  const few = Math.max(2, Math.floor(steps / 6))
  const mean = (list: readonly number[]): number => list.reduce((s, v) => s + v, 0) / list.length
  const [out, inside] = [mean(values.slice(0, few)), Math.min(...values.slice(steps / 2))]
  if (out - inside < LEAST_CONTRAST) return null
  const half = (out + inside) / 2
  const i = values.findIndex((v, n) => v < half && (values[n - 1] ?? 0) >= half)
  if (i <= 0) return null
  const [a, b] = [values[i - 1] as number, values[i] as number]
  return -reach + ((2 * reach) / steps) * (i - 1 + (a - half) / (a - b))
}

/** The wedge that a frame is, if its code says so in one of the ways in which it can lie. */
function read(
  scan: Scan,
  corners: Corners,
  { steps, columns, block }: Known,
  threshold: number,
  by: number,
): FoundWedge | null {
  for (let first = 0; first < 4; first++) {
    const turned = [0, 1, 2, 3].map((i) => corners[(first + i) % 4] as Spot) as unknown as Corners
    const [p, q, , s] = turned
    const ratio = Math.hypot(q.x - p.x, q.y - p.y) / Math.hypot(s.x - p.x, s.y - p.y)
    if (!near(ratio, block.width / block.height, by)) continue
    const map = ontoCorners(block.width, block.height, turned)
    if (!framed(scan, map, block, threshold)) continue
    const code = codeOf(block.windows.map((w) => windowAt(scan, map, w) >= threshold))
    if (code && code.steps === steps && code.columns === columns) return { ...code, corners: turned }
  }
  return null
}

/** The mean grey of the middle of a window. */
function windowAt(scan: Scan, map: (u: number, v: number) => Spot, { x, y, w, h }: Rect): number {
  let sum = 0
  for (const u of [0.35, 0.5, 0.65])
    for (const v of [0.35, 0.5, 0.65]) sum += greyBetween(scan, map(x + u * w, y + v * h))
  return sum / 9
}

/** Whether the frame is dark all around: bars, keys and boards have light where a frame has none. */
function framed(scan: Scan, map: (u: number, v: number) => Spot, { width, height }: WedgeBlock, threshold: number) {
  const inset = 1400
  let [dark, all] = [0, 0]
  const look = (u: number, v: number): void => {
    all += 1
    if (greyBetween(scan, map(u, v)) < threshold) dark += 1
  }
  for (let i = 0; i < 60; i++) {
    const t = (i + 0.5) / 60
    look(t * width, inset / 2)
    look(t * width, height - inset)
    look(inset, t * height)
    look(width - inset, t * height)
  }
  return dark >= 0.93 * all
}
