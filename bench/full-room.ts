import { cpSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { seeded } from '../demo/random'
import { demoRoom } from '../test/demo-room'

export type Fullness = {
  readonly presets: number
  readonly members: number
  readonly slips: number
  readonly runs: number
}

export const FULL: Fullness = { presets: 300, members: 1000, slips: 500, runs: 20_000 }

type Row = Readonly<Record<string, string | number | null>>

/** A copy of the demo room with so many more of everything, made by rows: years of a busy room in seconds. */
export async function fullRoom(folder: string, most: Fullness): Promise<string> {
  cpSync(await demoRoom(), folder, { recursive: true })
  const db = new Database(join(folder, 'libreta.db'))
  db.pragma('foreign_keys = ON')
  const random = seeded(7)
  const rows = (table: string): readonly Row[] => db.prepare(`select * from ${table}`).all() as Row[]
  const count = (table: string): number => db.prepare(`select count(*) from ${table}`).pluck().get() as number
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  let made = 0
  const id = (): string => `01b00000-0000-7000-8000-${(made++).toString(16).padStart(12, '0')}`
  const insert = (table: string, row: Row): void => {
    const keys = Object.keys(row)
    db.prepare(`insert into ${table} (${keys.join(', ')}) values (${keys.map(() => '?').join(', ')})`).run(
      ...Object.values(row),
    )
  }
  const number = (table: string): number => db.prepare(`select max(number) from ${table}`).pluck().get() as number
  const people = (): readonly Row[] => rows('people').filter((p) => p.role === 'member' && p.retired_at === null)
  db.transaction(() => {
    const groups = rows('groups')
    let at = number('people')
    for (let n = count('people'); n < most.members; n++) {
      at += 1
      insert('people', {
        ...{ id: id(), number: at, name: `Member ${String(n).padStart(4, '0')}`, role: 'member', note: '' },
        ...{ group_id: n % 3 === 0 ? (one(groups).id ?? null) : null },
      })
    }
    const presets = rows('presets').filter((p) => p.retired_at === null)
    at = number('presets')
    for (let n = count('presets'); n < most.presets; n++) {
      const like = one(presets)
      const presetId = id()
      at += 1
      insert('presets', { ...like, id: presetId, number: at, name: `${like.name} ${n}`, draft: null })
      for (const v of rows('preset_versions').filter((x) => x.preset_id === like.id))
        insert('preset_versions', { ...v, id: id(), preset_id: presetId })
    }
    const members = people()
    const slips = rows('slips').filter((s) => s.state === 'waiting')
    at = number('slips')
    for (let n = slips.length; n < most.slips; n++) {
      const like = one(slips)
      const body = JSON.parse(String(like.body)) as { memberId: string | null }
      body.memberId = String(one(members).id)
      at += 1
      insert('slips', { ...like, id: id(), number: at, member_id: body.memberId, body: JSON.stringify(body) })
    }
    fillRuns(db, most.runs, { id, one, insert, rows, members })
  })()
  db.exec('analyze')
  db.close()
  return folder
}

type Tools = {
  readonly id: () => string
  readonly one: <T>(list: readonly T[]) => T
  readonly insert: (table: string, row: Row) => void
  readonly rows: (table: string) => readonly Row[]
  readonly members: readonly Row[]
}

/** Runs like those that are there, one every quarter of an hour back in time, each with its part, record and entry. */
function fillRuns(db: Database.Database, most: number, { id, one, insert, rows, members }: Tools): void {
  const parts = rows('run_parts')
  const runs = new Map(rows('runs').map((r) => [r.id, r]))
  const pictures = rows('run_pictures')
  const records = new Map(rows('run_records').map((r) => [r.run_id, r]))
  let at = db.prepare('select max(number) from runs').pluck().get() as number
  const newest = db.prepare('select max(at) from runs').pluck().get() as number
  for (let n = parts.length; n < most; n++) {
    const part = one(parts)
    const [run, record] = [runs.get(part.run_id ?? ''), records.get(part.run_id ?? '')]
    if (!run || !record) throw new Error('a part without its run')
    const when = newest - (n + 1) * 900_000
    const memberId = one(members).id ?? null
    const own = { run: id(), part: id() }
    at += 1
    insert('runs', { ...run, id: own.run, number: at, at: when })
    const whose = { member_id: memberId, now_member_id: memberId, group_id: null, charge_to: 'member' }
    insert('run_parts', { ...part, id: own.part, run_id: own.run, at: when, ...whose })
    insert('run_records', { ...record, run_id: own.run })
    for (const picture of pictures.filter((p) => p.run_id === run.id))
      insert('run_pictures', { ...picture, run_id: own.run })
    if (Number(run.charge) > 0)
      insert('account_entries', {
        ...{ id: id(), at: when, person_id: memberId, group_id: null, kind: 'charge', amount: run.charge ?? 0 },
        ...{ part_id: own.part, note: '', by_id: run.by_id ?? '' },
      })
  }
}
