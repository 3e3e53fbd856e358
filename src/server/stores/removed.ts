import { isNotNull } from 'drizzle-orm'
import type { RemovedThing } from '@/contract/views/removed'
import type { Db } from '@/server/db/open'
import { papers, people, presets, printers, profiles, sizes } from '@/server/db/schema'

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
      .where(isNotNull(sizes.retiredAt))
      .all()
      .map((r) => ({ kind: 'size' as const, id: r.id, name: r.name, at: at(r), revision: r.revision })),
    ...db
      .select()
      .from(people)
      .where(isNotNull(people.retiredAt))
      .all()
      .map((r) => ({ kind: 'member' as const, id: r.id, name: r.name, at: at(r), revision: r.revision })),
  ]
  return all.toSorted((a, b) => b.at - a.at || a.name.localeCompare(b.name))
}
