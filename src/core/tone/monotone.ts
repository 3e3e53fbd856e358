/** What makes a reading into a curve: falling throughout (isotonic regression), and smooth (monotone cubic). */

/**
 * The falling sequence that is nearest to the values (least squares, pool adjacent violators): neighbours that rise are
 * taken together at their weighted mean until nothing rises.
 * @param weights one per value, positive; left away: all alike
 * @example fallingFit([90, 60, 70, 20]) // [90, 65, 65, 20]
 */
export function fallingFit(values: readonly number[], weights?: readonly number[]): readonly number[] {
  type Block = { readonly mean: number; readonly weight: number; readonly count: number }
  const blocks: Block[] = []
  values.forEach((value, i) => {
    let block: Block = { mean: value, weight: weights?.[i] ?? 1, count: 1 }
    for (let before = blocks.at(-1); before && before.mean < block.mean; before = blocks.at(-1)) {
      blocks.pop()
      const weight = before.weight + block.weight
      const mean = (before.mean * before.weight + block.mean * block.weight) / weight
      block = { mean, weight, count: before.count + block.count }
    }
    blocks.push(block)
  })
  return blocks.flatMap(({ mean, count }) => Array.from({ length: count }, () => mean))
}

/**
 * Slopes at the knots that keep a cubic Hermite interpolation monotone between them (Fritsch and Carlson, 1980): the mean
 * of the neighbouring secants, nothing where they turn, and drawn in where both together would leave the circle of radius 3.
 */
function slopes(xs: readonly number[], ys: readonly number[]): readonly number[] {
  const secants = xs.slice(1).map((x, i) => ((ys[i + 1] ?? 0) - (ys[i] ?? 0)) / (x - (xs[i] ?? 0)))
  const m = xs.map((_, i) => {
    const [before, after] = [secants[i - 1], secants[i]]
    if (before === undefined) return after ?? 0
    if (after === undefined) return before
    return before * after <= 0 ? 0 : (before + after) / 2
  })
  secants.forEach((secant, i) => {
    if (secant === 0) {
      m[i] = 0
      m[i + 1] = 0
      return
    }
    const [a, b] = [(m[i] ?? 0) / secant, (m[i + 1] ?? 0) / secant]
    const radius = Math.hypot(a, b)
    if (radius > 3) {
      m[i] = (3 / radius) * a * secant
      m[i + 1] = (3 / radius) * b * secant
    }
  })
  return m
}

/**
 * A smooth curve through points that never overshoots them; beyond the ends it stays at the end's value.
 * @param xs rising throughout, at least one
 * @param ys one per x
 * @throws for no point, or points that do not rise: a bug.
 * @example throughPoints([0, 1, 2], [0, 1, 1])(1.5) // 1
 */
export function throughPoints(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  if (xs.length === 0 || xs.length !== ys.length) throw new Error(`${xs.length} x and ${ys.length} y are no curve`)
  if (xs.some((x, i) => i > 0 && !(x > (xs[i - 1] ?? 0)))) throw new Error('the points of a curve rise in x')
  const m = slopes(xs, ys)
  const y = (i: number): number => ys[i] ?? 0
  return (x) => {
    const next = xs.findIndex((at) => at > x)
    if (next === 0) return y(0)
    if (next < 0) return y(ys.length - 1)
    const i = next - 1
    const [x0, x1] = [xs[i] ?? 0, xs[next] ?? 0]
    const h = x1 - x0
    const t = (x - x0) / h
    const [t2, t3] = [t * t, t * t * t]
    return (
      (2 * t3 - 3 * t2 + 1) * y(i) +
      (t3 - 2 * t2 + t) * h * (m[i] ?? 0) +
      (3 * t2 - 2 * t3) * y(next) +
      (t3 - t2) * h * (m[next] ?? 0)
    )
  }
}
