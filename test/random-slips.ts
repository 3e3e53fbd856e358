import { fromMm, um } from '@/core/length/length'
import type { PlainPatch, SheetChoice } from '@/core/slip/body'

/** mulberry32 */
export function seeded(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = Math.imul(a ^ (a >>> 15), a | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}

export const pick = <T>(random: () => number, list: readonly T[]): T => {
  const one = list[Math.floor(random() * list.length)]
  if (one === undefined) throw new Error('nothing to pick from')
  return one
}

/** What a slip can be printed on, in the words of the tests. */
export type Bed = {
  readonly queue: string
  readonly borderless: boolean
  readonly sheet: SheetChoice
  /** mm */
  readonly width: number
  readonly length: number
}

/** A print by chance: whole, fill or exact, enlargement corrected or left, upright or turned, anywhere on the sheet. */
export function randomSlip(random: () => number, bed: Bed): PlainPatch {
  const mode = pick(random, ['whole', 'fill', 'exact', 'exact'] as const)
  const most = Math.min(bed.width, bed.length) * 0.85
  const side = 30 + random() * Math.max(5, most - 30)
  return {
    sheet: bed.sheet,
    edge: bed.borderless ? 'borderless' : 'margins',
    enlargement: random() < 0.7 ? 'corrected' : 'left',
    quarter: pick(random, [0, 1, 'auto', 'auto'] as const),
    centring: pick(random, [{ kind: 'area' }, { kind: 'true' }, { kind: 'even', um: null }] as const),
    placing:
      mode === 'exact'
        ? {
            mode: 'exact',
            by:
              random() < 0.5
                ? { edge: 'long', um: um(Math.round(side * 10) * 100) }
                : { edge: 'both', width: fromMm(Math.round(side)), height: fromMm(Math.round(side * 0.7)) },
          }
        : { mode },
    anchor: { x: random(), y: random() },
  }
}
