/** Letters that no rule takes apart into a plain one and its mark. */
const PLAIN: Readonly<Record<string, string>> = {
  ...{ ß: 'ss', æ: 'ae', œ: 'oe', ø: 'o', ł: 'l', đ: 'd', ð: 'd', þ: 'th', ı: 'i' },
}

/**
 * A text as it is searched by: small letters without marks, so that whoever types `agren` finds Ågren.
 * @example folded('Ågren & Søn') // 'agren & son'
 */
export const folded = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[ßæœøłđðþı]/g, (letter) => PLAIN[letter] ?? letter)

/** Longer numbers than names hold. */
const DIGITS = 12

/**
 * What a list of names is sorted by: as {@link folded}, numbers by their value.
 * @example ['Class 10', 'ågren', 'Class 9', 'Baker'].sort((a, b) => (sortKey(a) < sortKey(b) ? -1 : 1)) // ['ågren', 'Baker', 'Class 9', 'Class 10']
 */
export const sortKey = (text: string): string =>
  folded(text)
    .trim()
    .replace(/\d+/g, (digits) => digits.padStart(DIGITS, '0'))
