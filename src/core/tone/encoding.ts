/** How a scanner's numbers stand for light: declared by whoever scanned, or known from the file's profile. */
export const ENCODINGS = ['sRGB', 'gamma 1.8', 'gamma 2.2', 'L*', 'linear'] as const
export type Encoding = (typeof ENCODINGS)[number]

/**
 * Light, 0 to 1, of an encoded value, 0 to 1. sRGB by IEC 61966-2-1; L* is lightness itself, CIE 1976.
 * @example lightOf('gamma 2.2', 0.5) // 0.218
 */
export function lightOf(encoding: Encoding, value: number): number {
  const v = Math.min(1, Math.max(0, value))
  switch (encoding) {
    case 'sRGB':
      return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4
    case 'gamma 1.8':
      return v ** 1.8
    case 'gamma 2.2':
      return v ** 2.2
    case 'L*':
      return v > 0.08 ? ((100 * v + 16) / 116) ** 3 : (2700 * v) / 24389
    case 'linear':
      return v
  }
}
