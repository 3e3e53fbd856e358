import type { Metadata } from 'next'
import type { SlipState } from '@/contract/views/slip'
import { Slips } from '@/features/slips/slips'
import { room } from '@/server/db/open'
import { listSlips } from '@/server/stores/slips'

export const metadata: Metadata = { title: 'Slips' }

export default async function Page({ searchParams }: { searchParams: Promise<{ show?: string }> }) {
  const { show } = await searchParams
  const states = show === 'done' || show === 'withdrawn' ? [show] : (['open', 'waiting'] as const)
  const rows = listSlips(room(), states as readonly SlipState[]).map((l) => ({
    id: l.slip.id,
    number: l.slip.number,
    title: l.slip.body.title,
    state: l.slip.state,
    memberName: l.memberName,
    pictureId: l.picture?.id ?? null,
    pictureName: l.picture?.name ?? null,
    updatedAt: l.slip.updatedAt,
  }))
  return <Slips rows={rows} show={show === 'done' || show === 'withdrawn' ? show : 'all'} now={Date.now()} />
}
