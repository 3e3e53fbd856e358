import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { SlipDesk } from '@/features/slip/slip-desk'
import { room } from '@/server/db/open'
import { slipPage } from '@/server/stores/slip-page'

type Params = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const page = slipPage(room(), (await params).id, Date.now())
  return { title: page ? page.slip.body.title || `Slip ${page.slip.number}` : 'No such slip' }
}

export default async function Page({ params }: Params) {
  const page = slipPage(room(), (await params).id, Date.now())
  if (!page) notFound()
  return <SlipDesk key={page.slip.id} {...page} />
}
