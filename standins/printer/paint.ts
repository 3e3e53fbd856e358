import { setImmediate as breathe } from 'node:timers/promises'
import { PngFile } from './png'
import { encoded, encodedFine, type Tone } from './tone'
import type { Landing } from './truth'

/** The sheet images' resolution. */
export const SHEET_PPI = 300
const MM = 25.4
const PIXEL = MM / SHEET_PPI

/** Rows of samples 0..65535, 1 or 3 channels, from the top; white is 65535. */
export type RowSource = {
  readonly width: number
  readonly height: number
  readonly channels: 1 | 3
  /** the page's size on the sheet before anything happens to it, mm, and where it begins */
  readonly page: { readonly x: number; readonly y: number; readonly w: number; readonly h: number }
  readonly rows: AsyncIterable<{
    readonly samples: Uint16Array
    readonly times: number
    readonly from: number
    readonly to: number
  }>
}

export type Sheet = {
  readonly width: number
  readonly length: number
  /** where ink cannot go, mm per edge; nothing when borderless */
  readonly masked: { readonly left: number; readonly right: number; readonly lead: number; readonly trail: number }
}

type Light = { readonly row: Float32Array; readonly from: number; readonly to: number }

/** Columns that share one height on the page: a turn of 2 mm per metre is 0.01 mm over them. */
const STRIP = 64
const ROWS_A_BREATH = 64

/**
 * Paints one sheet as a PNG, band by band: each pixel of the sheet is the mean light of the page's pixels that land on
 * it. What lies beyond the sheet is lost, what lies in the mask stays paper.
 * @returns the inked share of the sheet, 0..1
 */
export async function paint(
  file: string,
  sheet: Sheet,
  source: RowSource,
  land: Landing,
  tone: Tone,
  told: (part: number) => boolean,
): Promise<number> {
  const width = Math.ceil(sheet.width / PIXEL - 0.001)
  const height = Math.ceil(sheet.length / PIXEL - 0.001)
  const png = new PngFile(file, width, height, Math.round(1000 / PIXEL))
  const lines = new Lines(source, tone)
  // paper mm -> page px
  const det = land.a * land.d - land.b * land.c
  const sx = source.width / source.page.w
  const sy = source.height / source.page.h
  const ux = (land.d / det) * sx
  const uy = (-land.c / det) * sx
  const vx = (-land.b / det) * sy
  const vy = (land.a / det) * sy
  const u0 = -ux * land.x0 - uy * land.y0 - source.page.x * sx
  const v0 = -vx * land.x0 - vy * land.y0 - source.page.y * sy
  const boxU = Math.max(1, Math.abs(ux) * PIXEL)
  const boxV = Math.max(1, Math.abs(vy) * PIXEL)
  const cover = (i: number, from: number, to: number): number =>
    Math.min(1, Math.max(0, (Math.min((i + 1) * PIXEL, to) - Math.max(i * PIXEL, from)) / PIXEL))
  const openX = Float32Array.from({ length: width }, (_, i) =>
    cover(i, sheet.masked.left, sheet.width - sheet.masked.right),
  )
  const paper = tone.paper.map((v) => encoded(v))
  const blank = Buffer.alloc(width * 3)
  for (let i = 0; i < width * 3; i++) blank[i] = paper[i % 3] as number
  const out = Buffer.alloc(width * 3)
  const strip = new Float32Array(Math.ceil((STRIP * Math.abs(ux) * PIXEL + boxU + 4) * 3))
  const [pr, pg, pb] = tone.paper
  let inked = 0
  let wasBlank = false
  for (let j = 0; j < height; j++) {
    const y = (j + 0.5) * PIXEL
    const openY = cover(j, sheet.masked.lead, sheet.length - sheet.masked.trail)
    const ends = [0, sheet.width].map((x) => vx * x + vy * y + v0)
    const top = Math.min(...ends) - boxV / 2
    const bottom = Math.max(...ends) + boxV / 2
    if (openY === 0 || bottom <= 0 || top >= source.height) {
      await png.add(blank, wasBlank)
      wasBlank = true
      continue
    }
    const held = await lines.until(Math.floor(top), Math.ceil(bottom))
    if (held.every((l) => l.to <= l.from)) {
      await png.add(blank, wasBlank)
      wasBlank = true
      continue
    }
    wasBlank = false
    out.set(blank)
    for (let i0 = 0; i0 < width; i0 += STRIP) {
      const i1 = Math.min(width, i0 + STRIP)
      const middle = ((i0 + i1) / 2) * PIXEL
      const v = vx * middle + vy * y + v0
      const [r0, r1] = [v - boxV / 2, v + boxV / 2]
      const c0 = Math.floor(ux * (i0 + 0.5) * PIXEL + uy * y + u0 - boxU / 2)
      const c1 = Math.ceil(ux * (i1 - 0.5) * PIXEL + uy * y + u0 + boxU / 2)
      if (!lines.stripOf(strip, r0, r1, c0, c1)) continue
      for (let i = i0; i < i1; i++) {
        const open = (openX[i] as number) * openY
        if (open === 0) continue
        const u = ux * (i + 0.5) * PIXEL + uy * y + u0
        const a = u - boxU / 2 - c0
        const b = u + boxU / 2 - c0
        const first = Math.floor(a)
        const last = Math.ceil(b)
        let [red, green, blue] = [0, 0, 0]
        for (let k = first; k < last; k++) {
          const part = Math.min(k + 1, b) - Math.max(k, a)
          red += part * (strip[k * 3] as number)
          green += part * (strip[k * 3 + 1] as number)
          blue += part * (strip[k * 3 + 2] as number)
        }
        const n = open / boxU
        // grain: whether a fraction of a level is rounded up is chance, the same for the three channels
        const grain = chance(i, j)
        out[i * 3] = encodedFine(pr + red * n - pr * open) + grain
        out[i * 3 + 1] = encodedFine(pg + green * n - pg * open) + grain
        out[i * 3 + 2] = encodedFine(pb + blue * n - pb * open) + grain
        inked += open * (1 - green / boxU / pg)
      }
    }
    await png.add(out)
    if (j % ROWS_A_BREATH === 0) {
      if (!told(j / height)) {
        // broken off: the rest of the sheet stays paper
        for (let rest = j + 1; rest < height; rest++) await png.add(blank, rest > j + 1)
        break
      }
      await breathe()
    }
  }
  await png.end()
  return inked / (width * height)
}

/** 0 to 1, evenly spread over the pixels of a sheet, and the same for the same pixel. */
function chance(x: number, y: number): number {
  let h = Math.imul(x ^ 0x9e3779b9, 0x85ebca6b) ^ Math.imul(y, 0xc2b2ae35)
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d)
  h ^= h >>> 13
  return (h >>> 0) / 4_294_967_296
}

/** The page's rows in linear light, as many as are needed at once. */
class Lines {
  private readonly held = new Map<number, Light>()
  private readonly rows: AsyncIterator<{ samples: Uint16Array; times: number; from: number; to: number }>
  private next = 0
  private current: Light | null = null
  private times = 0
  private readonly white: Light

  constructor(
    private readonly source: RowSource,
    private readonly tone: Tone,
  ) {
    this.rows = source.rows[Symbol.asyncIterator]()
    this.white = { row: new Float32Array(0), from: 0, to: 0 }
  }

  /** Reads on until row `end` (left out), drops what lies before `begin`, answers what lies between. */
  async until(begin: number, end: number): Promise<readonly Light[]> {
    for (const y of this.held.keys()) if (y < begin) this.held.delete(y)
    while (this.next < Math.min(end, this.source.height)) {
      if (this.times === 0) {
        const { value, done } = await this.rows.next()
        if (done) break
        this.current = this.light(value)
        this.times = value.times
      }
      if (this.next >= begin && this.current) this.held.set(this.next, this.current)
      this.next += 1
      this.times -= 1
    }
    return [...this.held.values()]
  }

  private light({ samples, from, to }: { samples: Uint16Array; from: number; to: number }): Light {
    const { width, channels } = this.source
    if (to <= from) return this.white
    const row = new Float32Array(width * 3)
    const [r, g, b] = this.tone.table
    const paper = this.tone.paper
    for (let x = 0; x < width; x++) {
      const inside = x >= from && x < to
      const at = x * channels
      row[x * 3] = inside ? (r[samples[at] as number] as number) : paper[0]
      row[x * 3 + 1] = inside ? (g[samples[at + (channels === 3 ? 1 : 0)] as number] as number) : paper[1]
      row[x * 3 + 2] = inside ? (b[samples[at + (channels === 3 ? 2 : 0)] as number] as number) : paper[2]
    }
    return { row, from, to }
  }

  /** Rows r0..r1 (fractions count by their share), columns c0..c1, averaged into `strip`; false: nothing but paper. */
  stripOf(strip: Float32Array, r0: number, r1: number, c0: number, c1: number): boolean {
    const first = Math.floor(r0)
    const last = Math.ceil(r1)
    let any = false
    for (let y = first; y < last && !any; y++) {
      const line = this.held.get(y)
      if (line && line.from < c1 && line.to > c0) any = true
    }
    if (!any) return false
    const n = (c1 - c0) * 3
    strip.fill(0, 0, n)
    const [pr, pg, pb] = this.tone.paper
    for (let y = first; y < last; y++) {
      const part = (Math.min(y + 1, r1) - Math.max(y, r0)) / (r1 - r0)
      if (part <= 0) continue
      const line = this.held.get(y)
      const row = line && line.to > line.from ? line.row : null
      const inFrom = Math.max(0, c0)
      const inTo = row ? Math.min(this.source.width, c1) : inFrom
      for (let c = c0; c < c1; c++) {
        const o = (c - c0) * 3
        if (row && c >= inFrom && c < inTo) {
          strip[o] = (strip[o] as number) + part * (row[c * 3] as number)
          strip[o + 1] = (strip[o + 1] as number) + part * (row[c * 3 + 1] as number)
          strip[o + 2] = (strip[o + 2] as number) + part * (row[c * 3 + 2] as number)
        } else {
          strip[o] = (strip[o] as number) + part * pr
          strip[o + 1] = (strip[o + 1] as number) + part * pg
          strip[o + 2] = (strip[o + 2] as number) + part * pb
        }
      }
    }
    return true
  }
}
