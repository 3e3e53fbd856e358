import { bad, ok, type Result } from '@/core/result/result'
import type { PatchRead, Reading } from './reading'

export type TypedProblem =
  | { readonly code: 'not_a_number'; readonly line: number; readonly text: string }
  | { readonly code: 'wrong_numbers'; readonly line: number; readonly has: number }
  | { readonly code: 'not_lightness'; readonly line: number; readonly l: number }
  | { readonly code: 'wrong_lines'; readonly has: number; readonly steps: number }
export type TypedReading = Result<Reading, TypedProblem>

/** What is read off an instrument's display and typed is right within this, 95 %, in L*. */
const WITHIN = 0.5
const SPREAD = 0.1

/**
 * A reading from lines that were typed or pasted: L* alone, or L* a* b*, the paper first; a number may stand before them
 * where there are two or four. Parted by white space, semicolons or tabs; a comma is a decimal one.
 * @example typedReading('95 0 0', 21).problem // { code: 'wrong_lines', has: 1, steps: 21 }
 */
export function typedReading(text: string, steps: number): TypedReading {
  const lines = text
    .split(/\r\n|\r|\n/)
    .flatMap((raw, i) => (raw.trim() === '' ? [] : [{ raw: raw.trim(), line: i + 1 }]))
  const patches: PatchRead[] = []
  for (const { raw, line } of lines) {
    const words = raw.split(/[\s;]+/).filter(Boolean)
    const numbers = words.map((w) => Number(w.replace(',', '.').replace('−', '-')))
    const wrong = numbers.findIndex((n) => !Number.isFinite(n))
    if (wrong >= 0) return bad({ code: 'not_a_number', line, text: words[wrong] ?? '' })
    if (numbers.length < 1 || numbers.length > 4) return bad({ code: 'wrong_numbers', line, has: numbers.length })
    const values = numbers.length % 2 === 0 ? numbers.slice(1) : numbers
    const [l = 0, a, b] = values
    if (l < 0 || l > 105) return bad({ code: 'not_lightness', line, l })
    patches.push({
      ...{ d: patches.length / (steps - 1), l, spread: SPREAD },
      ab: a === undefined || b === undefined ? null : [a, b],
    })
  }
  return patches.length === steps
    ? ok({ patches, within: WITHIN })
    : bad({ code: 'wrong_lines', has: patches.length, steps })
}
