import type { Metadata } from 'next'
import { MOST_OFFERED } from '@/contract/people'
import type { LogFilter } from '@/contract/views/log'
import { dayFromText, startOfNextDay } from '@/core/time/days'
import { Log } from '@/features/log/log'
import { room } from '@/server/db/open'
import { keyFromText, keyToText, listRuns, logTotals, outcomeFromText } from '@/server/stores/log'
import { listPapers } from '@/server/stores/papers'
import { somePeople } from '@/server/stores/people'
import { listPrinters } from '@/server/stores/printers'
import { readRoom } from '@/server/stores/room'

export const metadata: Metadata = { title: 'Log' }

const PAGE = 60

type Query = Partial<Record<'printer' | 'member' | 'paper' | 'outcome' | 'from' | 'to' | 'after', string>>

export default async function Page({ searchParams }: { searchParams: Promise<Query> }) {
  const query = await searchParams
  const db = room()
  const zone = readRoom(db)?.timeZone ?? 'UTC'
  const from = dayFromText(query.from, zone)
  const to = dayFromText(query.to, zone)
  const outcome = outcomeFromText(query.outcome)
  const filter: LogFilter = {
    ...(query.printer ? { printerId: query.printer } : {}),
    ...(query.member ? { memberId: query.member } : {}),
    ...(query.paper ? { paperId: query.paper } : {}),
    ...(outcome ? { outcome } : {}),
    ...(from !== null ? { from } : {}),
    ...(to !== null ? { to: startOfNextDay(to, zone) } : {}),
  }
  const { lines, next } = listRuns(db, filter, keyFromText(query.after), PAGE)
  const named = (rows: readonly { id: string; name: string }[]) => rows.map((r) => ({ id: r.id, name: r.name }))
  return (
    <Log
      lines={lines}
      next={next ? keyToText(next) : null}
      totals={logTotals(db, filter)}
      printers={listPrinters(db).map((p) => ({ id: p.id, name: p.nickname }))}
      members={somePeople(db, '', MOST_OFFERED, [query.member ?? null])}
      papers={named(listPapers(db))}
      now={Date.now()}
    />
  )
}
