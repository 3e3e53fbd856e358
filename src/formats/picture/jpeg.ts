import { densityOf } from './density'
import { readTiffHeader } from './tiff'
import type { Density, JpegHeader, ReadAt } from './types'

/** Markers before the frame header: application data of a camera is a dozen at most. */
const MOST_MARKERS = 2000

/** Start of frame, ITU-T T.81 table B.1; DHT, JPG and DAC share their range and are none. */
const isFrame = (code: number): boolean =>
  code >= 0xc0 && code <= 0xcf && code !== 0xc4 && code !== 0xc8 && code !== 0xcc

/** The frame header of a JPEG (ITU-T T.81, B.2.2), found by walking from marker to marker. */
export function readJpegHeader(read: ReadAt): JpegHeader | null {
  const start = read(0, 2)
  if (start[0] !== 0xff || start[1] !== 0xd8) return null
  let at = 2
  let said: Said = { jfif: null, exif: null }
  for (let i = 0; i < MOST_MARKERS; i++) {
    const head = read(at, 4)
    if (head.length < 4 || head[0] !== 0xff) return null
    const code = head[1] ?? 0
    if (code === 0xff) {
      at += 1 // fill byte
      continue
    }
    const length = ((head[2] ?? 0) << 8) | (head[3] ?? 0)
    if (isFrame(code)) return frame(code, read(at + 4, length - 2), chosen(said))
    if (code === 0xda || length < 2) return null
    if (code === 0xe0 || code === 0xe1) said = heard(said, code, at + 4, length - 2, read)
    at += 2 + length
  }
  return null
}

type Said = { readonly jfif: Density; readonly exif: Density }

const starts = (b: Uint8Array, word: string): boolean => [...word].every((c, i) => b[i] === c.charCodeAt(0))

/** What application data says of the density: JFIF (ITU-T T.871, 10.1) or EXIF, which is a TIFF of its own. */
function heard(said: Said, code: number, at: number, length: number, read: ReadAt): Said {
  const head = read(at, Math.min(length, 14))
  if (code === 0xe0 && head.length >= 12 && starts(head, 'JFIF\0')) {
    const u16 = (i: number): number => ((head[i] ?? 0) << 8) | (head[i + 1] ?? 0)
    const per = head[7] === 1 ? 'inch' : head[7] === 2 ? 'cm' : null
    return { ...said, jfif: densityOf(u16(8), u16(10), per) }
  }
  if (code === 0xe1 && starts(head, 'Exif\0\0')) {
    const [from, to] = [at + 6, at + length]
    const inner = readTiffHeader((a, count) => read(from + a, Math.max(0, Math.min(count, to - from - a))))
    return { ...said, exif: inner?.pictures[0]?.density ?? null }
  }
  return said
}

/**
 * EXIF before JFIF, as those who write both mean it; but its standard's default, 72 to the inch (JEITA CP-3451, 4.6.4), is
 * what stays there when a program changes the other alone.
 */
function chosen({ jfif, exif }: Said): Density {
  const isDefault = exif !== null && exif.across === 72 && exif.along === 72
  return exif === null || (isDefault && jfif !== null) ? jfif : exif
}

function frame(code: number, b: Uint8Array, density: Density): JpegHeader | null {
  const components = b[5] ?? 0
  if (components === 0 || b.length < 6 + 3 * components) return null
  const factors = Array.from({ length: components }, (_, i) => b[7 + 3 * i] ?? 0x11)
  const across = factors.map((f) => f >> 4)
  const along = factors.map((f) => f & 15)
  const most = Math.max(...across) * Math.max(...along)
  return {
    format: 'JPEG',
    bits: b[0] ?? 8,
    height: ((b[1] ?? 0) << 8) | (b[2] ?? 0),
    width: ((b[3] ?? 0) << 8) | (b[4] ?? 0),
    components,
    samplesPerPixel: factors.reduce((sum, _, i) => sum + ((across[i] ?? 1) * (along[i] ?? 1)) / most, 0),
    progressive: code === 0xc2 || code === 0xc6 || code === 0xca || code === 0xce,
    arithmetic: code >= 0xc9,
    lossless: code === 0xc3 || code === 0xc7 || code === 0xcb || code === 0xcf,
    density,
  }
}
