import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { readingOf, scannerCurve } from '@/core/tone/anchor'
import { bends, curveOf, throughCurve } from '@/core/tone/curve'
import { findWedges } from '@/core/tone/find'
import { judge } from '@/core/tone/rank'
import type { Reading } from '@/core/tone/reading'
import { type SampledPatch, samplePatches } from '@/core/tone/sample'
import type { Scan } from '@/core/tone/scan'
import type { WedgeLayout } from '@/core/tone/wedge'
import { wedgeFromCgats } from '@/formats/cgats/wedge'
import { chanceOf } from '../standins/instruments/chance'
import { type ScanAsked, scannerTruth, scanSheet } from '../standins/instruments/scanner'
import { SHEET_PPI } from '../standins/printer/paint'
import type { Response } from '../standins/printer/truth'
import { layoutOf, meterFile, printWedge } from './print-wedge'

// Printers that nobody knows, each with a truth of its own: printed, scanned, metered, corrected, printed again.
const SEED = Number(process.env.LIBRETA_SEED ?? 1)
const RESPONSES = process.env.LIBRETA_FULL ? 40 : 5
const SCANS = process.env.LIBRETA_FULL ? 500 : 40

let folder: string
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'tone-'))
})
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** How a black-and-white way may answer: gamma, a shoulder, shadows that close up, here and there a reversal, a tint. */
function responseOf(seed: number): Response & { readonly black: 'photo' | 'matte' } {
  const { even, normal } = chanceOf(SEED * 7919 + seed)
  const black = even() < 0.5 ? 'photo' : 'matte'
  const shape = {
    gamma: 0.6 + 1.2 * even(),
    shoulder: 0.2 * even(),
    blocked: even() < 0.3 ? 0.15 * even() : 0,
    dip: even() < 0.15 ? 0.03 + 0.04 * even() : 0,
    dipAt: 0.3 + 0.5 * even(),
  }
  return {
    ...{ black, gain: 0.1, greyGain: 0.03 * even(), grey: shape },
    darkest: black === 'photo' ? 4 + 8 * even() : 15 + 8 * even(),
    white: [94 + 2.5 * even(), 0.4 * normal(), 1.5 * normal()],
    greyTint: [normal(), 1.5 * normal()],
  }
}

async function scanOf(file: string, asked: Partial<ScanAsked>, scanner = SEED): Promise<Scan> {
  const usual: ScanAsked = { ppi: 300, format: 'png', quarter: 0, turn: 1, dust: 6, shadow: false, seed: 1 }
  const bytes = await scanSheet(file, SHEET_PPI, scannerTruth(scanner), { ...usual, ...asked })
  const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true })
  return { width: info.width, height: info.height, data, step: info.channels as 1 | 3, most: 255 }
}

function sampled(scan: Scan, { code, steps, columns }: WedgeLayout): readonly SampledPatch[] {
  const [wedge] = findWedges(scan).wedges
  if (!wedge) throw new Error('the wedge was not found')
  expect(wedge).toMatchObject({ code, steps, columns })
  return samplePatches(scan, wedge.corners, steps, columns, 'sRGB')
}

async function metered(file: string, layout: WedgeLayout, seed: number): Promise<Reading> {
  const read = wedgeFromCgats(await meterFile(file, layout, seed), layout.steps)
  if (!read.ok) throw new Error(JSON.stringify(read.problem))
  return read.value.reading
}

const worst = (reading: Reading, truth: readonly number[]): number =>
  Math.max(...reading.patches.map((p, i) => Math.abs(p.l - (truth[i] ?? 0))))
const worstBend = (reading: Reading): number => Math.max(...bends(reading).map(Math.abs))

describe('greys of a printer that nobody knows', () => {
  it(`are read and made even: ${RESPONSES} of them`, { timeout: 1_800_000 }, async () => {
    const layout = layoutOf(51, 3)
    const check = await printWedge(folder, 'check', layoutOf(21, 1), responseOf(1000))
    const known = scannerCurve(
      sampled(await scanOf(check.file, { seed: 99 }), layoutOf(21, 1)).map((p) => p.light),
      (await metered(check.file, layoutOf(21, 1), 98)).patches,
    )
    const off = { meter: 0, scan: 0, unchecked: 0, meterBend: 0, scanBend: 0 }
    const refused: string[] = []
    for (let n = 1; n <= RESPONSES; n++) {
      const response = responseOf(n)
      const { file, truth } = await printWedge(folder, `r${n}`, layout, response)
      const byMeter = await metered(file, layout, n)
      const patches = sampled(await scanOf(file, { seed: n, turn: (n % 7) - 3, quarter: (n % 4) as 0 }), layout)
      const byScan = readingOf(patches, { scanner: known })
      const anchor = { white: 95, black: response.black === 'photo' ? 8 : 19, source: 'assumed' } as const
      const unchecked = readingOf(patches, { anchor })
      off.meter = Math.max(off.meter, worst(byMeter, truth))
      off.scan = Math.max(off.scan, worst(byScan, truth))
      off.unchecked = Math.max(off.unchecked, worst(unchecked, truth) / unchecked.within)
      const { verdict, price } = judge(byMeter)
      if (price.level === 'stop' || verdict.reversed.length > 0) {
        refused.push(`${n}: ${price.level === 'stop' ? `${price.levels} levels` : 'more black gives less'}`)
        continue
      }
      for (const [how, reading] of [
        ['meterBend', byMeter],
        ['scanBend', byScan],
      ] as const) {
        const curve = curveOf(reading)
        const again = await printWedge(folder, `r${n} again`, layout, response, (d) => throughCurve(curve, d))
        off[how] = Math.max(off[how], worstBend(await metered(again.file, layout, 3 * n)))
      }
    }
    const say = (v: number): string => v.toFixed(2)
    process.stdout.write(
      `${RESPONSES} responses (seed ${SEED}): meter within ${say(off.meter)} L*, scan ${say(off.scan)}, unchecked ${say(6 * off.unchecked)}; after the curve ${say(off.meterBend)} by meter, ${say(off.scanBend)} by scan; refused ${refused.length}: ${refused.join('; ')}\n`,
    )
    expect(off.meter).toBeLessThan(0.3)
    expect(off.scan).toBeLessThan(1)
    expect(off.unchecked).toBeLessThan(1)
    expect(off.meterBend).toBeLessThan(0.7)
    expect(off.scanBend).toBeLessThan(1.5)
    expect(refused.length).toBeLessThanOrEqual(RESPONSES / 3)
  })
})

describe('a wedge on a scan', () => {
  it(`is found however it lies: ${SCANS} scans`, { timeout: 1_800_000 }, async () => {
    const { even } = chanceOf(SEED + 17)
    const pick = <T>(of: readonly T[]): T => of[Math.floor(even() * of.length)] as T
    const sheets = []
    for (const [i, steps] of ([21, 51, 21] as const).entries()) {
      const layout = layoutOf(steps, 100 + 4111 * i)
      sheets.push({ layout, ...(await printWedge(folder, `f${i}`, layout, responseOf(200 + i))) })
    }
    const missed: string[] = []
    for (let n = 0; n < SCANS; n++) {
      const { file, layout } = pick(sheets)
      const asked = {
        ppi: pick([75, 75, 100, 150, 200, 300, ...(n % 10 === 0 ? [600] : [])]),
        ...{ format: pick(['png', 'jpeg', 'tiff'] as const), quarter: pick([0, 1, 2, 3] as const) },
        ...{ turn: -10 + 20 * even(), dust: 40 * even(), shadow: even() < 0.4, seed: SEED * 10_000 + n },
      }
      const found = findWedges(await scanOf(file, asked, n))
      const [wedge] = found.wedges
      if (found.wedges.length !== 1 || wedge?.code !== layout.code || wedge.columns !== layout.columns)
        missed.push(JSON.stringify({ n, ...asked, found: { ...found, wedges: found.wedges.length } }))
    }
    process.stdout.write(`${SCANS} scans (seed ${SEED}): ${SCANS - missed.length} found\n`)
    expect(missed).toEqual([])
  })
})
