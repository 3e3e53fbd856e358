import type { SlipFacts } from '@/core/slip/facts'
import type { SlipOutcome } from '@/core/slip/outcome'
import { insideArea } from './area'
import { borderlessPossible, growthKnown, noSliver } from './borderless'
import type { Check, Finding, Level } from './check'
import { blackInkHeld, colourDescribed, convertedOnce, profilePresent } from './colour'
import { complete } from './complete'
import { darknessKnown } from './darkness'
import { printerTakes } from './delivery'
import { edgeMeasured } from './edge-measured'
import { leavesInk, turnSaves } from './ink'
import { paperLoaded } from './loaded'
import { pictureDecodes } from './picture'
import { resolutionEnough } from './resolution'
import { sizePossible, sizeTurned } from './size'
import { copiesUsual, paperInStock, upkeepDone } from './stock'

/** The checks before printing, in the order in which their findings of one level are shown. */
export const CHECKS: readonly Check[] = [
  complete,
  leavesInk,
  pictureDecodes,
  sizePossible,
  sizeTurned,
  turnSaves,
  borderlessPossible,
  insideArea,
  growthKnown,
  noSliver,
  edgeMeasured,
  resolutionEnough,
  paperLoaded,
  blackInkHeld,
  darknessKnown,
  profilePresent,
  convertedOnce,
  colourDescribed,
  printerTakes,
  paperInStock,
  copiesUsual,
  upkeepDone,
]

const ORDER: Readonly<Record<Level, number>> = { stop: 0, look: 1, fine: 2 }

/** All findings, stops first, then looks, then fine ones; within a level in the order of the checks. */
export function runChecks(
  facts: SlipFacts,
  outcome: SlipOutcome,
  checks: readonly Check[] = CHECKS,
): readonly Finding[] {
  const findings = checks.flatMap((check): Finding[] => {
    const result = check.run(facts, outcome)
    return result ? [{ check: check.id, level: result.level, ...result.found }] : []
  })
  return [...findings].sort((a, b) => ORDER[a.level] - ORDER[b.level])
}

/** The worst level among findings; no finding is fine. */
export const worstLevel = (findings: readonly Finding[]): Level => findings[0]?.level ?? 'fine'
