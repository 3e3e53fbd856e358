import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { um } from '@/core/length/length'
import { sameEdges } from '@/core/sheet/sheet'
import { findWedges } from '@/core/tone/find'
import { samplePatches } from '@/core/tone/sample'
import type { Scan } from '@/core/tone/scan'
import { wedgeLayout, wedgePage } from '@/core/tone/wedge'
import { wedgeFromCgats } from '@/formats/cgats/wedge'
import { greyFile } from '@/server/render/grey-file'
import { scannerTruth, scanSheet } from '../standins/instruments/scanner'

// npm run bench:tone: how long the analysis of an A4 scan takes, and a file of a meter with 5000 lines. Medians.

const ROUNDS = 9
const median = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0
function timed(what: () => void): number {
  const began = performance.now()
  what()
  return performance.now() - began
}
const many = (what: () => void): string => {
  const all = Array.from({ length: ROUNDS }, () => timed(what))
  return `median ${median(all).toFixed(0)} ms, first ${(all[0] ?? 0).toFixed(0)}, worst ${Math.max(...all).toFixed(0)}`
}

const folder = mkdtempSync(join(tmpdir(), 'tone-bench-'))
try {
  const sheet = { width: um(210_000), length: um(297_000) }
  for (const steps of [21, 51] as const) {
    const laid = wedgeLayout(sheet, sameEdges(6000), { code: 5, steps, lines: 4, place: 1, of: 1 })
    if (!laid.ok) throw new Error('it fits')
    const page = join(folder, `${steps}.png`)
    await sharp(await greyFile(wedgePage(laid.value, ['wedge']), 'png'))
      .toColourspace('srgb')
      .png()
      .toFile(page)
    for (const ppi of [75, 300, 600]) {
      const asked = { ppi, format: 'png', quarter: 1, turn: 4, dust: 10, shadow: true, seed: 3 } as const
      const bytes = await scanSheet(page, 300, scannerTruth(2), asked)
      const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
      const scan: Scan = { width: info.width, height: info.height, data, step: 4, most: 255 }
      const said = many(() => {
        const [wedge] = findWedges(scan).wedges
        if (!wedge) throw new Error('not found')
        samplePatches(scan, wedge.corners, wedge.steps, wedge.columns, 'sRGB')
      })
      process.stdout.write(
        `${steps} steps, A4 at ${ppi} ppi (${info.width} x ${info.height}): found and read, ${said}\n`,
      )
    }
  }
  const rows = Array.from({ length: 5000 }, (_, i) => `${i + 1}\t${(95 - 0.015 * i).toFixed(3)}\t0.12\t-1.07`)
  const text = new TextEncoder().encode(
    `CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n${rows.join('\n')}\nEND_DATA\n`,
  )
  process.stdout.write(`CGATS of 5000 lines: ${many(() => void wedgeFromCgats(text, 5000))}\n`)
} finally {
  rmSync(folder, { recursive: true, force: true })
}
