import { solve } from 'yalps'

/**
 * How short a strip can be at least when each print is taken apart into bars across it, as thin as one likes, which lie
 * beside each other as they fit (the bar relaxation): a linear program in how dear a bar of each width is, its patterns
 * added as they are found to be broken. Prints may turn; each is as cheap as its cheaper way, or a mixture of both.
 * Shares nothing with the solver that is measured by it. Lengths mm, sizes with their gap.
 */
export function barBound(items: readonly (readonly [number, number])[], width: number): number {
  const tenths = (v: number): number => Math.round(10 * v)
  const strip = tenths(width)
  const kinds = new Map<string, { w: number; h: number; n: number }>()
  for (const [a, b] of items) {
    const [w, h] = [tenths(Math.min(a, b)), tenths(Math.max(a, b))]
    kinds.set(`${w} ${h}`, { w, h, n: (kinds.get(`${w} ${h}`)?.n ?? 0) + 1 })
  }
  const sizes = [...kinds.values()]
  const widths = [...new Set(sizes.flatMap((k) => [k.w, k.h]))].filter((w) => w <= strip).sort((a, b) => a - b)
  const variables: Record<string, Record<string, number>> = {}
  const constraints: Record<string, { max: number }> = {}
  for (const w of widths) variables[`y${w}`] = {}
  const of = (w: number) => variables[`y${w}`] as Record<string, number>
  for (const [k, { w, h, n }] of sizes.entries()) {
    const worth: Record<string, number> = { length: n }
    for (const [across, along] of new Set([w, h]).size === 1
      ? [[w, h] as const]
      : ([
          [w, h],
          [h, w],
        ] as const)) {
      if (across > strip) continue
      const name = `k${k} ${across}`
      constraints[name] = { max: 0 }
      worth[name] = 1
      of(across)[name] = -along
    }
    variables[`t${k}`] = worth
  }
  const add = (pattern: ReadonlyMap<number, number>): void => {
    const name = `p${Object.keys(constraints).length}`
    constraints[name] = { max: 1 }
    for (const [w, n] of pattern) of(w)[name] = n
  }
  for (const w of widths) add(new Map([[w, Math.floor(strip / w)]]))
  let best = 0
  for (let round = 0; round < 300; round++) {
    const found = solve({ direction: 'maximize', objective: 'length', constraints, variables })
    // more prices than it can tell apart: what was found before holds
    if (!Number.isFinite(found.result)) break
    const price = new Map(found.variables.map(([name, v]) => [name, v]))
    const { worth, pattern } = dearest(
      widths,
      widths.map((w) => price.get(`y${w}`) ?? 0),
      strip,
    )
    // made so much cheaper that no pattern is dearer than one, the prices hold
    best = Math.max(best, found.result / Math.max(1, worth))
    if (worth <= 1 + 1e-6) break
    add(pattern)
  }
  return best / 10
}

/** The dearest bars that fit beside each other. */
function dearest(widths: readonly number[], prices: readonly number[], strip: number) {
  const value = new Float64Array(strip + 1)
  const last = new Int32Array(strip + 1).fill(-1)
  for (let v = 1; v <= strip; v++) {
    value[v] = value[v - 1] as number
    for (const [i, w] of widths.entries()) {
      if (w > v) break
      const worth = (value[v - w] as number) + (prices[i] as number)
      if (worth <= (value[v] as number) + 1e-12) continue
      value[v] = worth
      last[v] = i
    }
  }
  const pattern = new Map<number, number>()
  for (let v = strip; v > 0; ) {
    const i = last[v] as number
    if (i < 0) v -= 1
    else {
      const w = widths[i] as number
      pattern.set(w, (pattern.get(w) ?? 0) + 1)
      v -= w
    }
  }
  return { worth: value[strip] as number, pattern }
}
