import { createHash } from 'node:crypto'
import type Database from 'better-sqlite3'
import canonicalize from 'canonicalize'
import { z } from 'zod'
import { queueFactsNow, settingsNow } from '@/contract/former'
import { SEAL_SCHEMA, shortSeal } from '@/core/preset/seal'

/*
 * What no statement can do when a room of schema 0007 is brought up: the printer's monochrome becomes a colour mode of its
 * own in queues, drafts and versions, and every version gets the seal of today beside the one it had. Profiles that were
 * made with a seal follow it.
 */

type JsonRow = { readonly id: string; readonly json: string }
type VersionRow = {
  readonly id: string
  readonly settings: string
  readonly canonical: string
  readonly seal_hash: string
  readonly seal: string
}

/** What a seal of schema 1 covered; with what it covers since, it is one of today. */
const formerSeal = z.looseObject({ schema: z.literal(1), printerColour: z.string() })

function canonicalNow(canonical: string): string {
  const { printerColour, ...others } = formerSeal.parse(JSON.parse(canonical))
  const { colourMode, printerColour: colour, driverProfile } = colourOf.parse(settingsNow({ printerColour }))
  const text = canonicalize({ ...others, schema: SEAL_SCHEMA, colourMode, printerColour: colour, driverProfile })
  if (text === undefined) throw new Error('what a seal covers is always an object')
  return text
}

const colourOf = z.object({
  colourMode: z.string(),
  printerColour: z.string().nullable(),
  driverProfile: z.null(),
})

/** Rewrites a JSON column of a table, row by row. */
function rewrite(db: Database.Database, table: string, column: string, now: (json: unknown) => unknown): void {
  const write = db.prepare(`update ${table} set ${column} = ? where id = ?`)
  const rows = db.prepare(`select id, ${column} as json from ${table} where ${column} is not null`).all() as JsonRow[]
  for (const row of rows) write.run(JSON.stringify(now(JSON.parse(row.json))), row.id)
}

export function fillSeals(db: Database.Database): void {
  rewrite(db, 'queues', 'facts', queueFactsNow)
  rewrite(db, 'presets', 'draft', settingsNow)
  // a version never changes, and what it says does not: it is said in today's words
  const trigger = db.prepare("select sql from sqlite_master where name = 'preset_versions_never_change'").pluck().get()
  db.exec('drop trigger preset_versions_never_change')
  rewrite(db, 'preset_versions', 'settings', settingsNow)
  const write = db.prepare(
    'update preset_versions set canonical = ?, seal_hash = ?, seal = ?, former_seal_hash = ?, former_seal = ? where id = ?',
  )
  const hashOf = new Map<string, string>()
  const sealNow = new Map<string, string>()
  const versions = db.prepare('select * from preset_versions order by rowid').all() as VersionRow[]
  for (const v of versions) {
    const canonical = canonicalNow(v.canonical)
    const hash = createHash('sha256').update(canonical).digest()
    const hex = hash.toString('hex')
    const short = shortSeal(hash, 6)
    const seal = (hashOf.get(short) ?? hex) === hex ? short : shortSeal(hash, 8)
    hashOf.set(seal, hex)
    write.run(canonical, hex, seal, v.seal_hash, v.seal, v.id)
    sealNow.set(v.seal, seal)
  }
  const follow = db.prepare('update profiles set seal_made_with = ? where id = ?')
  const bound = db.prepare('select id, seal_made_with as seal from profiles where seal_made_with is not null').all()
  for (const p of bound as { readonly id: string; readonly seal: string }[]) {
    const seal = sealNow.get(p.seal)
    if (seal) follow.run(seal, p.id)
  }
  db.exec(String(trigger))
}
