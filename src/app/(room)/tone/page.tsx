import type { Metadata } from 'next'
import { ToneList } from '@/features/tone/tone-list'
import { room } from '@/server/db/open'
import { listScanners, picturesToTry, toneChecks, wayVersions } from '@/server/stores/tone'

export const metadata: Metadata = { title: 'Tone checks' }

/** As many as are looked through. */
const PICTURES = 40

export default function Page() {
  const db = room()
  const now = Date.now()
  return (
    <ToneList
      checks={toneChecks(db, now)}
      scanners={listScanners(db)}
      versions={wayVersions(db, now)}
      pictures={picturesToTry(db, PICTURES)}
      now={now}
    />
  )
}
