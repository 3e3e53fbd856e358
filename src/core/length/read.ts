import { bad, ok, type Result } from '@/core/result/result'
import { fromInches, fromMm, type LengthUnit, LONGEST_UM, type Um, um } from './length'

/** Why a typed length was not taken; `text` is always what was typed. */
export type LengthProblem =
  | { readonly code: 'length_empty'; readonly text: string }
  | { readonly code: 'length_unread'; readonly text: string; readonly rest: string }
  | { readonly code: 'length_negative'; readonly text: string }
  | { readonly code: 'length_too_long'; readonly text: string; readonly longestUm: number }
  | { readonly code: 'length_divided_by_zero'; readonly text: string }

const UNITS: Readonly<Record<string, (n: number) => Um>> = {
  mm: fromMm,
  cm: (n) => fromMm(n * 10),
  m: (n) => fromMm(n * 1000),
  in: fromInches,
  inch: fromInches,
  inches: fromInches,
  '"': fromInches,
  '″': fromInches,
  '”': fromInches,
}

const VULGAR: Readonly<Record<string, string>> = {
  '½': ' 1/2',
  '¼': ' 1/4',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
}

// whole and fraction | fraction | decimal with dot or comma
const NUMBER = /^([+-]?)(?:(\d+)(?:\s+|-)(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d+)?|[.,]\d+))/

/**
 * Reads a length as a person types it: `8.5 in`, `8 1/2"`, `8-1/2 in`, `210 mm`, `21 cm`, `30,5 cm`. A comma is always decimal;
 * spaces may part thousands; a bare number is in `unit`. Rounded once, here, to whole um.
 * @example readLength('1/16 in', 'mm') // { ok: true, value: 1588 }
 */
export function readLength(text: string, unit: LengthUnit): Result<Um, LengthProblem> {
  const plain = ungrouped(
    text
      .replace(/[½¼¾⅛⅜⅝⅞]/g, (c) => VULGAR[c] ?? c)
      .trim()
      .replace(/^−/, '-'),
  )
  if (plain === '') return bad({ code: 'length_empty', text })
  const match = NUMBER.exec(plain)
  if (!match) return bad({ code: 'length_unread', text, rest: plain })
  const rest = plain.slice(match[0].length).trim().toLowerCase()
  const toUm = UNITS[rest === '' ? unit : rest]
  if (!toUm) return bad({ code: 'length_unread', text, rest })
  const value = magnitude(match)
  if (value === null) return bad({ code: 'length_divided_by_zero', text })
  if (match[1] === '-' && value !== 0) return bad({ code: 'length_negative', text })
  if (!Number.isFinite(value) || value * 1000 > LONGEST_UM * 100)
    return bad({ code: 'length_too_long', text, longestUm: LONGEST_UM })
  const length = toUm(value)
  return length > LONGEST_UM ? bad({ code: 'length_too_long', text, longestUm: LONGEST_UM }) : ok(um(length))
}

/** Spaces that part thousands, wide and thin (ISO 80000-1, 7.3.1), as screens write them: 24 700 and 10\u2009000.5. */
const GROUPED = /^([+-]?)(\d{1,3}(?:[ \u00a0\u2009\u202f]\d{3})+)(?![\d \u00a0]*\d*\s*\/)/

const ungrouped = (text: string): string =>
  text.replace(GROUPED, (_all, sign: string, digits: string) => sign + digits.replace(/\D/g, ''))

function magnitude(match: RegExpExecArray): number | null {
  const [, , whole, num, den, num2, den2, decimal] = match
  if (decimal !== undefined) return Number(decimal.replace(',', '.'))
  const below = Number(den ?? den2)
  if (below === 0) return null
  return Number(whole ?? 0) + Number(num ?? num2) / below
}
