import { type Um, um } from '@/core/length/length'
import { bad, ok, type Result } from '@/core/result/result'

/** How exactly a rule tells a diameter, um. */
const READ_WITHIN = 500
/** How far a paper's thickness is off what is said of it, and air between the windings, as a share. */
const THICKNESS_WITHIN = 0.04

/** What is left of a roll and how far off that may be, um. */
export type ByDiameter = { readonly length: Um; readonly within: Um }

/**
 * The length of a roll by what can be measured without unwinding it: the ring of paper seen from its side has the area of
 * the strip seen from its edge. Three sources of error that have nothing to do with each other are added in squares.
 * @param outer diameter over the paper, and `core` that of the tube, um
 * @param thickness of the paper, um
 * @returns which of the three cannot be
 * @example lengthByDiameter({ outer: um(120000), core: um(80000), thickness: um(250) }).value.length // 25132741
 */
export function lengthByDiameter(m: {
  readonly outer: Um
  readonly core: Um
  readonly thickness: Um
}): Result<ByDiameter, 'outer' | 'core' | 'thickness'> {
  const { outer, core, thickness } = m
  if (!(thickness > 0)) return bad('thickness')
  if (!(core > 0)) return bad('core')
  if (!(outer >= core)) return bad('outer')
  const length = (Math.PI * (outer ** 2 - core ** 2)) / (4 * thickness)
  const byRule = (d: number): number => ((Math.PI * d) / (2 * thickness)) * READ_WITHIN
  const within = Math.hypot(byRule(outer), byRule(core), length * THICKNESS_WITHIN)
  return ok({ length: um(Math.round(length)), within: um(Math.round(within)) })
}
