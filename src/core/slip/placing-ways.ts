import { type Um, um } from '@/core/length/length'
import type { Placing } from '@/core/placing/placing'
import { patched } from './body'
import type { PrintFacts } from './facts'
import { outcomeOf } from './outcome'

/** What one way of placing comes to. Lengths um, as asked. */
export type PlacingWay = {
  readonly mode: 'whole' | 'fill' | 'file size'
  readonly width: Um
  readonly height: Um
  /** of the crop's area */
  readonly lostPercent: number
  /** what of the frame stays white, both sides together */
  readonly white: { readonly across: Um; readonly along: Um }
  /** how far it would reach beyond where ink can go, at its worst edge */
  readonly beyond: Um
}

/**
 * What each way of placing makes of a print's first piece, everything else as it is: side by side before one is chosen.
 * Ways that cannot be laid are left out.
 * @example placingWays(FACTS, ['whole', 'fill']).map((w) => w.white.across > 0) // [false, false]
 */
export const placingWays = (facts: PrintFacts, modes: readonly PlacingWay['mode'][]): readonly PlacingWay[] =>
  modes.flatMap((mode): readonly PlacingWay[] => {
    const placing: Placing = { mode }
    const { pieces, sheet } = outcomeOf({ ...facts, print: patched(facts.print, { placing }) })
    const piece = pieces[0]
    if (!piece || !sheet) return []
    const { asked, placed, cutOff } = piece
    const white = (frame: number, print: number): Um => um(Math.max(0, frame - print))
    return [
      {
        ...{ mode, width: asked.w, height: asked.h, lostPercent: placed.lossPercent },
        white: { across: white(sheet.frame.w, asked.w), along: white(sheet.frame.h, asked.h) },
        beyond: um(Math.max(cutOff.left, cutOff.right, cutOff.lead, cutOff.trail)),
      },
    ]
  })
