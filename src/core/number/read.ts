import { bad, ok, type Result } from '@/core/result/result'

/** Why a typed number was not taken; `text` is always what was typed. */
export type NumberProblem =
  | { readonly code: 'number_unread'; readonly text: string }
  | { readonly code: 'number_not_whole'; readonly text: string }
  | { readonly code: 'number_below'; readonly text: string; readonly min: number }
  | { readonly code: 'number_above'; readonly text: string; readonly max: number }
  | { readonly code: 'number_between_steps'; readonly text: string; readonly step: number }

/** What a field takes: its limits, both included, and whether only whole numbers, or whole multiples of a step. */
export type NumberLimits = {
  readonly min?: number
  readonly max?: number
  readonly whole?: boolean
  readonly step?: number
}

// a sign of any dash, digits with spaces between thousands, one separator
const NUMBER = /^[+-]?(?:\d{1,3}(?: \d{3})+|\d+)?(?:[.,]\d*)?$/

/**
 * Reads a number as a person types it: `12.5`, `12,5`, `.5`, `−0.4`, `1 200`. A comma is always decimal. Half-typed text
 * (`-`, `,`) is none.
 * @example readNumber('−0,4', {}) // { ok: true, value: -0.4 }
 */
export function readNumber(
  text: string,
  { min, max, whole = false, step }: NumberLimits,
): Result<number, NumberProblem> {
  const plain = text
    .trim()
    .replace(/[\u00a0\u2009\u202f]/g, ' ')
    .replace(/^[−–]/, '-')
  if (!/\d/.test(plain) || !NUMBER.test(plain)) return bad({ code: 'number_unread', text })
  const value = Number(plain.replaceAll(' ', '').replace(',', '.')) + 0
  if (!Number.isFinite(value)) return bad({ code: 'number_unread', text })
  if (whole && !Number.isInteger(value)) return bad({ code: 'number_not_whole', text })
  if (min !== undefined && value < min) return bad({ code: 'number_below', text, min })
  if (max !== undefined && value > max) return bad({ code: 'number_above', text, max })
  if (step !== undefined && whole && value % step !== 0) return bad({ code: 'number_between_steps', text, step })
  return ok(value === 0 ? 0 : value)
}

/**
 * A number as a field shows it, to be typed on: a true minus, a point, no more digits than it has.
 * @example showNumber(-0.4) // '−0.4'
 */
export const showNumber = (value: number): string => String(value === 0 ? 0 : value).replace('-', '−')
