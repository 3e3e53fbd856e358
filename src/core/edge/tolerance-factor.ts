/**
 * Two-sided tolerance factors of the normal distribution: mean ± k * s of n values holds a share `p` of all values with
 * a confidence `c`. Computed from the exact integral (ISO 16269-6:2014, annex F; Odeh 1978), which for 95 % with 90 %
 * gives 4.142 for five values; the often tabled 4.152 is the approximation of Wald and Wolfowitz (1946).
 */

/** Share of sheets that a drift has to hold, and how sure that is. */
export const SHARE = 0.95
export const CONFIDENCE = 0.9

/** erfc by its Chebyshev fit (Numerical Recipes, 6.2), relative error below 1.2e-7. */
function erfc(x: number): number {
  const z = Math.abs(x)
  const t = 2 / (2 + z)
  const C = [
    -1.26551223, 1.00002368, 0.37409196, 0.09678418, -0.18628806, 0.27886807, -1.13520398, 1.48851587, -0.82215223,
    0.17087277,
  ]
  // the same fit in its nested form
  const sum = C.reduceRight((acc, c) => acc * (z === 0 ? 1 : t) + c, 0)
  const y = t * Math.exp(-z * z + sum)
  return x >= 0 ? y : 2 - y
}

/** The share of a normal spread below x standard deviations. @example normalCdf(1.96) // 0.9750 */
export const normalCdf = (x: number): number => 0.5 * erfc(-x / Math.SQRT2)
const density = (x: number): number => Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)

/**
 * Share of chi-squared with `n` degrees of freedom above x: the finite sums for whole n (Abramowitz and Stegun, 26.4.4).
 * @example chiSquaredAbove(3.841, 1) // 0.0500
 */
export function chiSquaredAbove(x: number, n: number): number {
  if (x <= 0) return 1
  let at = n % 2 === 1 ? 1 : 2
  let above = at === 1 ? erfc(Math.sqrt(x / 2)) : Math.exp(-x / 2)
  // each step adds (x/2)^(at/2) e^(-x/2) / gamma(at/2 + 1)
  let term = at === 1 ? Math.sqrt((2 * x) / Math.PI) * Math.exp(-x / 2) : (x / 2) * Math.exp(-x / 2)
  while (at < n) {
    above += term
    at += 2
    term *= x / at
  }
  return Math.min(1, above)
}

/** The half-width r with P(x - r < Z < x + r) = share, by bisection. */
function halfWidth(x: number, share: number): number {
  let [low, high] = [0, Math.abs(x) + 10]
  for (let i = 0; i < 60; i++) {
    const r = (low + high) / 2
    if (normalCdf(x + r) - normalCdf(x - r) < share) low = r
    else high = r
  }
  return (low + high) / 2
}

/**
 * How sure it is that mean ± k s holds the share, for a mean of n values and an s of `df` degrees of freedom. Simpson's
 * rule over the mean's own spread.
 */
function sureness(k: number, n: number, df: number, share: number): number {
  const STEPS = 120
  const end = 6 / Math.sqrt(n)
  let sum = 0
  for (let i = 0; i <= STEPS; i++) {
    const x = (i / STEPS) * end
    const weight = i === 0 || i === STEPS ? 1 : i % 2 === 1 ? 4 : 2
    const r = halfWidth(x, share)
    sum += weight * density(x * Math.sqrt(n)) * chiSquaredAbove((df * r * r) / (k * k), df)
  }
  return 2 * Math.sqrt(n) * ((sum * end) / STEPS / 3)
}

const known = new Map<string, number>()

/**
 * The factor for n values. @throws for fewer than 2.
 * @example toleranceFactor(5) // 4.142
 */
export function toleranceFactor(n: number, share = SHARE, confidence = CONFIDENCE): number {
  if (!Number.isInteger(n) || n < 2) throw new Error(`a tolerance needs two values or more, not ${n}`)
  return pooledFactor(n, n - 1, share, confidence)
}

/**
 * The factor for a mean of n values whose spread was pooled from more: `df` degrees of freedom, all groups together
 * (ISO 16269-6:2014, annex F, with the degrees of freedom of the pooled spread). @throws for a mean of none, or no spread.
 * @example pooledFactor(5, 18) // 2.793
 */
export function pooledFactor(n: number, df: number, share = SHARE, confidence = CONFIDENCE): number {
  if (!Number.isInteger(n) || n < 1 || !Number.isInteger(df) || df < 1)
    throw new Error(`a tolerance needs a mean and a spread, not ${n} values with ${df} degrees of freedom`)
  const key = `${n}/${df}/${share}/${confidence}`
  const before = known.get(key)
  if (before !== undefined) return before
  let [low, high] = [0.5, 200]
  for (let i = 0; i < 40; i++) {
    const k = (low + high) / 2
    if (sureness(k, n, df, share) < confidence) low = k
    else high = k
  }
  const k = (low + high) / 2
  known.set(key, k)
  return k
}
