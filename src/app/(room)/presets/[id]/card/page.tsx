import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { Card } from '@/features/card/card'
import { NoCard } from '@/features/card/no-card'
import { room } from '@/server/db/open'
import { versionCard } from '@/server/stores/cards'
import { readPreset } from '@/server/stores/presets'

type Params = { params: Promise<{ id: string }>; searchParams: Promise<{ version?: string }> }

export const metadata: Metadata = { title: 'Bench card' }

export default async function Page({ params, searchParams }: Params) {
  const preset = readPreset(room(), (await params).id)
  const versionId = (await searchParams).version ?? preset?.versions[0]?.id
  if (!preset || !versionId) notFound()
  const card = versionCard(room(), versionId, Date.now())
  if (!card.ok) return <NoCard problem={card.problem} back={`/presets/${preset.id}`} />
  // what was ticked was ticked for these very values
  return <Card key={JSON.stringify(card.value.steps)} card={card.value} />
}
