import type { PlainPatch, PrintBody } from './body'
import type { PrintOutcome } from './outcome'

/** Fields of a print that move its frame. */
const MOVES = ['sheet', 'versionId', 'edge', 'centring'] as const

/** A size is that of the frame within this: what a typed tenth of a millimetre rounds. */
const SAME = 100

/**
 * A change of sheet, margins or edge, with what keeps a placing filling: an exact size that was the whole frame fills the
 * new one. Everything else stays as it was asked.
 * @example refit({ copies: 2 }, PRINT, outcomeOf(FACTS)) // { copies: 2 }
 */
export function refit(patch: PlainPatch, print: PrintBody, { sheet }: PrintOutcome): PlainPatch {
  const placing = print.pieces[0]?.placing
  if (!MOVES.some((k) => k in patch) || 'placing' in patch || !sheet || placing?.mode !== 'exact') return patch
  const { by } = placing
  const { frame } = sheet
  const filled = by.edge === 'both' && Math.abs(by.width - frame.w) <= SAME && Math.abs(by.height - frame.h) <= SAME
  return filled && print.pieces.length === 1 ? { ...patch, placing: { mode: 'fill' } } : patch
}
