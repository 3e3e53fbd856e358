import type { Metadata } from 'next'
import { Card } from '@/features/card/card'
import { NoCard } from '@/features/card/no-card'
import { room } from '@/server/db/open'
import { slipCard } from '@/server/stores/cards'

type Params = { params: Promise<{ id: string }>; searchParams: Promise<{ print?: string }> }

export const metadata: Metadata = { title: 'Bench card' }

export default async function Page({ params, searchParams }: Params) {
  const { id } = await params
  const card = slipCard(room(), id, (await searchParams).print ?? null, Date.now())
  if (!card.ok) return <NoCard problem={card.problem} back={`/slips/${id}`} />
  // what was ticked was ticked for these very values
  return <Card key={JSON.stringify(card.value.steps)} card={card.value} />
}
