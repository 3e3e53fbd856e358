import { createWriteStream, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { fromMm } from '@/core/length/length'
import type { Page } from '@/core/page/page'
import { fedSheet, sheetRect } from '@/core/sheet/sheet'
import { type RasterPage, RowPacker } from '@/formats/pwg-raster/write'
import { pixelsOf, pwgRaster } from '@/server/render/raster'
import { RawFile } from '@/server/render/raw-file'

// npm run bench:raster: PWG Raster of 610 x 914 mm at 300 ppi in RGB; encoding alone, and from a 100-megapixel JPEG.
const PPI = 300
const sheet = fedSheet(fromMm(610), fromMm(914), 'short')
const head: RasterPage = {
  width: pixelsOf(sheet.width, PPI),
  height: pixelsOf(sheet.length, PPI),
  ppi: PPI,
  colour: 'srgb',
  bits: 8,
  sizeName: 'custom_sheet_610x914mm',
  mediaType: 'lustre-a',
  printQuality: 4,
}
const say = (line: string): void => void process.stdout.write(`${line}\n`)
const folder = mkdtempSync(join(tmpdir(), 'libreta-bench-'))

/** Rows like a photograph's: no two pixels alike for long. */
function encodeOnly(): { seconds: number; bytes: number } {
  const packer = new RowPacker(head)
  const row = new Uint8Array(head.width * 3)
  let bytes = 0
  let seed = 1
  const began = performance.now()
  for (let y = 0; y < head.height; y++) {
    for (let i = 0; i < row.length; i += 97) {
      seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0
      row[i] = seed >>> 24
    }
    for (let i = 3; i < row.length; i += 3) row[i] = ((row[i - 3] ?? 0) + (i & 7)) & 255
    bytes += packer.row(row)?.length ?? 0
  }
  bytes += packer.end()?.length ?? 0
  return { seconds: (performance.now() - began) / 1000, bytes }
}

async function photograph(path: string): Promise<void> {
  const [w, h] = [8660, 11_548]
  const noise = await sharp({
    create: {
      width: 1083,
      height: 1444,
      channels: 3,
      background: '#000',
      noise: { type: 'gaussian', mean: 120, sigma: 50 },
    },
  })
    .png()
    .toBuffer()
  await sharp(noise).resize(w, h, { kernel: 'cubic' }).jpeg({ quality: 90, optimiseCoding: false }).toFile(path)
}

async function wholeWay(path: string, quarter: 0 | 1): Promise<{ seconds: number; bytes: number }> {
  const began = performance.now()
  const raw = await RawFile.open({ path, page: 0, grey: false, bits: 8, tagged: true })
  const size = { width: raw.width, height: raw.height }
  const page: Page = {
    sheet,
    trim: sheetRect(sheet),
    items: [
      {
        kind: 'picture',
        pictureId: 'p',
        quarter,
        mirror: false,
        full: sheetRect(sheet),
        window: sheetRect(sheet),
        crop: { x: 0, y: 0, w: size.width, h: size.height },
      },
    ],
  }
  const out = createWriteStream(join(folder, 'out.pwg'))
  let bytes = 0
  for await (const piece of pwgRaster(page, new Map([['p', { raw, size, orientation: 1, stages: [] }]]), head)) {
    bytes += piece.length
    if (!out.write(piece)) await new Promise<void>((resolve) => out.once('drain', () => resolve()))
  }
  await new Promise<void>((resolve) => out.end(() => resolve()))
  raw.close()
  return { seconds: (performance.now() - began) / 1000, bytes }
}

const peak = (): string => `${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB at most in memory`
try {
  if (process.argv[2] === 'whole') {
    const { seconds, bytes } = await wholeWay(process.argv[3] ?? '', process.argv[4] === 'turned' ? 1 : 0)
    say(`  ${process.argv[4]}: ${seconds.toFixed(1)} s, ${(bytes / 1e6).toFixed(0)} MB, ${peak()}`)
  } else {
    say(`PWG raster, ${head.width} x ${head.height} px in RGB`)
    for (let i = 0; i < 3; i++) {
      const { seconds, bytes } = encodeOnly()
      say(`  encoding alone: ${seconds.toFixed(2)} s, ${(bytes / 1e6).toFixed(0)} MB (limit 6 s)`)
    }
    const path = join(folder, 'photograph.jpg')
    await photograph(path)
    say('from a 100-megapixel JPEG to the last byte (limit 25 s, 400 MB), each in a process of its own:')
    const { spawnSync } = await import('node:child_process')
    for (const turned of ['upright', 'turned']) {
      const done = spawnSync(process.execPath, ['--import', 'tsx', import.meta.filename, 'whole', path, turned], {
        stdio: ['ignore', 'inherit', 'inherit'],
      })
      if (done.status !== 0) process.exitCode = 1
    }
  }
} finally {
  rmSync(folder, { recursive: true, force: true })
}
