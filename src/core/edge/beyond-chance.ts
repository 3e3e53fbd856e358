/**
 * How likely chance alone makes what was seen: tails of the F and t distributions by the regularised incomplete beta
 * function (Abramowitz and Stegun, 26.5.8, 26.6.2 and 26.7.1; its continued fraction in Lentz's form).
 */

/** ln of the gamma function for x > 0 (Lanczos, g = 7, n = 9), relative error below 1e-13. */
function lnGamma(x: number): number {
  const C = [
    676.5203681218851, -1259.1392167224028, 771.3234287776531, -176.6150291621406, 12.507343278686905,
    -0.13857109526572012, 9.984369578019572e-6, 1.5056327351493116e-7,
  ]
  const y = x - 1
  const sum = C.reduce((acc, c, i) => acc + c / (y + i + 1), 0.9999999999998099)
  const t = y + 7.5
  return 0.5 * Math.log(2 * Math.PI) + (y + 0.5) * Math.log(t) - t + Math.log(sum)
}

const TINY = 1e-300
const awayFromZero = (v: number): number => (Math.abs(v) < TINY ? TINY : v)

/** The continued fraction of the incomplete beta function; converges quickly for x < (a + 1) / (a + b + 2). */
function fraction(x: number, a: number, b: number): number {
  let c = 1
  let d = 1 / awayFromZero(1 - ((a + b) * x) / (a + 1))
  let h = d
  for (let m = 1; m <= 300; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m))
    d = 1 / awayFromZero(1 + even * d)
    c = awayFromZero(1 + even / c)
    h *= d * c
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1))
    d = 1 / awayFromZero(1 + odd * d)
    c = awayFromZero(1 + odd / c)
    const step = d * c
    h *= step
    if (Math.abs(step - 1) < 1e-14) break
  }
  return h
}

/** I_x(a, b), the regularised incomplete beta function. @example incompleteBeta(0.5, 2, 2) // 0.5 */
export function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  const front = Math.exp(lnGamma(a + b) - lnGamma(a) - lnGamma(b) + a * Math.log(x) + b * Math.log(1 - x))
  return x < (a + 1) / (a + b + 2) ? (front * fraction(x, a, b)) / a : 1 - (front * fraction(1 - x, b, a)) / b
}

/** The chance of an F above `f` with these degrees of freedom above and below. @example fAbove(4.965, 1, 10) // 0.05 */
export const fAbove = (f: number, above: number, below: number): number =>
  f <= 0 ? 1 : incompleteBeta(below / (below + above * f), below / 2, above / 2)

/** The chance of a t beyond ± `t`. @example tBeyond(2.228, 10) // 0.05 */
export const tBeyond = (t: number, df: number): number => incompleteBeta(df / (df + t * t), df / 2, 0.5)
