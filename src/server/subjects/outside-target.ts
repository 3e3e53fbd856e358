import { eq } from 'drizzle-orm'
import type { LengthUnit, Um } from '@/core/length/length'
import { tradePair, writeLength } from '@/core/length/write'
import { untouched } from '@/core/slip/untouched'
import { countOf } from '@/core/words/count'
import type { Printable } from '@/server/books/printable'
import type { Db } from '@/server/db/open'
import { slips } from '@/server/db/schema'
import { slipPrint } from './slip-print'
import type { Subject } from './subject'

/** A print whose numbers go out as they stand in the file, whatever its version converts to. */
export const asTarget = (printable: Printable): Printable => ({
  ...printable,
  facts: { ...printable.facts, version: untouched(printable.facts.version) },
})

/** More than a rounding of micrometres. */
const EXACT_UM = 10

const EDGES = ['left', 'right', 'lead', 'trail'] as const

/**
 * Why a target would not come out as it has to: changed by the printer's own colour, not at its own size, or not whole.
 * null: it comes out untouched.
 */
export function targetFault(
  { facts, outcome }: Printable,
  own: { readonly width: Um; readonly height: Um },
  unit: LengthUnit,
): string | null {
  const { version } = facts
  const { colourMode, printerColour } = version.settings
  if (colourMode === 'colour' && printerColour !== 'off')
    return `The printer’s colour is ${printerColour ?? 'not said'} in ${version.presetName}: it would change every patch. Choose a version in which it is off.`
  if (outcome.sheet.borderless)
    return `${version.presetName} prints to the edges and enlarges what it prints. Choose a version with margins.`
  const [piece] = outcome.pieces
  if (!piece) return 'The target has no picture.'
  const { w, h } = piece.sent
  const [across, along] = piece.quarter % 2 === 0 ? [own.width, own.height] : [own.height, own.width]
  if (Math.abs(w - across) > EXACT_UM || Math.abs(h - along) > EXACT_UM)
    return `It would come out as ${tradePair(w, h, unit)} instead of ${tradePair(across, along, unit)}.`
  const lost = EDGES.filter((e) => piece.cutOff[e] > 0)
  return lost.length === 0
    ? null
    : `It is ${tradePair(own.width, own.height, unit)}, and the area that this feed prints on does not hold it: ${lost
        .map((e) => `${writeLength(piece.cutOff[e], unit)} would be lost at the ${e} edge`)
        .join(', ')}. It is never laid smaller: choose a larger sheet or another feed.`
}

/** What is left to say about a slip whose target came out. */
const over = (db: Db, slipId: string): void =>
  void db.update(slips).set({ state: 'done' }).where(eq(slips.id, slipId)).run()

/** What is booked like a print of its slip, which is done with it though it is a proof. */
export const provenAs = (kind: Subject['kind']): Subject => ({
  kind,
  logged: true,
  book(db, job, state, now) {
    const runId = slipPrint.book(db, job, state, now)
    if (state === 'done') over(db, job.subjectId)
    return runId
  },
  settle(db, job, said) {
    const settled = slipPrint.settle(db, job, said)
    // a spoiled sheet is to be printed again
    if (settled.ok && said.outcome !== 'not printed' && said.outcome !== 'spoiled') over(db, job.subjectId)
    return settled
  },
})

/** A sheet of an outside target. */
export const outsideTarget: Subject = provenAs('outside target')

/** `Chart 3, 2 sheets`: what its slip is called. */
export const targetTitle = (name: string, copies: number): string =>
  copies === 1 ? `Target ${name}` : `Target ${name}, ${countOf(copies, 'sheet')}`
