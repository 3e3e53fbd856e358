import type { Metadata } from 'next'
import { ToneList } from '@/features/tone/tone-list'
import { room } from '@/server/db/open'
import { listScanners, toneChecks } from '@/server/stores/tone'

export const metadata: Metadata = { title: 'Tone checks' }

export default function Page() {
  const db = room()
  const now = Date.now()
  return <ToneList checks={toneChecks(db, now)} scanners={listScanners(db)} now={now} />
}
