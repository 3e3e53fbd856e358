import type { Encoding } from '@/core/tone/encoding'
import { readProfile } from '@/formats/icc/profile'

// What a scan's own file says of how its numbers stand for light: by its profile, or by PNG's own mark.

/** Chunks and segments that are looked at: what describes the colours stands before the pixels. */
const MOST = 400

/** The encoding that a profile describes; null: none of those that are known here. */
export function encodingOfProfile(icc: Uint8Array): Encoding | null {
  const read = readProfile(icc)
  if (!read.ok) return null
  const { description, curves } = read.value
  if (/srgb/i.test(description)) return 'sRGB'
  if (/\bl\s?star\b|\bL\*/i.test(description)) return 'L*'
  const powers = curves.flatMap((c) => (c.kind === 'gamma' ? [c.gamma] : []))
  const [power] = powers
  if (power === undefined || powers.some((p) => Math.abs(p - power) > 0.01)) return null
  for (const [is, name] of [
    [1, 'linear'],
    [1.8, 'gamma 1.8'],
    [2.2, 'gamma 2.2'],
  ] as const)
    if (Math.abs(power - is) < 0.02) return name
  return null
}

const ascii = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length))

/** The profile of a JPEG, of which one segment is enough (ICC.1, annex B.4); null: it has none, or one in pieces. */
function ofJpeg(bytes: Uint8Array, view: DataView): Uint8Array | null {
  for (let at = 2, n = 0; n < MOST && at + 4 <= bytes.length; n++) {
    if (bytes[at] !== 0xff) return null
    const [kind, length] = [bytes[at + 1], view.getUint16(at + 2)]
    // the pixels begin
    if (kind === 0xda || length < 2) return null
    if (kind === 0xe2 && ascii(bytes, at + 4, 11) === 'ICC_PROFILE' && bytes[at + 17] === 1)
      return bytes.subarray(at + 18, at + 2 + length)
    at += 2 + length
  }
  return null
}

/** What a PNG says: its own mark of sRGB, or its profile as it is packed. */
function ofPng(bytes: Uint8Array, view: DataView): 'sRGB' | { readonly packed: Uint8Array } | null {
  for (let at = 8, n = 0; n < MOST && at + 12 <= bytes.length; n++) {
    const [length, kind] = [view.getUint32(at), ascii(bytes, at + 4, 4)]
    if (kind === 'IDAT') return null
    if (kind === 'sRGB') return 'sRGB'
    if (kind === 'iCCP') {
      const name = bytes.subarray(at + 8, at + 8 + Math.min(80, length)).indexOf(0)
      return name < 0 ? null : { packed: bytes.subarray(at + 8 + name + 2, at + 8 + length) }
    }
    at += 12 + length
  }
  return null
}

/**
 * The encoding that a JPEG or PNG states; null: none, or none that is known here.
 * @param bytes its beginning, some hundred kilobytes
 * @param unpack zlib's data as they were (RFC 1950); what cannot be unpacked states nothing
 */
export async function statedEncoding(
  bytes: Uint8Array,
  unpack: (packed: Uint8Array) => Promise<Uint8Array>,
): Promise<Encoding | null> {
  if (bytes.length < 12) return null
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (bytes[0] === 0xff && bytes[1] === 0xd8) {
    const icc = ofJpeg(bytes, view)
    return icc && encodingOfProfile(icc)
  }
  if (ascii(bytes, 1, 3) !== 'PNG') return null
  const png = ofPng(bytes, view)
  if (png === null || png === 'sRGB') return png
  try {
    return encodingOfProfile(await unpack(png.packed))
  } catch {
    return null
  }
}
