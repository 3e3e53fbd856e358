import { type Um, um } from '@/core/length/length'
import type { PrintBody } from './body'
import type { PrintFacts } from './facts'
import { outcomeOf } from './outcome'

/** What comes out of a borderless print whose enlargement is corrected, or left. Lengths um. */
export type EnlargementWay = {
  readonly way: PrintBody['enlargement']
  readonly width: Um
  readonly height: Um
  /** of the picture's area */
  readonly lostPercent: number
  /** the worst edge: what falls off the sheet */
  readonly off: Um
  /** the coarser direction */
  readonly ppi: number
}

/** Whether a borderless print can promise that no white shows at the edges it reaches. */
export type EdgeToEdge =
  /** it reaches no edge: with margins nothing would be enlarged */
  | { readonly code: 'reaches_none' }
  | { readonly code: 'covered' }
  /** drift is larger than overspray somewhere, or nobody measured: nothing can guarantee 0 mm */
  | { readonly code: 'no_guarantee'; readonly whiteUm: Um; readonly measured: boolean }

/**
 * Corrected beside left, each with its outcome; empty where the print is not borderless or cannot be laid.
 * @example enlargementWays(FACTS) // []
 */
export const enlargementWays = (facts: PrintFacts): readonly EnlargementWay[] =>
  (['corrected', 'left'] as const).flatMap((way): readonly EnlargementWay[] => {
    const { sheet, pieces } = outcomeOf({ ...facts, print: { ...facts.print, enlargement: way } })
    const piece = pieces[0]
    if (!sheet?.borderless || !piece) return []
    const { cutOff, onPaper, placed, ppi } = piece
    return [
      {
        ...{ way, width: onPaper.w, height: onPaper.h, lostPercent: placed.lossPercent },
        off: um(Math.max(cutOff.left, cutOff.right, cutOff.lead, cutOff.trail)),
        ppi: Math.min(ppi.across, ppi.along),
      },
    ]
  })

/**
 * What a borderless print can promise at its edges; null where it is none.
 * @example edgeToEdge(FACTS) // null
 */
export function edgeToEdge(facts: PrintFacts): EdgeToEdge | null {
  const { sheet, pieces } = outcomeOf(facts)
  const piece = pieces[0]
  if (!sheet?.borderless || !piece) return null
  if (!Object.values(piece.reaches).some(Boolean)) return { code: 'reaches_none' }
  const { left, right, lead, trail } = piece.slivers
  const whiteUm = um(Math.max(left, right, lead, trail))
  const measured = sheet.figures === 'checked'
  return whiteUm === 0 && measured ? { code: 'covered' } : { code: 'no_guarantee', whiteUm, measured }
}
