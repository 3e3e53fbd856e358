export const say = (line: string): void => {
  process.stdout.write(`${line}\n`)
}

const at = (sorted: readonly number[], part: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? 0

/** `median 1.20, p95 3.40, worst 5.60` of some milliseconds. */
export function spread(values: readonly number[]): string {
  const sorted = [...values].sort((a, b) => a - b)
  const f = (n: number): string => n.toFixed(n < 1 ? 3 : 2)
  return `median ${f(at(sorted, 0.5))}, p95 ${f(at(sorted, 0.95))}, worst ${f(at(sorted, 1))}`
}
