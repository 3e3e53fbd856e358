import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { SlipDesk } from '@/features/slip/slip-desk'
import { room } from '@/server/db/open'
import { slipPage } from '@/server/stores/slip-page'
import { readSlip } from '@/server/stores/slips'

type Params = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const slip = readSlip(room(), (await params).id)
  return { title: slip ? slip.body.title || `Slip ${slip.number}` : 'No such slip' }
}

export default async function Page({ params }: Params) {
  const page = slipPage(room(), (await params).id, Date.now())
  if (!page) notFound()
  return <SlipDesk key={page.slip.id} {...page} />
}
