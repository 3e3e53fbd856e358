import type { Metadata } from 'next'
import { Sizes } from '@/features/sizes/sizes'
import { room } from '@/server/db/open'
import { dialogSizeNames, sizeQueues } from '@/server/stores/size-queues'
import { listCustomSizes, standardSizes } from '@/server/stores/sizes'

export const metadata: Metadata = { title: 'Sizes' }

export default function Page() {
  const db = room()
  const sizes = [...listCustomSizes(db), ...standardSizes(db).map((s) => ({ ...s, revision: null }))]
  return <Sizes sizes={sizes} queues={sizeQueues(db)} words={dialogSizeNames(db)} />
}
