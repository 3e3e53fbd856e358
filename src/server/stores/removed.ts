import { and, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm'
import { z } from 'zod'
import { stepNow } from '@/contract/former'
import {
  dialogStepSchema,
  mediaSettingSchema,
  noteOfQueueSchema,
  ownOptionSchema,
  qualitySchema,
  ruleSchema,
} from '@/contract/printer'
import type { RemovedPart, RemovedThing } from '@/contract/views/removed'
import { um } from '@/core/length/length'
import { PART_KINDS, partName } from '@/core/printer/parts'
import { sayCode } from '@/core/tone/wedge-code'
import { sayForm } from '@/core/words/paper-form'
import type { Db } from '@/server/db/open'
import {
  events,
  feeds,
  groups,
  outsideTargets,
  paperNotes,
  papers,
  people,
  presets,
  printers,
  profiles,
  queues,
  rolls,
  scanners,
  screens,
  sizes,
  stocks,
  wedges,
} from '@/server/db/schema'
import { listPrinters } from './printers'
import { unitOfRoom } from './room'

/** Everything that is retired, the newest first: kept whole, and offered again on a press. */
export function removedThings(db: Db): readonly RemovedThing[] {
  const at = (row: { readonly retiredAt: number | null }): number => row.retiredAt ?? 0
  const all: readonly RemovedThing[] = [
    ...db
      .select()
      .from(printers)
      .where(isNotNull(printers.retiredAt))
      .all()
      .map((r) => ({ kind: 'printer' as const, id: r.id, name: r.nickname, at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(presets)
      .where(isNotNull(presets.retiredAt))
      .all()
      .map((r) => ({ kind: 'preset' as const, id: r.id, name: r.name, at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(papers)
      .where(isNotNull(papers.retiredAt))
      .all()
      .map((r) => ({ kind: 'paper' as const, id: r.id, name: r.name, at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(profiles)
      .where(isNotNull(profiles.retiredAt))
      .all()
      .map((r) => ({ kind: 'profile' as const, id: r.id, name: r.name, at: at(r), revision: 1 })),
    ...db
      .select()
      .from(sizes)
      .where(and(isNotNull(sizes.retiredAt), isNull(sizes.replacedById)))
      .all()
      .map((r) => ({ kind: 'size' as const, id: r.id, name: r.name, at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(screens)
      .where(isNotNull(screens.retiredAt))
      .all()
      .map((r) => ({ kind: 'screen' as const, id: r.id, name: r.name, at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(people)
      .where(isNotNull(people.retiredAt))
      .all()
      .map((r) => ({ kind: 'member' as const, id: r.id, name: r.name, at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(wedges)
      .where(isNotNull(wedges.retiredAt))
      .all()
      .map((r) => ({ kind: 'tone check' as const, id: r.id, name: sayCode(r.code), at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(scanners)
      .where(isNotNull(scanners.retiredAt))
      .all()
      .map((r) => ({ kind: 'scanner' as const, id: r.id, name: r.name, at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(paperNotes)
      .where(isNotNull(paperNotes.retiredAt))
      .all()
      .map((r) => ({ kind: 'note' as const, id: r.id, name: shortly(r.says), at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(outsideTargets)
      .where(isNotNull(outsideTargets.retiredAt))
      .all()
      .map((r) => ({ kind: 'target' as const, id: r.id, name: r.name, at: at(r), revision: r.revision })),
    ...retiredNamed(db),
  ]
  return all.toSorted((a, b) => b.at - a.at || a.name.localeCompare(b.name))
}

/** What has no name of its own, or stands with its printer or paper. */
function retiredNamed(db: Db): readonly RemovedThing[] {
  const unit = unitOfRoom(db)
  const thing = (kind: RemovedThing['kind'], r: Retired, name: string): RemovedThing => ({
    ...{ kind, id: r.id, name, at: r.retiredAt ?? 0, revision: r.revision },
  })
  const paperOf = new Map(
    db
      .select({ id: papers.id, name: papers.name })
      .from(papers)
      .all()
      .map((p) => [p.id, p.name]),
  )
  const printerOf = new Map(
    db
      .select({ id: printers.id, name: printers.nickname })
      .from(printers)
      .all()
      .map((p) => [p.id, p.name]),
  )
  return [
    ...db
      .select()
      .from(groups)
      .where(isNotNull(groups.retiredAt))
      .all()
      .map((r) => thing('group', r, r.name)),
    ...db
      .select()
      .from(stocks)
      .where(isNotNull(stocks.retiredAt))
      .all()
      .map((r) =>
        thing('form', r, `${paperOf.get(r.paperId)}, ${sayForm(r.kind, um(r.widthUm), um(r.lengthUm), unit)}`),
      ),
    ...db
      .select()
      .from(rolls)
      .where(isNotNull(rolls.retiredAt))
      .all()
      .map((r) => thing('roll', r, `Roll ${r.number}`)),
    ...db
      .select()
      .from(feeds)
      .where(isNotNull(feeds.retiredAt))
      .all()
      .map((r) =>
        thing('feed', r, `${(r.facts as { readonly name?: string }).name ?? 'feed'} of ${printerOf.get(r.printerId)}`),
      ),
    ...db
      .select()
      .from(queues)
      .where(isNotNull(queues.retiredAt))
      .all()
      .map((r) => thing('queue', r, `${r.name} of ${printerOf.get(r.printerId)}`)),
  ]
}

type Retired = { readonly id: string; readonly retiredAt: number | null; readonly revision: number }

/** The beginning of a text, for a list. */
const shortly = (text: string): string => (text.length > 60 ? `${text.slice(0, 57)}...` : text)

const removedSchema = z.object({
  removed: z.object({
    mediaSettings: z.array(mediaSettingSchema).optional(),
    qualities: z.array(qualitySchema).optional(),
    ownOptions: z.array(ownOptionSchema).optional(),
    rules: z.array(ruleSchema).optional(),
    notes: z.array(noteOfQueueSchema).optional(),
    // the history is never rewritten: a step may stand there in the words of its day
    dialog: z.array(z.preprocess(stepNow, dialogStepSchema)).optional(),
  }),
})

/** What an event of the history took out of a queue; null when it took out nothing, or what nobody can read any more. */
export function removedIn(db: Db, event: number, queueId: string) {
  const row = db
    .select({ data: events.data })
    .from(events)
    .where(and(eq(events.id, event), eq(events.action, 'queue.save'), eq(events.subject, queueId)))
    .get()
  return removedSchema.safeParse(row?.data).data?.removed ?? null
}

const MOST_EVENTS = 200

/** What was taken out of queues and is not there again, the newest first. */
export function removedParts(db: Db): readonly RemovedPart[] {
  const queues = new Map(listPrinters(db).flatMap((p) => p.queues.map((q) => [q.id, q] as const)))
  const rows = db
    .select()
    .from(events)
    .where(and(eq(events.action, 'queue.save'), sql`json_extract(${events.data}, '$.removed') is not null`))
    .orderBy(desc(events.id))
    .limit(MOST_EVENTS)
    .all()
  const seen = new Set<string>()
  return rows.flatMap((row) => {
    const queue = queues.get(row.subject)
    const removed = removedSchema.safeParse(row.data).data?.removed
    if (!queue || !removed) return []
    return PART_KINDS.flatMap((kind) =>
      (removed[kind] ?? []).flatMap((item): readonly RemovedPart[] => {
        const key = `${queue.id} ${kind} ${item.id}`
        if (seen.has(key) || queue.facts[kind].some((x) => x.id === item.id)) return []
        seen.add(key)
        const name = partName(kind, item)
        return [{ event: row.id, at: row.at, queueId: queue.id, queue: queue.name, kind, item: item.id, name }]
      }),
    )
  })
}
