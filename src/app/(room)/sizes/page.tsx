import type { Metadata } from 'next'
import { STANDARD_SIZES } from '@/core/sizes/sizes'
import { Sizes } from '@/features/sizes/sizes'
import { room } from '@/server/db/open'
import { listCustomSizes } from '@/server/stores/sizes'

export const metadata: Metadata = { title: 'Sizes' }

export default function Page() {
  return <Sizes sizes={[...listCustomSizes(room()), ...STANDARD_SIZES.map((s) => ({ ...s, revision: null }))]} />
}
