import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { STANDARD_SIZES } from '@/core/sizes/sizes'
import { First } from '@/features/first/first'
import { room } from '@/server/db/open'
import { readRoom } from '@/server/stores/room'

export const metadata: Metadata = { title: 'A new room' }
export const dynamic = 'force-dynamic'

export default function Page() {
  if (readRoom(room())) redirect('/bench')
  return <First sizes={STANDARD_SIZES.map((s) => ({ id: s.id, name: s.name }))} />
}
