/** A value with its numbers to nine figures: what a snapshot keeps is the same on every machine. */
export function rounded(value: unknown): unknown {
  if (typeof value === 'number') return Number.isInteger(value) ? value : Number(value.toPrecision(9))
  if (Array.isArray(value)) return value.map(rounded)
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).map(([key, v]) => [key, rounded(v)]))
  return value
}
