import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import type { Settings } from '@/core/preset/settings'
import { sayGate } from '@/core/words/gate'
import { OlderVersion } from '@/features/presets/older-version'
import { PresetPage } from '@/features/presets/preset'
import { room } from '@/server/db/open'
import { presetWorld } from '@/server/stores/preset-world'
import { presetsWithVersions, readPreset, versionDeeds } from '@/server/stores/presets'
import { readBacksOf } from '@/server/stores/read-backs'
import { tariffAt } from '@/server/stores/room'
import { profilesNear } from '@/server/stores/seals'
import { gateOfQueue } from '@/server/stores/version-facts'

type Params = { params: Promise<{ id: string }>; searchParams: Promise<{ version?: string }> }

export async function generateMetadata({ params }: Pick<Params, 'params'>): Promise<Metadata> {
  return { title: readPreset(room(), (await params).id)?.name ?? 'No such preset' }
}

export default async function Page({ params, searchParams }: Params) {
  const preset = readPreset(room(), (await params).id)
  if (!preset) notFound()
  const asked = (await searchParams).version
  const older = preset.versions.find((v) => v.id === asked && (v !== preset.versions[0] || preset.draft !== null))
  if (older)
    return (
      <OlderVersion
        key={older.id}
        preset={preset}
        version={older}
        world={presetWorld(room())}
        against={against(older.settings)}
        now={Date.now()}
      />
    )
  const shown = preset.draft ?? preset.versions[0]?.settings
  return (
    <PresetPage
      key={preset.id}
      preset={preset}
      others={presetsWithVersions(room())}
      world={presetWorld(room())}
      near={shown ? profilesNear(room(), shown) : {}}
      against={shown ? against(shown) : []}
      deeds={versionDeeds(room(), preset.id)}
      inkPer100Ml={tariffAt(room(), Date.now()).inkPer100Ml}
      readBacks={readBacksOf(room(), preset.id)}
      now={Date.now()}
    />
  )
}

/** What speaks against settings as the room is now. */
const against = (settings: Settings): readonly string[] =>
  gateOfQueue(room(), settings.queueId)?.of(settings).map(sayGate) ?? []
