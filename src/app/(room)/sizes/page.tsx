import type { Metadata } from 'next'
import { versionsOf } from '@/core/sizes/versions'
import { Sizes } from '@/features/sizes/sizes'
import { room } from '@/server/db/open'
import { dialogSizeNames, sizeQueues } from '@/server/stores/size-queues'
import { everySize, listCustomSizes, standardSizes } from '@/server/stores/sizes'

export const metadata: Metadata = { title: 'Sizes' }

export default function Page() {
  const db = room()
  const every = everySize(db)
  const sizes = [
    ...listCustomSizes(db).map((s) => ({ ...s, versions: versionsOf(every, s.id) })),
    ...standardSizes(db).map((s) => ({ ...s, revision: null, versions: [s.id] })),
  ]
  return <Sizes sizes={sizes} queues={sizeQueues(db)} words={dialogSizeNames(db)} />
}
