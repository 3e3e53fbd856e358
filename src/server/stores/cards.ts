import { eq } from 'drizzle-orm'
import type { BenchCard } from '@/contract/views/card'
import { cardSteps, type PrintSays } from '@/core/preset/dialog'
import { bad, ok, type Result } from '@/core/result/result'
import { factsFrom } from '@/core/slip/catalogue'
import type { VersionFacts } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'
import { printSays } from '@/core/slip/says'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { presets, presetVersions } from '@/server/db/schema'
import { unitOfRoom } from './room'
import { catalogue, picturesOf, readSlip } from './slips'

/** The card of a version alone, or why there is none. */
export function versionCard(db: Db, versionId: string, now: number): Result<BenchCard, Problem> {
  const known = catalogue(db, now, [versionId])
  return cardOf(db, versionId, known, null, null)
}

/** The card of a print of a slip, with its own values, or why there is none. */
export function slipCard(db: Db, slipId: string, printId: string | null, now: number): Result<BenchCard, Problem> {
  const slip = readSlip(db, slipId)
  const print = slip?.body.prints.find((p) => p.id === printId) ?? slip?.body.prints[0]
  if (!slip || !print) return bad({ code: 'not_found', what: 'This slip' })
  if (!print.versionId) return bad({ code: 'slip_incomplete', missing: 'preset' })
  const known = catalogue(db, now, [print.versionId])
  const pictures = picturesOf(db, slip.body)
  const facts = factsFrom(known, slip.body, print, (id) => pictures.get(id) ?? null)
  const { sheet } = outcomeOf(facts)
  const says = printSays(facts, sheet?.sheet ?? null, unitOfRoom(db))
  return cardOf(db, print.versionId, known, says, {
    ...{ slipId: slip.id, printId: print.id, slipNumber: slip.number },
    title: slip.body.title || `Slip ${slip.number}`,
    sheet: says.size,
    leads: sheet ? sheet.fit.leads : null,
  })
}

function cardOf(
  db: Db,
  versionId: string,
  known: ReturnType<typeof catalogue>,
  says: PrintSays | null,
  print: BenchCard['print'],
): Result<BenchCard, Problem> {
  const row = db
    .select({ presetId: presets.id, name: presets.name, retired: presets.retiredAt })
    .from(presetVersions)
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .where(eq(presetVersions.id, versionId))
    .get()
  if (!row) return bad({ code: 'not_found', what: 'This version' })
  if (row.retired !== null) return bad({ code: 'no_card', preset: row.name })
  const broken = known.broken.find((v) => v.id === versionId)
  if (broken) return bad({ code: 'preset_broken', preset: broken.presetName, number: broken.number, lost: broken.lost })
  const version = known.versions.find((v) => v.id === versionId)
  if (!version) return bad({ code: 'not_found', what: 'This version' })
  return ok({ presetId: row.presetId, ...ofVersion(version), print, steps: stepsOf(version, says) })
}

const ofVersion = (v: VersionFacts) => ({
  ...{ versionId: v.id, presetName: v.presetName, number: v.number, seal: v.seal },
  ...{ printerName: v.printerName, queueName: v.queueName, paperName: v.paper.name },
  feed: {
    ...{ name: v.feed.name, loading: v.feed.loading, message: v.feed.message ?? '', pictureId: v.feed.pictureId },
  },
})

const stepsOf = (v: VersionFacts, says: PrintSays | null) => (v.dialog ? cardSteps(v.dialog, says) : [])
