/** Letters of a name that its key keeps: with a number behind them it is still a key. */
const LONGEST = 50

/** A key from a name: small letters, digits and hyphens, unlike those that are there. */
export function keyFrom(name: string, taken: readonly string[]): string {
  const base =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .slice(0, LONGEST)
      .replace(/^-+|-+$/g, '') || 'x'
  for (let i = 1; ; i++) {
    const key = i === 1 ? base : `${base}-${i}`
    if (!taken.includes(key)) return key
  }
}
