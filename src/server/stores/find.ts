import { desc, isNull, or, sql } from 'drizzle-orm'
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core'
import type { Found } from '@/contract/find'
import type { Db } from '@/server/db/open'
import { papers, people, presets, printers, rollPlans, slips } from '@/server/db/schema'
import { holds } from './holds'

const EACH = 6

/** A kind and a number, as a label says it, or the number alone. */
const numbered = (kind: string, text: string): string | null =>
  new RegExp(`^(?:${kind}\\s+)?(\\d+)$`, 'i').exec(text)?.[1] ?? null

/** Slips by title or number, roll plans by number, members, presets, papers and printers whose name holds the text; at most six of each. */
export function find(db: Db, typed: string): readonly Found[] {
  const text = typed.trim().slice(0, 80)
  if (text === '') return []
  const has = (column: SQLiteColumn) => holds(column, text)
  const slipRows = db
    .select({ id: slips.id, number: slips.number, title: slips.title, state: slips.state })
    .from(slips)
    .where(or(has(slips.title), sql`cast(${slips.number} as text) = ${numbered('slip', text)}`))
    .orderBy(desc(slips.number))
    .limit(EACH)
    .all()
  const planRows = db
    .select({ id: rollPlans.id, number: rollPlans.number, state: rollPlans.state })
    .from(rollPlans)
    .where(sql`cast(${rollPlans.number} as text) = ${numbered('plan', text)}`)
    .all()
  const named = (
    table: typeof people | typeof presets,
    kind: Found['kind'],
    to: (id: string) => string,
  ): readonly Found[] =>
    db
      .select({ id: table.id, name: table.name })
      .from(table)
      .where(sql`${has(table.name)} and ${table.retiredAt} is null`)
      .limit(EACH)
      .all()
      .map((r) => ({ kind, name: r.name, detail: '', href: to(r.id) }))
  return [
    ...slipRows.map(
      (s): Found => ({
        kind: 'slip',
        name: s.title || 'Untitled',
        detail: `slip ${s.number}, ${s.state}`,
        href: `/slips/${s.id}`,
      }),
    ),
    ...planRows.map(
      (p): Found => ({
        kind: 'plan',
        name: `Plan ${p.number}`,
        detail: `roll plan, ${p.state}`,
        href: `/bench/plan/${p.id}`,
      }),
    ),
    ...named(people, 'member', (id) => `/members?open=${id}`),
    ...named(presets, 'preset', (id) => `/presets/${id}`),
    ...db
      .select({ id: papers.id, name: papers.name, maker: papers.maker })
      .from(papers)
      .where(sql`${has(papers.name)} and ${papers.retiredAt} is null`)
      .limit(EACH)
      .all()
      .map((r): Found => ({ kind: 'paper', name: r.name, detail: r.maker, href: `/papers?open=${r.id}` })),
    ...db
      .select({ id: printers.id, name: printers.nickname, makeModel: printers.makeModel })
      .from(printers)
      .where(sql`${has(printers.nickname)} and ${isNull(printers.retiredAt)}`)
      .limit(EACH)
      .all()
      .map((r): Found => ({ kind: 'printer', name: r.name, detail: r.makeModel, href: `/printers/${r.id}` })),
  ]
}
