import { createHash } from 'node:crypto'
import { readSync } from 'node:fs'
import { open } from 'node:fs/promises'
import sharp, { type Sharp } from 'sharp'
import { type StatedSize, statedSize } from '@/core/placing/file-size'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { readIcc } from '@/formats/icc/read'
import { readPictureHeader } from '@/formats/picture/header'
import type { PictureHeader } from '@/formats/picture/types'
import { profileFault } from './convert'
import { AS_STORED, decoding, MOST_PIXELS, pageOf } from './decoder'
import { chosenPicture, notTaken, pngNote, tooMuch } from './taken'

export type Inspected = {
  readonly mime: 'image/jpeg' | 'image/png' | 'image/tiff'
  readonly width: number
  readonly height: number
  readonly orientation: number
  readonly grey: boolean
  readonly bits: number
  readonly profile: string | null
  /** SHA-256 and ICC device class of the embedded profile, when it counts */
  readonly profileSha: string | null
  readonly profileClass: string | null
  /** what is odd about how it describes its colours: it counts as untagged then */
  readonly colourNote: string | null
  /** a person has to say first that it may */
  readonly colourAsks: boolean
  /** the size that the file states, upright; null: it states none */
  readonly statedWidthUm: number | null
  readonly statedHeightUm: number | null
  /** which picture of the file, from 0 */
  readonly page: number
  /** JPEG, longer edge 360 px, sRGB: for lists and docket */
  readonly thumb: Uint8Array
}

type Magic = { readonly is: string; readonly mime: Inspected['mime'] | null; readonly test: (b: Buffer) => boolean }

const starts =
  (...bytes: number[]) =>
  (b: Buffer): boolean =>
    bytes.every((v, i) => b[i] === v)
const says =
  (at: number, word: string) =>
  (b: Buffer): boolean =>
    b.toString('latin1', at, at + word.length) === word

const MAGIC: readonly Magic[] = [
  { is: 'a JPEG', mime: 'image/jpeg', test: starts(0xff, 0xd8, 0xff) },
  { is: 'a PNG', mime: 'image/png', test: starts(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a) },
  { is: 'a TIFF', mime: 'image/tiff', test: (b) => starts(0x49, 0x49, 42, 0)(b) || starts(0x4d, 0x4d, 0, 42)(b) },
  { is: 'a TIFF', mime: 'image/tiff', test: (b) => starts(0x49, 0x49, 43, 0)(b) || starts(0x4d, 0x4d, 0, 43)(b) },
  { is: 'a PDF', mime: null, test: says(0, '%PDF') },
  { is: 'a GIF', mime: null, test: says(0, 'GIF8') },
  { is: 'a WebP picture', mime: null, test: says(8, 'WEBP') },
  { is: 'a HEIF picture', mime: null, test: says(4, 'ftyp') },
  { is: 'a ZIP archive or office document', mime: null, test: starts(0x50, 0x4b, 3, 4) },
  { is: 'a program', mime: null, test: (b) => says(0, 'MZ')(b) || says(1, 'ELF')(b) },
  { is: 'a web page', mime: null, test: (b) => /^\s*<(!doctype|html|svg|\?xml)/i.test(b.toString('latin1')) },
]

async function firstBytes(path: string): Promise<Buffer> {
  const handle = await open(path, 'r')
  try {
    const buffer = Buffer.alloc(32)
    const { bytesRead } = await handle.read(buffer, 0, 32, 0)
    return buffer.subarray(0, bytesRead)
  } finally {
    await handle.close()
  }
}

/** What the first bytes look like to a person: letters if they are letters, else hexadecimal. */
function shown(head: Buffer): string {
  const letters = head.toString('latin1', 0, 12)
  return /^[\x20-\x7e]+$/.test(letters) ? `“${letters}”` : `the bytes ${head.subarray(0, 6).toString('hex')}`
}

/** What a file is by its first bytes, in words, and its type where this program keeps such files as they come. */
export async function kindOfFile(
  path: string,
): Promise<{ readonly is: string; readonly mime: Inspected['mime'] | 'application/pdf' | null }> {
  const head = await firstBytes(path)
  if (head.length === 0) return { is: 'empty', mime: null }
  const magic = MAGIC.find((m) => m.test(head))
  if (!magic) return { is: `nothing that is known here (it begins with ${shown(head)})`, mime: null }
  return { is: magic.is, mime: magic.is === 'a PDF' ? 'application/pdf' : magic.mime }
}

/** The size that a picture's file states, upright; null: it states none. */
export async function statedIn(
  path: string,
  picture: { readonly page: number; readonly width: number; readonly height: number; readonly orientation: number },
): Promise<StatedSize | null> {
  return stated(await headerOf(path), picture)
}

/** @param picture upright: its rows were columns in the file where its orientation is 5 or more */
function stated(
  header: PictureHeader | null,
  { page, width, height, orientation }: { page: number; width: number; height: number; orientation: number },
): StatedSize | null {
  const density = header?.format === 'TIFF' ? (header.pictures[page]?.density ?? null) : (header?.density ?? null)
  const lies = orientation >= 5
  return statedSize({ width, height }, density && lies ? { across: density.along, along: density.across } : density)
}

/**
 * Looks at a received file: what it is by its bytes, its pixels, bits, profile; decoded to its last row while the
 * thumbnail is made, since a good header proves nothing.
 */
export async function inspect(path: string, name: string): Promise<Result<Inspected, Problem>> {
  const head = await firstBytes(path)
  if (head.length === 0) return bad({ code: 'file_empty', name })
  const magic = MAGIC.find((m) => m.test(head))
  if (!magic) return bad({ code: 'file_not_a_picture', name, begins: shown(head) })
  if (!magic.mime) return bad({ code: 'file_renamed', name, is: magic.is })
  const format = magic.is.replace(/^an? /, '')
  const header = await headerOf(path)
  const page = header?.format === 'TIFF' ? chosenPicture(header.pictures) : 0
  const picture = header?.format === 'TIFF' ? (header.pictures[page] ?? null) : null
  const other = header && notTaken(header, picture)
  if (other) return bad({ code: 'file_not_taken', name, is: other })
  const need = header && tooMuch(header, picture)
  if (need) return bad({ code: 'file_needs_memory', name, gigabytes: Math.round(need.bytes / 1e8) / 10, why: need.why })
  try {
    const meta = await sharp(path, { ...pageOf(page), limitInputPixels: false }).metadata()
    if (meta.width * meta.height > MOST_PIXELS) {
      const megapixels = Math.round((meta.width * meta.height) / 1e6)
      return bad({ code: 'file_too_many_pixels', name, megapixels, limit: MOST_PIXELS / 1e6 })
    }
    if (meta.space === 'cmyk') return bad({ code: 'file_separated', name })
    const grey = meta.channels <= 2
    const colour = await coloursOf(meta.icc ?? null, grey, header?.format === 'PNG' ? pngNote(header) : null)
    const thumb = await decoding(() => preview(path, 360, { page, tagged: colour.profile !== null }))
    const orientation = meta.orientation ?? 1
    const lies = orientation >= 5
    const [width, height] = lies ? [meta.height, meta.width] : [meta.width, meta.height]
    const own = stated(header, { page, width, height, orientation })
    return ok({
      mime: magic.mime,
      ...{ width, height, statedWidthUm: own?.width ?? null, statedHeightUm: own?.height ?? null },
      orientation,
      grey,
      bits: meta.depth === 'ushort' ? 16 : 8,
      ...colour,
      page,
      thumb,
    })
  } catch {
    return bad({ code: 'file_broken', name, format })
  }
}

/** The header by our own eyes: bounded, and before any decoder opens the file. */
async function headerOf(path: string): Promise<PictureHeader | null> {
  const file = await open(path, 'r')
  try {
    return readPictureHeader((at, count) => {
      const bytes = new Uint8Array(Math.max(0, Math.min(count, MOST_READ)))
      return bytes.subarray(0, readSync(file.fd, bytes, 0, bytes.length, at))
    })
  } finally {
    await file.close()
  }
}

/** More than any header or directory holds. */
const MOST_READ = 1 << 20

/** What a file's own profile is worth: its name, or what is odd about it, and whether somebody has to be asked. */
async function coloursOf(
  icc: Uint8Array | null,
  grey: boolean,
  note: string | null,
): Promise<Pick<Inspected, 'profile' | 'profileSha' | 'profileClass' | 'colourNote' | 'colourAsks'>> {
  const none = { profile: null, profileSha: null, profileClass: null }
  if (!icc) return { ...none, colourNote: note, colourAsks: false }
  const fault = await profileFault(icc, grey ? 'GRAY' : 'RGB')
  if (fault) return { ...none, colourNote: `its profile ${fault}`, colourAsks: !grey }
  const read = readIcc(icc)
  return {
    profile: (read.ok && read.value.description) || 'a profile without a name',
    profileSha: createHash('sha256').update(icc).digest('hex'),
    profileClass: read.ok ? read.value.deviceClass : null,
    colourNote: null,
    colourAsks: false,
  }
}

/** From here on a picture is reduced in two steps; the first leaves this many times the wanted edge. */
const LARGE_PIXELS = 60_000_000
const ROUGHLY = 4

/**
 * The picture upright in sRGB, its longer edge at most `edge` px, as JPEG: for screens only.
 * @throws when the file cannot be read to its end.
 */
export async function preview(
  path: string,
  edge: number,
  { page, tagged }: { readonly page: number; readonly tagged: boolean },
): Promise<Uint8Array> {
  const open = () => sharp(path, { ...pageOf(page), ...AS_STORED, ignoreIcc: !tagged, sequentialRead: true })
  const finish = (picture: Sharp): Promise<Buffer> =>
    picture
      .resize(edge, edge, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .toColourspace('srgb')
      .jpeg({ quality: 84, optimiseCoding: false })
      .toBuffer()
  const meta = await open().metadata()
  if (meta.format === 'jpeg' || meta.width * meta.height < LARGE_PIXELS) return finish(open().autoOrient())
  // a JPEG is read small by itself; of others a smooth reduction holds hundreds of rows, so rows are first left out
  const fewer = await open()
    .autoOrient()
    .resize(edge * ROUGHLY, edge * ROUGHLY, { fit: 'inside', withoutEnlargement: true, kernel: 'nearest' })
    .flatten({ background: '#ffffff' })
    .toColourspace('srgb')
    .raw()
    .toBuffer({ resolveWithObject: true })
  const { width, height, channels } = fewer.info
  return finish(sharp(fewer.data, { raw: { width, height, channels } }))
}
