import { readSync } from 'node:fs'
import { open, readFile } from 'node:fs/promises'
import { createDeflate } from 'node:zlib'
import sharp from 'sharp'
import { ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { readJpegHeader } from '@/formats/picture/jpeg'
import { AS_STORED } from '@/server/imaging/decoder'
import { bigEndian } from './big-endian'
import { type OpenPicture, openPicture } from './open-picture'
import type { PictureFile } from './picture-file'
import { type Treatment, through } from './stages'

/** A picture as a file embeds it: as stored, its orientation is left to the page's matrix. */
export type Embedded = {
  readonly filter: 'DCTDecode' | 'FlateDecode'
  readonly bytes: Uint8Array
  readonly width: number
  readonly height: number
  readonly channels: 1 | 3
  readonly bits: 8 | 16
  /** the profile that describes these numbers; null: device values, or none known */
  readonly icc: Uint8Array | null
  readonly orientation: number
}

/** Arithmetic coding: programs that read PDF do not know it, so such a JPEG is decoded like any other format. */
async function isArithmetic(path: string): Promise<boolean> {
  const file = await open(path, 'r')
  try {
    const header = readJpegHeader((at, count) => {
      const bytes = new Uint8Array(Math.max(0, count))
      return bytes.subarray(0, readSync(file.fd, bytes, 0, bytes.length, at))
    })
    return header?.arithmetic ?? false
  } finally {
    await file.close()
  }
}

/** The profile only if it is right for that many channels: a wrong one would make the file unreadable. */
function fitting(icc: Uint8Array | null | undefined, channels: number): Uint8Array | null {
  if (!icc || icc.length < 132) return null
  const space = Buffer.from(icc.subarray(16, 20)).toString('latin1')
  return (space === 'RGB ' && channels === 3) || (space === 'GRAY' && channels === 1) ? icc : null
}

/**
 * A picture for a file. A JPEG that needs no recomputing is handed on byte for byte; everything else goes the way of what
 * is printed, band by band, and is deflated as it comes.
 */
export async function embed(file: PictureFile, how: Treatment): Promise<Result<Embedded, Problem>> {
  if (
    file.mime === 'image/jpeg' &&
    how.convert === 'nothing' &&
    !how.curve &&
    !how.grey &&
    !(await isArithmetic(file.path))
  )
    return ok(await asItCame(file))
  const opened = await openPicture(file, how)
  if (!opened.ok) return opened
  try {
    return ok(await deflated(opened.value))
  } finally {
    opened.value.close()
  }
}

async function asItCame(file: PictureFile): Promise<Embedded> {
  const meta = await sharp(file.path, AS_STORED).metadata()
  const channels = meta.channels === 1 ? 1 : 3
  return {
    filter: 'DCTDecode',
    bytes: await readFile(file.path),
    ...{ width: meta.width, height: meta.height, channels, bits: 8 },
    icc: file.tagged ? fitting(meta.icc, channels) : null,
    orientation: file.orientation,
  }
}

/** Rows that are read at a time: about this many octets. */
const BAND_BYTES = 8_000_000

async function deflated({ raw, stages, orientation }: OpenPicture): Promise<Embedded> {
  const deflate = createDeflate()
  const pieces: Buffer[] = []
  deflate.on('data', (piece: Buffer) => pieces.push(piece))
  const ended = new Promise<void>((resolve, reject) => deflate.once('end', resolve).once('error', reject))
  const row = raw.width * raw.channels * raw.bytes
  const step = Math.max(1, Math.floor(BAND_BYTES / row))
  for (let y = 0; y < raw.height; y += step) {
    const count = Math.min(step, raw.height - y)
    const octets = new Uint8Array(count * row)
    for (let i = 0; i < count; i++) raw.row(y + i, 0, raw.width, octets, i * row)
    const values = through(stages, raw.bytes === 2 ? new Uint16Array(octets.buffer) : octets)
    if (!deflate.write(bigEndian(values))) await new Promise<void>((resolve) => deflate.once('drain', resolve))
  }
  deflate.end()
  await ended
  const channels = stages.at(-1)?.channels ?? raw.channels
  return {
    ...{ filter: 'FlateDecode', bytes: Buffer.concat(pieces), width: raw.width, height: raw.height, channels },
    bits: (stages.at(-1)?.bytes ?? raw.bytes) === 2 ? 16 : 8,
    icc: stages.length > 0 ? null : fitting(raw.icc, raw.channels),
    orientation,
  }
}
