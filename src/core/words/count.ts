/**
 * A number with what it counts: `1 rule`, `3 qualities`.
 * @param many where the plural is not the usual one.
 * @example countOf(2, 'quality') // '2 qualities'
 */
export const countOf = (n: number, one: string, many = usualPlural(one)): string => `${n} ${n === 1 ? one : many}`

const usualPlural = (one: string): string => (/[^aeiou]y$/.test(one) ? `${one.slice(0, -1)}ies` : `${one}s`)
