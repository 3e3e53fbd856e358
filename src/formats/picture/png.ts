import { densityOf } from './density'
import type { Density, PngHeader, ReadAt } from './types'

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]
/** Chunks before the picture's data. */
const MOST_CHUNKS = 2000

/** Channels by colour type (PNG, 11.2.1); a palette holds RGB. */
const CHANNELS: Readonly<Record<number, number>> = { 0: 1, 2: 3, 3: 3, 4: 2, 6: 4 }

/** White and primaries of sRGB in the chunk's order (PNG, 11.3.2.1), in hundred-thousandths. */
const SRGB = [31270, 32900, 64000, 33000, 30000, 60000, 15000, 6000]
const NEAR = 500

/** IHDR and what is said of colour before the first IDAT. */
export function readPngHeader(read: ReadAt): PngHeader | null {
  const head = read(0, 33)
  if (head.length < 33 || SIGNATURE.some((v, i) => head[i] !== v)) return null
  const view = (b: Uint8Array): DataView => new DataView(b.buffer, b.byteOffset, b.byteLength)
  const ihdr = view(head)
  const channels = CHANNELS[head[25] ?? 9]
  if (channels === undefined) return null
  let described: PngHeader['described'] = null
  let gamma: number | null = null
  let primaries: PngHeader['primaries'] = null
  let density: Density = null
  let at = 33
  for (let i = 0; i < MOST_CHUNKS; i++) {
    const chunk = read(at, 8)
    if (chunk.length < 8) break
    const length = view(chunk).getUint32(0)
    const type = String.fromCharCode(...chunk.subarray(4, 8))
    if (type === 'IDAT' || type === 'IEND') break
    if (type === 'iCCP') described = 'profile'
    if (type === 'sRGB') described ??= 'sRGB'
    if (type === 'gAMA' && length === 4) {
      const data = read(at + 8, 4)
      if (data.length === 4) gamma = view(data).getUint32(0) / 100_000
    }
    if (type === 'cHRM' && length === 32) {
      const data = read(at + 8, 32)
      if (data.length === 32)
        primaries = SRGB.every((v, k) => Math.abs(view(data).getUint32(4 * k) - v) <= NEAR) ? 'sRGB' : 'other'
    }
    if (type === 'pHYs' && length === 9) {
      const data = read(at + 8, 9)
      if (data.length === 9)
        density = densityOf(view(data).getUint32(0), view(data).getUint32(4), data[8] === 1 ? 'm' : null)
    }
    at += 12 + length
  }
  return {
    format: 'PNG',
    width: ihdr.getUint32(16),
    height: ihdr.getUint32(20),
    bits: head[24] ?? 8,
    channels,
    interlaced: head[28] === 1,
    described,
    gamma,
    primaries,
    density,
  }
}
