import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { Presets } from '@/features/presets/presets'
import { room } from '@/server/db/open'
import { newDraft } from '@/server/stores/new-draft'
import { presetWorld } from '@/server/stores/preset-world'
import { pageOfPresets, presetOfVersion } from '@/server/stores/presets'

export const metadata: Metadata = { title: 'Presets' }

const PAGE = 40

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ version?: string; q?: string; from?: string }>
}) {
  const { version, q = '', from: asked } = await searchParams
  const holder = version ? presetOfVersion(room(), version) : null
  if (holder) redirect(`/presets/${holder}?version=${version}`)
  const from = Math.max(0, Math.floor(Number(asked ?? 0)) || 0)
  const world = presetWorld(room())
  const { presets, count } = pageOfPresets(room(), q, from, PAGE)
  return (
    <Presets
      {...{ presets, count, from, first: newDraft(world), now: Date.now() }}
      page={PAGE}
      profiles={{ profiles: world.profiles, retiredProfiles: world.retiredProfiles }}
    />
  )
}
