import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { PresetPage } from '@/features/presets/preset'
import { room } from '@/server/db/open'
import { presetWorld } from '@/server/stores/preset-world'
import { presetsWithVersions, readPreset, versionDeeds } from '@/server/stores/presets'

type Params = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: readPreset(room(), (await params).id)?.name ?? 'No such preset' }
}

export default async function Page({ params }: Params) {
  const preset = readPreset(room(), (await params).id)
  if (!preset) notFound()
  return (
    <PresetPage
      key={preset.id}
      preset={preset}
      others={presetsWithVersions(room())}
      world={presetWorld(room())}
      deeds={versionDeeds(room(), preset.id)}
      now={Date.now()}
    />
  )
}
