import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'

/**
 * What does not add up in a room that nobody has open: summed by hand from its rows and from the sheets that came out,
 * by code that shares nothing with what booked them.
 * @param promised ids that were answered to somebody: they must be there
 */
export function faultsOf(
  data: string,
  tray: string,
  promised: { readonly prints: readonly string[]; readonly runs: readonly string[] },
): { readonly faults: string[]; readonly prints: number; readonly runs: number; readonly sheets: number } {
  const db = new Database(join(data, 'libreta.db'), { readonly: true })
  const num = (sql: string, ...v: unknown[]): number =>
    Number(
      db
        .prepare(sql)
        .pluck()
        .get(...v),
    )
  const faults: string[] = []
  const must = (holds: boolean, says: string): void => {
    if (!holds) faults.push(says)
  }
  const outOf = new Map<string, number>()
  for (const n of readdirSync(tray))
    if (n.endsWith('.json') && n !== 'printers.json') {
      const { jobName } = JSON.parse(readFileSync(join(tray, n), 'utf8')) as { jobName: string }
      outOf.set(jobName, (outOf.get(jobName) ?? 0) + 1)
    }
  for (const [name, n] of outOf) must(n === 1, `${name} came out ${n} times`)
  for (const p of db.prepare("select * from print_jobs where subject = 'slip print'").all() as {
    id: string
    job_name: string
    state: string
    run_id: string | null
  }[]) {
    if (p.state === 'done')
      must(p.run_id !== null && outOf.has(p.job_name), `${p.job_name} is done, and no sheet or run is there`)
    if (p.state === 'cancelled' || p.state === 'failed')
      must(!outOf.has(p.job_name), `${p.job_name} is ${p.state}, and a sheet came out`)
  }
  for (const id of promised.prints)
    must(num('select count(*) from print_jobs where id = ?', id) === 1, `print ${id} was promised and is gone`)
  for (const id of promised.runs)
    must(num('select count(*) from runs where id = ?', id) === 1, `run ${id} was promised and is gone`)
  must(
    num(
      'select count(*) from (select run_id from print_jobs where run_id is not null group by run_id having count(*) > 1)',
    ) === 0,
    'a run is of two prints',
  )
  const known = "outcome in ('good', 'proof', 'spoiled')"
  for (const s of db.prepare('select id, kind from stocks').all() as { id: string; kind: string }[])
    if (s.kind === 'sheet')
      must(
        -num(
          "select coalesce(sum(delta), 0) from stock_moves where kind = 'run' and run_id is not null and stock_id = ?",
          s.id,
        ) === num(`select count(*) from runs where ${known} and roll_id is null and stock_id = ?`, s.id),
        `stock ${s.id} does not add up`,
      )
  for (const p of db.prepare('select id, run_id, charge, member_id from run_parts').all() as {
    id: string
    run_id: string
    charge: number
    member_id: string | null
  }[]) {
    const booked = num(
      "select coalesce(sum(amount), 0) from account_entries where part_id = ? and kind = 'charge'",
      p.id,
    )
    if (p.member_id) must(booked === p.charge, `a part of run ${p.run_id} is charged ${booked} instead of ${p.charge}`)
  }
  const partless =
    'select count(*) from runs r where charge <> (select coalesce(sum(charge), 0) from run_parts where run_id = r.id)'
  must(num(partless) === 0, 'the parts of a run do not add up to it')
  must(num('select count(*) from runs where id not in (select run_id from run_records)') === 0, 'a run has no record')
  must(
    num('select count(*) from events') === num('select max(id) - min(id) + 1 from events'),
    'a line of history is missing',
  )
  must((db.pragma('integrity_check', { simple: true }) as string) === 'ok', 'the database is damaged')
  must((db.pragma('foreign_key_check') as unknown[]).length === 0, 'a row points to nothing')
  const prints = num("select count(*) from print_jobs where subject = 'slip print'")
  const runs = num('select count(*) from runs')
  db.close()
  must(
    !existsSync(join(data, 'incoming')) || readdirSync(join(data, 'incoming')).length === 0,
    'something is left in incoming',
  )
  return { faults, prints, runs, sheets: outOf.size }
}
