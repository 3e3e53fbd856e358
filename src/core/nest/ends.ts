/** A gap that is narrower holds no label, um. */
export const LEAST_GAP_FOR_LABELS = 2500

/**
 * What is left free behind the last prints of a strip, um: one gap where each print bears a label below it.
 * @example labelRoom(true, 5000) // 5000
 */
export const labelRoom = (labels: boolean, gap: number): number => (labels && gap >= LEAST_GAP_FOR_LABELS ? gap : 0)

/**
 * What a strip takes of the roll beside the prints that are laid on it, um: the printer's margins at both ends, and the room
 * of the last labels. Everything that says how long a plan is asks here.
 * @example stripEnds({ lead: 5000, trail: 6000 }, true, 5000) // 16000
 */
export const stripEnds = (
  { lead, trail }: { readonly lead: number; readonly trail: number },
  labels: boolean,
  gap: number,
): number => lead + trail + labelRoom(labels, gap)
