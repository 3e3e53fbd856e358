import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { Presets } from '@/features/presets/presets'
import { room } from '@/server/db/open'
import { newDraft } from '@/server/stores/new-draft'
import { presetWorld } from '@/server/stores/preset-world'
import { listPresets } from '@/server/stores/presets'

export const metadata: Metadata = { title: 'Presets' }

export default async function Page({ searchParams }: { searchParams: Promise<{ version?: string }> }) {
  const { version } = await searchParams
  const presets = listPresets(room())
  const holder = presets.find((p) => p.versions.some((v) => v.id === version))
  if (holder) redirect(`/presets/${holder.id}`)
  const world = presetWorld(room())
  return <Presets presets={presets} world={world} first={newDraft(world)} now={Date.now()} />
}
