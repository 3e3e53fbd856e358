import type { Metadata } from 'next'
import { SetView } from '@/features/tone/set-view'
import { room } from '@/server/db/open'
import { slipsInGrey } from '@/server/stores/grey-sets'

export const metadata: Metadata = { title: 'A set of pictures' }

type Props = { searchParams: Promise<{ slips?: string | string[] }> }

export default async function Page({ searchParams }: Props) {
  const { slips } = await searchParams
  const asked = typeof slips === 'string' ? slips.split(',') : []
  return <SetView slips={slipsInGrey(room(), Date.now(), asked)} chosen={asked} />
}
