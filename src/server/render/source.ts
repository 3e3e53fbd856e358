import { readSync } from 'node:fs'
import { open, readFile } from 'node:fs/promises'
import sharp from 'sharp'
import type { Intent } from '@/core/preset/settings'
import { bad, ok, type Result } from '@/core/result/result'
import { readJpegHeader } from '@/formats/picture/jpeg'
import { convert, type Pixels } from '@/server/imaging/convert'
import { AS_STORED, pageOf } from '@/server/imaging/decoder'

/** A member's file and what is done to its colour. */
export type PictureSource = {
  readonly path: string
  readonly mime: 'image/jpeg' | 'image/png' | 'image/tiff'
  readonly name: string
  readonly width: number
  readonly height: number
  readonly orientation: number
  readonly grey: boolean
  readonly bits: number
  /** which picture of the file, from 0 */
  readonly page: number
  /** whether the profile in the file counts */
  readonly tagged: boolean
  readonly convertTo: {
    readonly profile: Uint8Array
    readonly name: string
    readonly intent: Intent
    readonly blackPoint: boolean
  } | null
}

/** A picture ready to be laid: encoded as it came, or decoded. */
export type Ready =
  | {
      readonly kind: 'jpeg'
      readonly bytes: Uint8Array
      readonly width: number
      readonly height: number
      readonly channels: 1 | 3
      readonly icc: Uint8Array | null
      readonly orientation: number
    }
  | {
      readonly kind: 'raw'
      readonly pixels: Pixels
      readonly width: number
      readonly height: number
      /** the profile that describes these numbers; null: device values, or none known */
      readonly icc: Uint8Array | null
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
function fitting(icc: Uint8Array | undefined, channels: number): Uint8Array | null {
  if (!icc || icc.length < 132) return null
  const space = Buffer.from(icc.subarray(16, 20)).toString('latin1')
  return (space === 'RGB ' && channels === 3) || (space === 'GRAY' && channels === 1) ? icc : null
}

/**
 * Reads a picture for printing. A JPEG that needs no recomputing is handed on byte for byte, its orientation left to
 * the page's matrix; everything else is decoded upright at its own depth, over white where it is transparent.
 */
export async function readyPicture(source: PictureSource): Promise<Result<Ready, string>> {
  const input = sharp(source.path, { ...pageOf(source.page), ...AS_STORED })
  const meta = await input.metadata()
  if (source.mime === 'image/jpeg' && !source.convertTo && !(await isArithmetic(source.path))) {
    const channels = meta.channels === 1 ? 1 : 3
    return ok({
      kind: 'jpeg',
      bytes: await readFile(source.path),
      width: meta.width,
      height: meta.height,
      channels,
      icc: source.tagged ? fitting(meta.icc, channels) : null,
      orientation: source.orientation,
    })
  }
  const sixteen = source.bits === 16
  const { data, info } = await input
    .autoOrient()
    .flatten({ background: '#ffffff' })
    .pipelineColourspace(source.grey ? (sixteen ? 'grey16' : 'b-w') : sixteen ? 'rgb16' : 'srgb')
    .toColourspace(source.grey ? (sixteen ? 'grey16' : 'b-w') : sixteen ? 'rgb16' : 'srgb')
    .raw({ depth: sixteen ? 'ushort' : 'uchar' })
    .toBuffer({ resolveWithObject: true })
  const channels = info.channels === 1 ? 1 : 3
  const values = sixteen ? new Uint16Array(data.buffer, data.byteOffset, data.length / 2) : new Uint8Array(data)
  const icc = source.tagged ? fitting(meta.icc, channels) : null
  const raw = { kind: 'raw', width: info.width, height: info.height } as const
  if (!source.convertTo) return ok({ ...raw, pixels: { data: values, channels }, icc })
  const { profile, intent, blackPoint, name } = source.convertTo
  const converted = await convert({ data: values, channels }, icc, profile, intent, blackPoint)
  if (!converted.ok)
    return bad(
      converted.problem.broken === 'source'
        ? `the profile in ${source.name} is broken. Ask for the picture with a sound profile.`
        : `the profile ${name} cannot be used for this picture. Check it under Presets.`,
    )
  return ok({ ...raw, pixels: converted.value, icc: null })
}
