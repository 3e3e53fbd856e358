/**
 * A number with what it counts: `1 rule`, `3 qualities`.
 * @param many where the plural is not the usual one.
 * @example countOf(2, 'quality') // '2 qualities'
 */
export const countOf = (n: number, one: string, many = usualPlural(one)): string => `${n} ${n === 1 ? one : many}`

const usualPlural = (one: string): string => (/[^aeiou]y$/.test(one) ? `${one.slice(0, -1)}ies` : `${one}s`)

/**
 * Some things one after the other: `a`, `a and b`, `a, b and c`.
 * @example listed(['left', 'right', 'lead']) // 'left, right and lead'
 */
export const listed = (parts: readonly string[]): string =>
  parts.length <= 1 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`
