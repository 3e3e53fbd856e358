import { mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { describe, expect, it, onTestFinished } from 'vitest'
import { MODELS } from './models'
import { paint, type RowSource, SHEET_PPI, type Sheet } from './paint'
import { toneOf } from './tone'
import { type Landing, landing, normal, type Response, randomOf, type Truth, truthOf } from './truth'

const PIXEL = 25.4 / SHEET_PPI
const NONE = { left: 0, right: 0, lead: 0, trail: 0 }
const AS_IS: Landing = { a: 1, b: 0, c: 0, d: 1, x0: 0, y0: 0 }
const PLAIN: Response = { gain: 0, darkest: 0, white: [100, 0, 0], greyTint: [0, 0], greyGain: 0 }
const tone = toneOf(PLAIN, 'srgb', false)

/** A page of one tone at 100 px an inch. */
const page = (w: number, h: number, value = 0, at: readonly [number, number] = [0, 0]): RowSource => {
  const [width, height] = [Math.round(w / 0.254), Math.round(h / 0.254)]
  const samples = new Uint16Array(width).fill(value * 257)
  return {
    width,
    height,
    channels: 1,
    page: { x: at[0], y: at[1], w, h },
    rows: (async function* () {
      yield { samples, times: height, from: 0, to: value === 255 ? 0 : width }
    })(),
  }
}

type Seen = {
  readonly at: (x: number, y: number) => number
  readonly width: number
  readonly height: number
  readonly inked: number
}

/** Paints and looks at the sheet: light 0..1 (encoded) at a place in mm. */
async function painted(
  sheet: Sheet,
  source: RowSource,
  land: Landing = AS_IS,
  more: { readonly tone?: typeof tone; readonly told?: (part: number) => boolean } = {},
): Promise<Seen> {
  const folder = mkdtempSync(join(tmpdir(), 'standin-'))
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }))
  const file = join(folder, '1.png')
  const inked = await paint(file, sheet, source, land, more.tone ?? tone, more.told ?? (() => true))
  expect(readdirSync(folder)).toEqual(['1.png'])
  const meta = await sharp(file).metadata()
  expect(meta.density).toBe(SHEET_PPI)
  const { data, info } = await sharp(file).raw().toBuffer({ resolveWithObject: true })
  return {
    width: info.width,
    height: info.height,
    inked,
    at: (x, y) => (data[(Math.floor(y / PIXEL) * info.width + Math.floor(x / PIXEL)) * info.channels] ?? -1) / 255,
  }
}

/** Where ink begins and ends along a line, mm: where it passes half of its light. */
function extent(seen: Seen, along: 'x' | 'y', across: number): readonly [number, number] {
  const n = along === 'x' ? seen.width : seen.height
  const dark = Array.from({ length: n }, (_, i) => {
    const v = along === 'x' ? seen.at((i + 0.5) * PIXEL, across) : seen.at(across, (i + 0.5) * PIXEL)
    return 1 - (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)
  })
  const first = dark.findIndex((d) => d >= 0.5)
  const last = dark.findLastIndex((d) => d >= 0.5)
  // between the middles of two pixels; a line that begins at the sheet's edge has nothing before it
  const part = (inside: number, outside: number): number =>
    ((dark[inside] ?? 0) - 0.5) / ((dark[inside] ?? 0) - (dark[outside] ?? 0))
  return [
    first === 0 ? 0 : (first + 0.5 - part(first, first - 1)) * PIXEL,
    last === n - 1 ? n * PIXEL : (last + 0.5 + part(last, last + 1)) * PIXEL,
  ]
}
const near = (is: readonly number[], want: readonly number[], by: number): void => {
  for (const [i, v] of want.entries()) expect(Math.abs((is[i] ?? Number.NaN) - v), `${is} for ${want}`).toBeLessThan(by)
}

describe('ink on a sheet', () => {
  const sheet: Sheet = { width: 50, length: 70, masked: NONE }
  it('lies where the page lies, to a hundredth of a millimetre', async () => {
    const seen = await painted(sheet, page(25.4, 30.48, 0, [10.03, 12.07]))
    near(extent(seen, 'x', 30), [10.03, 35.43], 0.012)
    near(extent(seen, 'y', 20), [12.07, 42.55], 0.012)
    expect([seen.width, seen.height]).toEqual([591, 827])
    expect(seen.inked).toBeCloseTo((25.4 * 30.48) / 3500, 2)
  })
  it('what would lie in the margin stays paper', async () => {
    const masked = { left: 3.3, right: 4.2, lead: 5.1, trail: 12.4 }
    const seen = await painted({ ...sheet, masked }, page(50.8, 71.12))
    near(extent(seen, 'x', 30), [3.3, 45.8], 0.012)
    near(extent(seen, 'y', 20), [5.1, 57.6], 0.012)
  })
  it('what lies beyond the sheet is lost', async () => {
    const seen = await painted(sheet, page(50.8, 71.12, 0, [-20, -30]))
    near(extent(seen, 'x', 10), [0, 30.8], 0.012)
    near(extent(seen, 'y', 10), [0, 41.12], 0.012)
  })
  it('a page that is enlarged, shifted and turned lands so', async () => {
    const land: Landing = { a: 1.02, b: -0.002, c: 0.002, d: 1.01, x0: 0.3, y0: -0.2 }
    const seen = await painted(sheet, page(20.32, 25.4, 0, [10.16, 10.16]), land)
    // x = 1.02 px + 0.002 py + 0.3 at the height 25 of the sheet, page height about 24.9
    near(extent(seen, 'x', 25), [10.16 * 1.02 + 0.3 + 0.002 * 24.9, 30.48 * 1.02 + 0.3 + 0.002 * 24.9], 0.02)
    // y = -0.002 px + 1.01 py - 0.2 at 20 across, page width about 19.4
    near(extent(seen, 'y', 20), [10.16 * 1.01 - 0.2 - 0.002 * 19.4, 35.56 * 1.01 - 0.2 - 0.002 * 19.4], 0.02)
  })
  it('nothing printed is paper, also where paper is not white', async () => {
    const warm = toneOf({ ...PLAIN, white: [96, 0, 3] }, 'srgb', false)
    const seen = await painted(sheet, page(50.8, 71.12, 255), AS_IS, { tone: warm })
    expect(seen.inked).toBe(0)
    expect(seen.at(25, 30)).toBeGreaterThan(0.9)
    expect(seen.at(25, 30)).toBeLessThan(1)
  })
  it('a print that is broken off leaves paper and a whole file', async () => {
    const seen = await painted(sheet, page(50.8, 71.12), AS_IS, { told: (part) => part < 0.4 })
    expect(seen.height).toBe(827)
    expect(seen.at(25, 10)).toBeLessThan(0.1)
    expect(seen.at(25, 60)).toBe(1)
    expect(extent(seen, 'y', 20)[1]).toBeLessThan(40)
  })
})

describe('tone', () => {
  const middle = (r: Response, grey = false, space: 'srgb' | 'device' = 'srgb'): readonly number[] => {
    const { table } = toneOf(r, space, grey)
    return table.map((t) => t[119 * 257] ?? 0) // L* 50 asked
  }
  it('white is the paper, black the darkest that this paper takes', () => {
    const { table, paper } = toneOf({ ...PLAIN, white: [96, 0, -1], darkest: 20 }, 'srgb', false)
    for (const c of [0, 1, 2]) expect(table[c]?.[65_535]).toBeCloseTo(paper[c] ?? 0, 4)
    expect(table[1][0]).toBeCloseTo(0.0299, 3) // L* 20
    expect(table[1][65_535]).toBeCloseTo(0.901, 2) // L* 96
  })
  it('its dialog moves the middle of black-and-white: darker by darkness, redder or yellower by tint; colour not', () => {
    const grey: Response = { ...PLAIN, darkest: 10, perDarkness: 0.1, perTint: [0.4, 0.5] }
    const at = (v: number, set: Parameters<typeof toneOf>[3], mono = true): readonly number[] =>
      toneOf(grey, 'srgb', mono, set).table.map((t) => t[v * 257] ?? 0)
    const set = (darkness: number, a = 0, b = 0) => ({ darkness, tint: [a, b] as const })
    const [plain, dark, light] = [0, 3, -3].map((d) => at(119, set(d))[1] ?? 0)
    expect([(dark ?? 0) < (plain ?? 0), (light ?? 0) > (plain ?? 0)]).toEqual([true, true])
    for (const end of [0, 255]) expect(at(end, set(3, 4, 4))).toEqual(at(end, set(0)))
    const [r, g, b] = at(119, set(0, 5, 0))
    expect((r ?? 0) > (g ?? 0)).toBe(true)
    const [r2, , b2] = at(119, set(0, 0, 5))
    expect((b2 ?? 0) < (r2 ?? 0) && (b2 ?? 0) < (b ?? 0)).toBe(true)
    expect(at(119, set(3, 4, 4), false)).toEqual(at(119, set(0), false))
  })
  it('without gain what is asked for comes out; gain darkens the middle and leaves the ends', () => {
    expect(middle(PLAIN)[1]).toBeCloseTo(0.184, 2) // L* 50
    const gained = toneOf({ ...PLAIN, gain: 0.1 }, 'srgb', false)
    expect(gained.table[1][119 * 257]).toBeLessThan(0.12)
    expect([gained.table[1][0], gained.table[1][65_535]].map((v) => Math.round((v ?? 0) * 1000) / 1000)).toEqual([0, 1])
  })
  it('darker values are never lighter', () => {
    for (const gain of [0, 0.05, 0.2])
      for (const space of ['srgb', 'device'] as const) {
        const { table } = toneOf({ ...PLAIN, gain, darkest: 12 }, space, false)
        for (let v = 257; v < 65_536; v += 257)
          expect(table[1][v]).toBeGreaterThanOrEqual((table[1][v - 257] ?? 0) - 1e-6)
      }
  })
  it('device values are amounts of ink, not lightness: half the ink is L* 50, not what sRGB 127 looks like', () => {
    const { table } = toneOf(PLAIN, 'device', false)
    expect(table[1][128 * 257]).toBeCloseTo(0.186, 2)
    expect(toneOf(PLAIN, 'srgb', false).table[1][128 * 257]).toBeCloseTo(0.216, 2)
  })
  it('grey mode has a gain and a tint of its own', () => {
    const tinted: Response = { ...PLAIN, greyTint: [2, -4], greyGain: 0.1 }
    const [r, g, b] = middle(tinted, true)
    expect(middle(tinted)).toEqual(middle(PLAIN))
    expect(b).toBeGreaterThan(r ?? 0)
    expect(g).toBeLessThan(0.13)
  })
})

describe('what is true of a machine', () => {
  const [otter] = MODELS
  const path = otter?.queues[0]?.paths[0]
  if (!otter || !path) throw new Error('there is a machine')
  const truths = Array.from({ length: 400 }, (_, seed) => truthOf(seed, otter, path))
  const mean = (of: (t: Truth) => number): number => truths.reduce((a, t) => a + of(t), 0) / truths.length
  const sd = (of: (t: Truth) => number): number => {
    const m = mean(of)
    return Math.sqrt(truths.reduce((a, t) => a + (of(t) - m) ** 2, 0) / (truths.length - 1))
  }
  it('is the same for a seed and another for the next', () => {
    expect(truthOf(7, otter, path)).toEqual(truthOf(7, otter, path))
    expect(truthOf(7, otter, path)).not.toEqual(truthOf(8, otter, path))
    expect(truthOf(7, otter, { ...path, source: 'manual' })).not.toEqual(truthOf(7, otter, path))
  })
  it('differs a little from what is declared, on both sides of it', () => {
    expect(Math.abs(mean((t) => t.margins.left) - path.margins.left)).toBeLessThan(0.1)
    expect(sd((t) => t.margins.left)).toBeGreaterThan(0.35)
    expect(Math.abs(mean((t) => t.overspray.trail) - (path.overspray?.trail ?? 0))).toBeLessThan(0.08)
    expect(sd((t) => t.overspray.trail)).toBeGreaterThan(0.2)
    for (const t of truths) expect(Math.min(...Object.values(t.margins))).toBeGreaterThan(0.5)
  })
  it('drifts with a standard deviation of 0.05 to 0.10 mm', () => {
    for (const t of truths)
      for (const d of t.drift) {
        expect(d).toBeGreaterThanOrEqual(0.05)
        expect(d).toBeLessThanOrEqual(0.1)
      }
  })
  it('drift of sheets is what the truth says: half of it is no rare case', () => {
    const random = randomOf(3)
    const [t] = truths
    if (!t) throw new Error('there is a truth')
    const lands = Array.from({ length: 3000 }, () => landing(t, [257, 364], false, false, random))
    const m = lands.reduce((a, l) => a + l.y0, 0) / lands.length
    const spread = Math.sqrt(lands.reduce((a, l) => a + (l.y0 - m) ** 2, 0) / lands.length)
    expect(spread / t.drift[1]).toBeGreaterThan(0.8)
    expect(spread / t.drift[1]).toBeLessThan(1.4) // the turn about the lead edge's middle adds a little
  })
  it('borderless enlarges the page until its edges reach past the sheet’s', () => {
    const still: Truth = {
      margins: NONE,
      overspray: { left: 3, right: 2, lead: 4, trail: 1 },
      shift: [0, 0],
      drift: [0, 0],
      skew: { mean: 0, sd: 0 },
      stretch: [1, 1],
    }
    const l = landing(still, [257, 364], true, false, randomOf(1))
    near([l.x0, l.a * 257 + l.x0, l.y0, l.d * 364 + l.y0], [-3, 259, -4, 365], 0.001)
    const plain = landing(still, [257, 364], false, false, randomOf(1))
    near([plain.x0, plain.a, plain.y0, plain.d], [0, 1, 0, 1], 1e-9)
  })
  it('random numbers are spread as they should be', () => {
    const random = randomOf(12)
    const all = Array.from({ length: 20_000 }, () => normal(random))
    const m = all.reduce((a, v) => a + v, 0) / all.length
    const s = Math.sqrt(all.reduce((a, v) => a + (v - m) ** 2, 0) / all.length)
    expect(Math.abs(m)).toBeLessThan(0.02)
    expect(Math.abs(s - 1)).toBeLessThan(0.02)
    expect(all.filter((v) => Math.abs(v) > 1.96).length / all.length).toBeCloseTo(0.05, 1)
  })
})
