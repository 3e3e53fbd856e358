/** Wider than this nothing is cropped. */
const MOST = 50

/**
 * A ratio as people type it: two numbers with a sign between, or one that says how much wider than high. A comma is
 * decimal. null: it is none.
 * @example readRatio('16:9') // 1.77778
 */
export function readRatio(typed: string): number | null {
  const text = typed.trim().toLowerCase().replace(/,/g, '.')
  const pair = /^(\d+(?:\.\d+)?)\s*(?::|x|×|\/|by|to)\s*(\d+(?:\.\d+)?)$/.exec(text)
  const ratio = pair ? Number(pair[1]) / Number(pair[2]) : /^\d+(?:\.\d+)?$/.test(text) ? Number(text) : Number.NaN
  return Number.isFinite(ratio) && ratio >= 1 / MOST && ratio <= MOST ? ratio : null
}
