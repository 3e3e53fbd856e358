import type { Metadata } from 'next'
import type { SlipState } from '@/contract/views/slip'
import { Slips } from '@/features/slips/slips'
import { room } from '@/server/db/open'
import { subjectsUnderWay } from '@/server/stores/print-jobs'
import { countSlips, listSlips } from '@/server/stores/slips'

export const metadata: Metadata = { title: 'Slips' }

const PAGE = 100

export default async function Page({ searchParams }: { searchParams: Promise<{ show?: string; from?: string }> }) {
  const { show, from: asked } = await searchParams
  const states: readonly SlipState[] = show === 'done' || show === 'withdrawn' ? [show] : ['open', 'waiting']
  const from = Math.max(0, Math.floor(Number(asked ?? 0)) || 0)
  const printing = subjectsUnderWay(room())
  const rows = listSlips(room(), states, PAGE, from).map((l) => ({
    id: l.slip.id,
    number: l.slip.number,
    title: l.slip.body.title,
    state: l.slip.state,
    printing: printing.has(l.slip.id),
    memberName: l.memberName,
    pictureId: l.picture?.id ?? null,
    pictureName: l.picture?.name ?? null,
    updatedAt: l.slip.updatedAt,
  }))
  return (
    <Slips
      {...{ rows, from, page: PAGE, count: countSlips(room(), states) }}
      show={show === 'done' || show === 'withdrawn' ? show : 'all'}
      now={Date.now()}
    />
  )
}
