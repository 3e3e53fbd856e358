/** Lightness of a surface under D50, CIE 1976: from luminance relative to the perfect white, and back. */

const EPSILON = 216 / 24389
const KAPPA = 24389 / 27

/**
 * CIE 1976 lightness L* (0 to 100) of a relative luminance Y (0 to 1; beyond is taken as the nearer end).
 * @example lightness(0.18) // 49.496
 */
export function lightness(luminance: number): number {
  const y = Math.min(1, Math.max(0, luminance))
  return y > EPSILON ? 116 * Math.cbrt(y) - 16 : KAPPA * y
}

/**
 * Relative luminance Y (0 to 1) of an L* (0 to 100).
 * @example luminance(50) // 0.18419
 */
export function luminance(lightnessStar: number): number {
  const l = Math.min(100, Math.max(0, lightnessStar))
  return l > KAPPA * EPSILON ? ((l + 16) / 116) ** 3 : l / KAPPA
}
