import { UM_PER_INCH } from '@/core/length/length'
import type { QueueFacts, Rate, Surface } from '@/core/printer/facts'

/** One minute of arc: what visual acuity 1.0 tells apart (ISO 8596: the gap of the ring that is just seen). */
const MINUTE = Math.PI / (180 * 60)

/**
 * Dots per inch beyond which an eye tells no two dots apart at a distance, um.
 * @example Math.round(eyePpi(300_000)) // 291
 */
export const eyePpi = (distance: number): number => UM_PER_INCH / (distance * Math.tan(MINUTE))

/**
 * How wide the grain, weave or spread of ink of a surface is, um: finer detail than that is lost in it. Estimates of this
 * project for the trade's surfaces, to be judged by trial; another surface of the room's own hides nothing.
 */
const GRAIN: Readonly<Record<string, number>> = {
  ...{ gloss: 0, film: 0, baryta: 40, lustre: 60, card: 70, matte: 75, transfer: 90 },
  ...{ plain: 110, textured: 140, canvas: 250 },
}

/**
 * Dots per inch that a surface lets through; null: it hides nothing.
 * @example Math.round(surfacePpi('canvas')) // 102
 */
export function surfacePpi(surface: Surface): number | null {
  const grain = GRAIN[surface] ?? 0
  return grain === 0 ? null : UM_PER_INCH / grain
}

/** A quality as it would print a sheet: what it takes, and whether anything finer could be told apart from it. */
export type QualityOffer = {
  readonly id: string
  readonly name: string
  readonly ppi: number
  /** null: nobody has said what it takes */
  readonly seconds: number | null
  readonly inkMl: number | null
  /** as fine as can be seen here */
  readonly enough: boolean
}

/** What limits what can be seen. */
export type SeenLimit = { readonly ppi: number; readonly by: 'eye' | 'surface' }

/**
 * The finest that can be seen at a distance on a surface, and which of the two is the limit.
 * @example seenLimit(300_000, 'canvas').by // 'surface'
 */
export function seenLimit(distance: number, surface: Surface): SeenLimit {
  const [eye, paper] = [eyePpi(distance), surfacePpi(surface)]
  return paper !== null && paper < eye ? { ppi: paper, by: 'surface' } : { ppi: eye, by: 'eye' }
}

/**
 * The qualities of a media setting for a sheet, the coarsest first, and the cheapest that cannot be told apart from the
 * finest: the first whose dots are as fine as can be seen, or the finest where none is.
 * @param rates what the media setting takes at each quality. @param mm2 area that gets ink.
 * @example qualityOffers([{ id: 'a', name: 'A', rank: 1, ppi: 300 }], { a: { minutesPerM2: 1, mlPerM2: 1 } }, 1, { ppi: 200, by: 'eye' }).cheapest // 'a'
 */
export function qualityOffers(
  qualities: QueueFacts['qualities'],
  rates: Readonly<Record<string, Rate>>,
  mm2: number,
  limit: SeenLimit,
): { readonly offers: readonly QualityOffer[]; readonly cheapest: string | null } {
  const offers = qualities
    .filter((q) => rates[q.id] !== undefined)
    .toSorted((a, b) => a.rank - b.rank)
    .map(({ id, name, ppi }): QualityOffer => {
      const { minutesPerM2 = null, mlPerM2 = null } = rates[id] ?? {}
      const m2 = mm2 / 1e6
      return {
        ...{ id, name, ppi, enough: ppi >= limit.ppi },
        seconds: minutesPerM2 === null ? null : minutesPerM2 * 60 * m2,
        inkMl: mlPerM2 === null ? null : mlPerM2 * m2,
      }
    })
  const cheapest = offers.find((o) => o.enough) ?? offers.at(-1)
  return { offers, cheapest: cheapest?.id ?? null }
}
