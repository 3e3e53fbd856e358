import { desc, eq } from 'drizzle-orm'
import { flawsSchema } from '@/contract/paper'
import type { TrialView } from '@/contract/views/paper'
import { LIGHTS } from '@/core/paper/trial'
import type { Db } from '@/server/db/open'
import { people, presets, presetVersions, queues, runs, screens, trials } from '@/server/db/schema'
import { parsed } from './parse'
import { listPrinters } from './printers'

/** The trials of a paper, the newest first. */
export const trialsOf = (db: Db, paperId: string): readonly TrialView[] =>
  db
    .select({
      row: trials,
      ...{ queueName: queues.name, screenName: screens.name, by: people.name, runNumber: runs.number },
      ...{ presetName: presets.name, versionNumber: presetVersions.number },
    })
    .from(trials)
    .innerJoin(queues, eq(queues.id, trials.queueId))
    .leftJoin(screens, eq(screens.id, trials.screenId))
    .leftJoin(people, eq(people.id, trials.byId))
    .leftJoin(runs, eq(runs.id, trials.runId))
    .leftJoin(presetVersions, eq(presetVersions.id, runs.versionId))
    .leftJoin(presets, eq(presets.id, presetVersions.presetId))
    .where(eq(trials.paperId, paperId))
    .orderBy(desc(trials.at), desc(trials.number))
    .all()
    .map(({ row, ...names }) => ({
      ...{ id: row.id, number: row.number, at: row.at, by: names.by ?? 'someone', revision: row.revision },
      ...{ queueId: row.queueId, queueName: names.queueName },
      ...{ mediaSettingId: row.mediaSettingId, mediaSettingName: row.mediaSettingName },
      run:
        row.runId === null || names.runNumber === null
          ? null
          : { id: row.runId, number: names.runNumber, version: `${names.presetName} ${names.versionNumber}` },
      printed: row.printed,
      light: LIGHTS.find((l) => l === row.light) ?? 'another light',
      screenName: names.screenName,
      ...{ seen: row.seen, kept: row.kept },
      flaws: parsed(flawsSchema, row.flaws, `trial ${row.number}`),
    }))

/** Queues with their media settings, as a trial names them. */
export const queueChoices = (db: Db) =>
  listPrinters(db).flatMap((p) =>
    p.queues.map((q) => ({
      ...{ id: q.id, name: q.name },
      mediaSettings: q.facts.mediaSettings.map(({ id, name }) => ({ id, name })),
    })),
  )
