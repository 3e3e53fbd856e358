import type { PrintFacts } from '@/core/slip/facts'
import type { PrintOutcome } from '@/core/slip/outcome'
import { insideArea } from './area'
import { borderlessPossible, enlargementKnown, noSliver, rowSpans } from './borderless'
import type { Answer, Check, Finding, Level } from './check'
import { inksHeld, versionAllowed } from './closed'
import { blackInkHeld, colourDescribed, convertedOnce, profilePresent } from './colour'
import { complete } from './complete'
import { darknessKnown } from './darkness'
import { printerTakes } from './delivery'
import { edgeMeasured } from './edge-measured'
import { nothingLeftSet, printerAgrees } from './heard'
import { leavesInk, turnSaves } from './ink'
import { paperLoaded } from './loaded'
import { fileSizeStated, pictureDecodes } from './picture'
import { resolutionEnough } from './resolution'
import { screenIsJudge } from './screen'
import { sizeOffered, sizePossible, sizeTurned } from './size'
import { copiesUsual, paperInStock, upkeepDone } from './stock'
import { toneChecked } from './tone'

/** The checks before printing, in the order in which their findings of one level are shown. */
export const CHECKS: readonly Check[] = [
  complete,
  leavesInk,
  pictureDecodes,
  fileSizeStated,
  versionAllowed,
  sizeOffered,
  sizePossible,
  sizeTurned,
  turnSaves,
  borderlessPossible,
  insideArea,
  enlargementKnown,
  noSliver,
  rowSpans,
  edgeMeasured,
  resolutionEnough,
  paperLoaded,
  printerAgrees,
  nothingLeftSet,
  blackInkHeld,
  inksHeld,
  darknessKnown,
  toneChecked,
  profilePresent,
  convertedOnce,
  colourDescribed,
  screenIsJudge,
  printerTakes,
  paperInStock,
  copiesUsual,
  upkeepDone,
]

const ORDER: Readonly<Record<Level, number>> = { stop: 0, caution: 1, fine: 2 }

/**
 * All findings, stops first, then cautions, then fine ones; within a level in the order of the checks, then of the
 * pieces. What is fine with every piece is said once.
 * @example runChecks(facts({ pictureId: null }, { picture: null }), outcomeOf(facts({ pictureId: null }, { picture: null })))[0].code // 'picture_missing'
 */
export function runChecks(
  facts: PrintFacts,
  outcome: PrintOutcome,
  checks: readonly Check[] = CHECKS,
): readonly Finding[] {
  const pieces = facts.print.pieces.map((piece, i) => ({
    ...{ piece, picture: facts.pictures[i] ?? null, laid: outcome.pieces[i] ?? null },
  }))
  const findings = checks.flatMap((check): readonly Finding[] =>
    check.of === 'print'
      ? finding(check.id, check.run(facts, outcome), null)
      : ofPieces(pieces.map((seen, i) => finding(check.id, check.run(seen, facts, outcome), i + 1))),
  )
  return [...findings].sort((a, b) => ORDER[a.level] - ORDER[b.level])
}

const finding = (check: string, answer: Answer, piece: number | null): readonly Finding[] =>
  answer ? [{ check, level: answer.level, piece, ...answer.found }] : []

function ofPieces(each: readonly (readonly Finding[])[]): readonly Finding[] {
  const all = each.flat()
  if (each.length === 1) return all.map((f) => ({ ...f, piece: null }))
  const wrong = all.filter((f) => f.level !== 'fine')
  return wrong.length > 0 ? wrong : all.slice(0, 1).map((f) => ({ ...f, piece: null }))
}

/** The worst level among findings; no finding is fine. @example worstLevel([]) // 'fine' */
export const worstLevel = (findings: readonly Finding[]): Level => findings[0]?.level ?? 'fine'
