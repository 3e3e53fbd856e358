import { and, asc, desc, eq, gte, inArray, isNull } from 'drizzle-orm'
import { proofsSchema, saidSchema } from '@/contract/path'
import type { PathLine, PathView } from '@/contract/views/path'
import { PATH, type PathFacts, type StepStands, standing } from '@/core/paper/path'
import type { Db } from '@/server/db/open'
import { edgeChecks, paperPaths, papers, people, presetVersions, profiles, upkeep } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'
import { listPapers } from './papers'
import { parsed } from './parse'
import { presetsWithVersions, readSettings } from './presets'
import { listPrinters } from './printers'
import { readBacksOf } from './read-backs'
import { profilesNear } from './seals'
import { sheetChoices } from './sheet-choices'
import { toneBySeal } from './tone-use'
import { trialsOf } from './trials'

type Row = typeof paperPaths.$inferSelect

/** A path's row with what was said and made on it. */
export function readPath(db: Db, id: string) {
  const row = db.select().from(paperPaths).where(eq(paperPaths.id, id)).get()
  return row ? { row, said: saidOf(row), proofs: parsed(proofsSchema, row.proofs, `the proofs of path ${id}`) } : null
}

const saidOf = (row: Row) => parsed(saidSchema, row.said, `what was said on path ${row.id}`)

/** The printer and queue of a path; null: the queue is gone. */
const queueOf = (db: Db, queueId: string) => {
  for (const printer of listPrinters(db)) {
    const queue = printer.queues.find((q) => q.id === queueId)
    if (queue) return { printer, queue }
  }
  return null
}

/** Presets of the path's paper and queue that are offered and sealed, the newest version first. */
const candidates = (db: Db, { paperId, queueId }: Row) =>
  presetsWithVersions(db)
    .filter((p) => !p.retired)
    .flatMap((preset) => {
      const [version] = preset.versions
      return version?.settings.paperId === paperId && version.settings.queueId === queueId ? [{ preset, version }] : []
    })
    .sort((a, b) => b.version.at - a.version.at)

/** What the room knows for the steps of a path. */
function factsOf(db: Db, row: Row) {
  const { paperId, queueId, begunAt } = row
  const here = queueOf(db, queueId)
  const trials = trialsOf(db, paperId).filter((t) => t.queueId === queueId)
  const kept = trials.find((t) => t.kept === 'kept') ?? null
  const all = candidates(db, row)
  const made = kept ? all.find(({ version }) => version.settings.mediaSettingId === kept.mediaSettingId) : undefined
  const [nozzle] = here
    ? db
        .select({ at: upkeep.at, result: upkeep.result, gaps: upkeep.gaps, by: people.name })
        .from(upkeep)
        .leftJoin(people, eq(people.id, upkeep.byId))
        .where(and(eq(upkeep.printerId, here.printer.id), eq(upkeep.kind, 'nozzle check'), gte(upkeep.at, begunAt)))
        .orderBy(desc(upkeep.at), newestFirst(upkeep))
        .limit(1)
        .all()
    : []
  const facts: PathFacts = {
    nozzleCheck: nozzle ? { ...nozzle, by: nozzle.by ?? 'someone' } : null,
    trials: trials.length,
    kept: kept && { number: kept.number, mediaSetting: kept.mediaSettingName, flaws: kept.flaws.length },
    edgeCheck: here ? newestCheck(db, here, paperId, made ?? all[0] ?? null) : null,
    version: made ? { preset: made.preset.name, number: made.version.number, seal: made.version.seal } : null,
    profile: made ? profileOf(db, made) : null,
    toneCheck: made ? toneCheckOf(db, made) : null,
    readBack: made ? readBackOf(db, made) : null,
  }
  return { here, trials, kept, all, made: made ?? null, facts }
}

type Candidate = ReturnType<typeof candidates>[number]

/**
 * The newest solved check of a queue: with the feed and edge of the path's version where there is one, of the very paper
 * where there is one.
 */
function newestCheck(
  db: Db,
  { printer, queue }: NonNullable<ReturnType<typeof queueOf>>,
  paperId: string,
  to: Candidate | null,
): PathFacts['edgeCheck'] {
  const rows = db
    .select({
      ...{ number: edgeChecks.number, feedId: edgeChecks.feedId, edge: edgeChecks.edge },
      ...{ id: presetVersions.id, settings: presetVersions.settings },
    })
    .from(edgeChecks)
    .innerJoin(presetVersions, eq(presetVersions.id, edgeChecks.versionId))
    .where(and(eq(edgeChecks.queueId, queue.id), eq(edgeChecks.state, 'solved')))
    .orderBy(desc(edgeChecks.solvedNo))
    .all()
  type Row = (typeof rows)[number]
  const paperOf = (r: Row): string => readSettings(r.settings, r.id).paperId
  const onIt = (r: Row): boolean => paperOf(r) === paperId
  const wanted = to?.version.settings ?? null
  const inFeed = (r: Row): boolean => wanted === null || r.feedId === wanted.feedId
  const fits = (r: Row): boolean => inFeed(r) && (wanted?.edgeAllowed !== 'margins' || r.edge === 'margins')
  const row = rows.find((r) => fits(r) && onIt(r)) ?? rows.find(fits) ?? rows.find(onIt) ?? rows[0]
  if (!row) return null
  const of = paperOf(row)
  const feedName = printer.feeds.find((f) => f.id === row.feedId)?.name ?? 'another feed'
  const name = db.select({ name: papers.name }).from(papers).where(eq(papers.id, of)).get()?.name ?? 'another paper'
  const elsewhere = fits(row) ? null : inFeed(row) ? 'was printed borderless' : `was printed in the ${feedName}`
  return { number: row.number, here: of === paperId, paper: name, elsewhere }
}

/** A profile made with the version's seal: the one that it converts to, or one that it could. */
function profileOf(db: Db, { version }: Candidate): PathFacts['profile'] {
  const near = Object.entries(profilesNear(db, version.settings)).flatMap(([id, how]) => (how === 'seal' ? [id] : []))
  if (near.length === 0) return null
  const { fileColour } = version.settings
  const used = fileColour.kind === 'profile' && near.includes(fileColour.profileId) ? fileColour.profileId : null
  const row = db
    .select({ name: profiles.name })
    .from(profiles)
    .where(used === null ? and(inArray(profiles.id, near), isNull(profiles.retiredAt)) : eq(profiles.id, used))
    .orderBy(newestFirst(profiles))
    .get()
  return row ? { name: row.name, used: used !== null } : null
}

function toneCheckOf(db: Db, { version }: Candidate): PathFacts['toneCheck'] {
  const { checks, curves } = toneBySeal(db)(version.seal)
  const [newest] = checks
  return newest ? { number: newest.number, curve: curves[0]?.strength ?? null } : null
}

function readBackOf(db: Db, { preset, version }: Candidate): PathFacts['readBack'] {
  const newest = readBacksOf(db, preset.id).newest.find((r) => r.versionId === version.id)
  return newest ? { at: newest.at, changed: newest.settled ? 0 : newest.found.length } : null
}

const settled = (steps: readonly StepStands[]): number => steps.filter((s) => s.state !== 'open').length

/** The paths of a paper that are under way or done, one for each queue at most. */
export const pathsOf = (db: Db, paperId: string): readonly PathLine[] =>
  db
    .select()
    .from(paperPaths)
    .where(and(eq(paperPaths.paperId, paperId), isNull(paperPaths.retiredAt)))
    .orderBy(asc(paperPaths.begunAt))
    .all()
    .map((row) => ({
      ...{ id: row.id, queueId: row.queueId, steps: PATH.length },
      settled: settled(standing(PATH, factsOf(db, row).facts, saidOf(row))),
    }))

/** A path with how each of its steps stands; null: there is none, or its paper or queue is gone. */
export function pathView(db: Db, id: string): PathView | null {
  const path = readPath(db, id)
  const paper = listPapers(db).find((p) => p.id === path?.row.paperId)
  if (!path || !paper) return null
  const { row } = path
  const { here, trials, kept, all, made, facts } = factsOf(db, row)
  if (!here) return null
  const proof = all.find(({ preset }) => path.proofs.includes(preset.id))
  const to = made ?? proof ?? null
  return {
    ...{ id, revision: row.revision, paper: { id: paper.id, name: paper.name } },
    queue: { id: here.queue.id, name: here.queue.name, printerId: here.printer.id, printerName: here.printer.nickname },
    begunAt: row.begunAt,
    by: db.select({ name: people.name }).from(people).where(eq(people.id, row.byId)).get()?.name ?? 'someone',
    steps: standing(PATH, facts, path.said).map(({ step, state, found, said }) => ({
      ...{ id: step.id, name: step.name, reason: step.reason, state, said },
      found: found && { says: found.says, at: found.at },
    })),
    settings: here.queue.facts.mediaSettings
      .filter((m) => m.surfaces.includes(paper.surface))
      .map((m) => ({ id: m.id, name: m.name, tried: trials.filter((t) => t.mediaSettingId === m.id).length })),
    spare: kept ? spareProofs(db, path.proofs, kept.mediaSettingId).length : 0,
    version: to && { id: to.version.id, presetId: to.preset.id },
    sheets: sheetChoices(db, paper),
  }
}

/** Presets that were made on a path and are offered still, other than those with the media setting that was kept. */
export const spareProofs = (db: Db, proofs: readonly string[], keptSettingId: string) =>
  presetsWithVersions(db).filter(
    (p) => proofs.includes(p.id) && !p.retired && p.versions[0]?.settings.mediaSettingId !== keptSettingId,
  )
