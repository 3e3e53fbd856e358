/** One picture of a set, as its black-and-white is asked for. */
export type OfSet = {
  readonly name: string
  readonly paper: string
  readonly mediaSetting: string
  readonly tint: readonly [number, number]
  readonly darkness: number
  /** the strength of the curve that it goes through; null: none */
  readonly curve: number | null
}

/** What does not match in a set: tint, paper, media setting and curve hold it together; darkness is each picture's own. */
export type SetMismatch = {
  readonly what: 'tint' | 'paper' | 'media setting' | 'curve'
  /** what there is, and how many have it; the most common one first */
  readonly values: readonly { readonly is: string; readonly names: readonly string[] }[]
}

/**
 * What does not match in a set; nothing in one of fewer than two.
 * @example mismatches([]) // []
 */
export function mismatches(set: readonly OfSet[]): readonly SetMismatch[] {
  const of = (what: SetMismatch['what'], say: (p: OfSet) => string): readonly SetMismatch[] => {
    const names = new Map<string, string[]>()
    for (const p of set) names.set(say(p), [...(names.get(say(p)) ?? []), p.name])
    if (names.size < 2) return []
    const values = [...names].map(([is, n]) => ({ is, names: n })).sort((a, b) => b.names.length - a.names.length)
    return [{ what, values }]
  }
  const number = (v: number): string => String(v).replace('-', '−')
  return [
    ...of('tint', (p) => p.tint.map(number).join(', ')),
    ...of('paper', (p) => p.paper),
    // another paper wants another media setting: that is no mismatch of its own
    ...(new Set(set.map((p) => p.paper)).size > 1 ? [] : of('media setting', (p) => p.mediaSetting)),
    ...of('curve', (p) => (p.curve === null ? 'none' : `${Math.round(100 * p.curve)} %`)),
  ]
}

/**
 * A mismatch in a sentence.
 * @example sayMismatch({ what: 'tint', values: [{ is: '0, 0', names: ['a', 'b'] }, { is: '0, 4', names: ['c'] }] }) // 'Tint does not match: 0, 0 (2), 0, 4 (c).'
 */
export const sayMismatch = ({ what, values }: SetMismatch): string =>
  `${what[0]?.toUpperCase()}${what.slice(1)} does not match: ${values
    .map(({ is, names }) => `${is} (${names.length > 1 ? names.length : names[0]})`)
    .join(', ')}.`
