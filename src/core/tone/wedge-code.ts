/**
 * The code in a wedge's first bar: which wedge it is and how its patches lie, as white windows and black ones. 15 bits of
 * code, 1 for the number of steps, 5 for the columns, and 10 of a cyclic redundancy check, the first bit at the left.
 */

export type WedgeSteps = 21 | 51
export type WedgeCode = { readonly code: number; readonly steps: WedgeSteps; readonly columns: number }

const CODE_BITS = 15
const COLUMN_BITS = 5
const CHECK_BITS = 10
const DATA_BITS = CODE_BITS + 1 + COLUMN_BITS
export const CODE_CELLS = DATA_BITS + CHECK_BITS
/** how many codes there are: three letters of base 32 */
export const CODES = 2 ** CODE_BITS

/** x^10 + x^9 + x^5 + x^4 + x + 1 (ITU-T I.610), begun with ones, so that a bar without windows is no code. */
const POLYNOMIAL = 0x233
function check(data: number): number {
  let rest = 0x3ff
  for (let bit = DATA_BITS - 1; bit >= 0; bit--) {
    const top = (rest >> (CHECK_BITS - 1)) & 1
    rest = (rest << 1) & 0x3ff
    if ((top ^ ((data >> bit) & 1)) === 1) rest ^= POLYNOMIAL
  }
  return rest
}

/**
 * The windows of a code from the left: true is white.
 * @throws for what no code holds: a bug.
 * @example windowsOf({ code: 0, steps: 21, columns: 11 }).length // 31
 */
export function windowsOf({ code, steps, columns }: WedgeCode): readonly boolean[] {
  if (!Number.isInteger(code) || code < 0 || code >= CODES) throw new Error(`${code} is no code of a wedge`)
  if (!Number.isInteger(columns) || columns < 1 || columns >= 2 ** COLUMN_BITS) throw new Error(`${columns} columns`)
  const data = (code << (1 + COLUMN_BITS)) | ((steps === 51 ? 1 : 0) << COLUMN_BITS) | columns
  const all = data * 2 ** CHECK_BITS + check(data)
  return Array.from({ length: CODE_CELLS }, (_, i) => Math.floor(all / 2 ** (CODE_CELLS - 1 - i)) % 2 === 1)
}

/**
 * The code that windows say; null: they say none.
 * @example codeOf(windowsOf({ code: 9, steps: 51, columns: 17 })) // { code: 9, steps: 51, columns: 17 }
 */
export function codeOf(windows: readonly boolean[]): WedgeCode | null {
  if (windows.length !== CODE_CELLS) return null
  const value = (bits: readonly boolean[]): number => bits.reduce((n, white) => n * 2 + (white ? 1 : 0), 0)
  const data = value(windows.slice(0, DATA_BITS))
  const columns = data & (2 ** COLUMN_BITS - 1)
  if (value(windows.slice(DATA_BITS)) !== check(data) || columns === 0) return null
  return { code: data >> (1 + COLUMN_BITS), steps: ((data >> COLUMN_BITS) & 1) === 1 ? 51 : 21, columns }
}

/** Letters and digits that are not taken for one another: Crockford's base 32. */
const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'

/**
 * A code as it stands in the header: three letters.
 * @example sayCode(4321) // '471'
 */
export const sayCode = (code: number): string =>
  [code >> 10, (code >> 5) & 31, code & 31].map((n) => LETTERS[n] ?? '?').join('')
