import type { RollHint } from '@/contract/views/bench'
import type { PlanGroup, PlanPrint } from '@/contract/views/plan'
import { um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { together } from '@/core/nest/together'
import { sayDarkness } from '@/core/printer/darkness'
import { declaredMargins } from '@/core/printer/facts'
import type { PrintBody } from '@/core/slip/body'
import { type Catalogue, factsFrom } from '@/core/slip/catalogue'
import type { PrintFacts, VersionFacts } from '@/core/slip/facts'
import { outcomeOf, type PrintOutcome } from '@/core/slip/outcome'
import type { Db } from '@/server/db/open'
import { copiesOf } from './copies'
import { listPrinters } from './printers'
import { catalogue, listSlips, picturesOf } from './slips'

/** Slips that are looked at. */
const MOST_WAITING = 2000

type Filling = {
  readonly group: PlanGroup
  readonly prints: PlanPrint[]
  readonly others: PlanGroup['others'][number][]
}

/** What prints on one strip have in common: the strip goes through the printer once, by one version, through one curve. */
export const groupKey = (versionId: string, width: number, { darkness, grey }: PrintBody): string =>
  [versionId, width, darkness, grey ?? 'as they are'].join(' ')

/** Waiting prints that can lie beside each other: those of one version on one roll, each group by itself. */
export function planGroups(db: Db, now: number): readonly PlanGroup[] {
  const lines = listSlips(db, ['waiting'], MOST_WAITING)
  const bodies = lines.map((l) => l.slip.body)
  const ids = bodies.flatMap((b) => b.prints.flatMap((p) => p.versionId ?? []))
  const known = catalogue(db, now, ids)
  const pictures = picturesOf(db, ...bodies)
  const made = copiesOf(
    db,
    lines.map((l) => l.slip.id),
  )
  const groups = new Map<string, Filling>()
  for (const { slip, memberName } of lines.toReversed())
    for (const print of slip.body.prints) {
      const copies = made.wanted(slip.id, print)
      if (copies < 1) continue
      const facts = factsFrom(known, slip.body, print, (id) => pictures.get(id) ?? null)
      const outcome = outcomeOf(facts)
      const { version } = facts
      if (!version || !outcome.sheet?.roll) continue
      const key = groupKey(version.id, outcome.sheet.sheet.width, print)
      const filling = groups.get(key) ?? begun(key, facts, outcome, known)
      if (!filling) continue
      groups.set(key, filling)
      const title = slip.body.title || `Slip ${slip.number}`
      const why = alone(outcome, print)
      if (why) {
        filling.others.push({ slipId: slip.id, number: slip.number, title, why })
        continue
      }
      const [piece] = outcome.pieces
      if (!piece) continue
      filling.prints.push({
        ...{ slipId: slip.id, printId: print.id, number: slip.number, title, memberName, copies },
        pictureId: facts.pictures[0]?.id ?? null,
        ...{ w: um(piece.asked.w), h: um(piece.asked.h), alone: outcome.sheet.sheet.length },
        ...{ ratio: piece.crop.w / piece.crop.h, revision: slip.revision },
      })
    }
  return [...groups.values()].map(({ group, prints, others }) => ({ ...group, prints, others }))
}

/** Children that a first plan looks at: some milliseconds, and the same plan each time. */
const FIRST_STEPS = 15_000

/** What lies together on a roll of each printer, by a first plan of all that waits for it. */
export function rollHints(db: Db, now: number): readonly RollHint[] {
  const printerOf = new Map(listPrinters(db).flatMap((p) => p.queues.map((q) => [q.id, p.id])))
  return planGroups(db, now).flatMap((group): readonly RollHint[] => {
    const found = together(group, FIRST_STEPS)
    const printerId = printerOf.get(group.queueId)
    if (!found || !printerId) return []
    return [{ printerId, name: group.name, count: found.count, length: found.length, alone: found.alone }]
  })
}

function begun(
  key: string,
  { version, stock, print }: PrintFacts,
  { sheet }: PrintOutcome,
  { stocks }: Catalogue,
): Filling | null {
  if (!version || !sheet) return null
  const roll = stocks.flatMap((s) => s.rolls).find((r) => r.id === stock?.rollId)
  const price = stock?.price.kind === 'roll' ? stock.price : null
  return {
    group: {
      ...{
        key,
        versionId: version.id,
        queueId: version.settings.queueId,
        name: [
          `${version.presetName}, version ${version.number}`,
          ...(print.darkness === 0 ? [] : [sayDarkness(print.darkness, version.darkness)]),
          ...(print.grey ? ['colour to grey'] : []),
        ].join(', '),
      },
      ...{ printerName: version.printerName, feedName: version.feed.name, paperName: version.paper.name },
      ...{ width: sheet.sheet.width, longest: version.feed.maxLength },
      rolls: rollsOf(version, stocks),
      margins: sheet.borderless ? declaredMargins(version.queueFeed, sheet.sheet.width) : sheet.margins,
      roll: roll ? { id: roll.id, number: roll.number, left: roll.left } : null,
      perMetre:
        price?.price != null && price.lengthUm > 0 ? minor(Math.round((price.price * 1e6) / price.lengthUm)) : null,
      ...{ prints: [], others: [] },
    },
    ...{ prints: [], others: [] },
  }
}

/** Every width in which the room keeps the version's paper on rolls that its feed takes, the widest first. */
function rollsOf({ paper, feed, loaded }: VersionFacts, stocks: Catalogue['stocks']): PlanGroup['rolls'] {
  return stocks
    .filter((s) => s.kind === 'roll' && s.paperId === paper.id && s.width >= feed.minWidth && s.width <= feed.maxWidth)
    .map((s) => ({
      width: s.width,
      perMetre: s.price === null ? null : minor(Math.round((s.price * 1e6) / s.length)),
      open: s.rolls.map(({ number, left }) => ({ number, left })).sort((a, b) => b.left - a.left),
      unopened: s.count,
      loaded: s.rolls.some((r) => r.id === loaded?.rollId),
    }))
    .sort((a, b) => b.width - a.width)
}

/** Why a print lies on the roll by itself; null: others may lie beside it. */
function alone({ sheet, pieces }: PrintOutcome, { label }: PrintBody): string | null {
  if (label) return 'it is one way of a proof sheet'
  if (sheet?.borderless) return 'it goes over the edges of the roll'
  if (pieces.length > 1) return 'it has several pictures'
  return pieces[0] ? null : 'it is not filled yet'
}
