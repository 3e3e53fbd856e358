import { inArray } from 'drizzle-orm'
import { z } from 'zod'
import { settingsSchema } from '@/contract/preset'
import { closedOnSlip, type Gate, type GateFinding, gateOf } from '@/core/gate/gate'
import { type QueueWorld, speaksOfSizes } from '@/core/options/room-options'
import type { Settings } from '@/core/preset/settings'
import type { Feed, QueueFacts } from '@/core/printer/facts'
import { ofEveryVersion } from '@/core/sizes/versions'
import { sayGate } from '@/core/words/gate'
import type { Db } from '@/server/db/open'
import { type papers, presetVersions, type profiles } from '@/server/db/schema'
import { thicknessOf } from './papers'
import { parsed } from './parse'
import { sealsOfProfiles, staleProfiles } from './profile-seals'
import { everySize } from './sizes'

/** What spoke against a version when it was sealed all the same, and why it was. */
export const despiteSchema = z.object({ says: z.array(z.string()), because: z.string() }).readonly()
export type Despite = z.output<typeof despiteSchema>

type QueueRow = {
  readonly queue: { readonly name: string; readonly printerId: string; readonly retiredAt: number | null }
  readonly printer: { readonly nickname: string; readonly inkSet: string; readonly retiredAt: number | null }
  readonly facts: QueueFacts
}

/** The rows from which gates are made: everything that versions point to, retired or not. */
export type GateRows = {
  readonly queueRows: ReadonlyMap<string, QueueRow>
  readonly feedRows: ReadonlyMap<string, Feed & { readonly printerId: string }>
  readonly retiredFeeds: ReadonlySet<string>
  readonly paperRows: ReadonlyMap<string, typeof papers.$inferSelect>
  readonly profileRows: ReadonlyMap<string, typeof profiles.$inferSelect>
}

/** The settings with which profiles were made, by the profile's id, where a version of this room has that seal. */
export function settingsBehind(
  db: Db,
  bound: ReadonlyMap<string, readonly string[]>,
): ReadonlyMap<string, readonly Settings[]> {
  const seals = [...new Set([...bound.values()].flat())]
  if (seals.length === 0) return new Map()
  const rows = db.select().from(presetVersions).where(inArray(presetVersions.seal, seals)).all()
  return new Map(
    [...bound].map(([id, own]) => [
      id,
      own.flatMap((seal) => {
        const row = rows.find((r) => r.seal === seal)
        return row ? [parsed(settingsSchema, row.settings, `version ${row.id}`)] : []
      }),
    ]),
  )
}

/** The gates of a room's queues, each made when it is first asked for. */
export function gatesFrom(db: Db, rows: GateRows): (queueId: string) => Gate | null {
  const made = new Map<string, Gate | null>()
  const allPapers = [...rows.paperRows.values()]
  const allProfiles = [...rows.profileRows.values()]
  let behind: ReadonlyMap<string, readonly Settings[]> | null = null
  const make = (queueId: string): Gate | null => {
    const row = rows.queueRows.get(queueId)
    if (!row) return null
    behind ??= settingsBehind(db, sealsOfProfiles(db))
    const sizes = speaksOfSizes(row.facts.rules) ? everySize(db) : null
    const world: QueueWorld = {
      feeds: [...rows.feedRows.values()].filter((f) => f.printerId === row.queue.printerId),
      facts: sizes ? { ...row.facts, rules: ofEveryVersion(row.facts.rules, sizes) } : row.facts,
      papers: allPapers
        .filter((p) => p.retiredAt === null)
        .map((p) => ({
          ...{ id: p.id, name: p.name, surface: p.surface, weight: p.weight, thickness: thicknessOf(p.thicknessUm) },
        })),
      profiles: allProfiles
        .filter((p) => p.retiredAt === null && p.unfit === null)
        .map((p) => ({ id: p.id, name: p.name, grey: p.space === 'GRAY' })),
      ...(sizes ? { sizes } : {}),
    }
    return gateOf({
      ...world,
      queue: row.queue.name,
      printer: { name: row.printer.nickname, retired: row.printer.retiredAt !== null, inkSet: row.printer.inkSet },
      retired: [
        ...allPapers.filter((p) => p.retiredAt !== null).map(({ id, name }) => ({ id, name, what: 'paper' as const })),
        ...allProfiles
          .filter((p) => p.retiredAt !== null)
          .map(({ id, name }) => ({ id, name, what: 'profile' as const })),
        ...world.feeds
          .filter((f) => rows.retiredFeeds.has(f.id))
          .map(({ id, name }) => ({ id, name, what: 'feed' as const })),
        ...(row.queue.retiredAt === null ? [] : [{ id: queueId, name: row.queue.name, what: 'queue' as const }]),
      ],
      madeWith: behind,
      stale: new Map(
        staleProfiles(db).flatMap((s) =>
          s.printerId === row.queue.printerId ? [[s.profileId, s.since] as const] : [],
        ),
      ),
    })
  }
  return (queueId) => {
    if (!made.has(queueId)) made.set(queueId, make(queueId))
    return made.get(queueId) ?? null
  }
}

/** What closes a sealed version today. */
export function closedToday(
  gate: Gate | null,
  version: { readonly settings: Settings; readonly despite: Despite | null },
  preset: { readonly name: string; readonly retired: boolean },
): readonly GateFinding[] {
  const found = gate ? closedOnSlip(gate.of(version.settings), version.despite?.says ?? [], sayGate) : []
  return preset.retired ? [{ code: 'retired', what: 'preset', name: preset.name }, ...found] : found
}

/** What closes a version at single sizes, where its queue's rules speak of sizes; empty elsewhere. */
export function closedSizes(
  gate: Gate | null,
  version: { readonly settings: Settings; readonly despite: Despite | null },
): Readonly<Record<string, readonly GateFinding[]>> {
  const sizes = gate?.options.find((o) => o.id === 'size')?.values ?? []
  if (!gate || sizes.length === 0) return {}
  const answered = version.despite?.says ?? []
  const always = gate.of(version.settings).map(sayGate)
  return Object.fromEntries(
    sizes.flatMap(({ id }) => {
      const found = closedOnSlip(gate.of(version.settings, { size: id }), answered, sayGate)
      const own = found.filter((f) => !always.includes(sayGate(f)))
      return own.length > 0 ? [[id, own]] : []
    }),
  )
}
