import type { Metadata } from 'next'
import { startOfDay } from '@/core/time/days'
import { Bench } from '@/features/bench/bench'
import { room } from '@/server/db/open'
import { readBench } from '@/server/stores/bench'
import { listShelf } from '@/server/stores/papers'
import { readRoom } from '@/server/stores/room'

export const metadata: Metadata = { title: 'Bench' }

export default function Page() {
  const db = room()
  const now = Date.now()
  const bench = readBench(db, now, startOfDay(now, readRoom(db)?.timeZone ?? 'UTC'))
  return <Bench bench={bench} shelf={listShelf(db)} now={now} />
}
