import type { Metadata } from 'next'
import { Profiles } from '@/features/presets/profiles'
import { Targets } from '@/features/presets/targets'
import { room } from '@/server/db/open'
import { listProfiles } from '@/server/stores/preset-world'
import { presetsWithVersions } from '@/server/stores/presets'
import { listTargets, targetVersions } from '@/server/stores/targets'

export const metadata: Metadata = { title: 'Profiles' }

export default function Page() {
  const db = room()
  const [presets, now] = [presetsWithVersions(db), Date.now()]
  return (
    <Profiles profiles={listProfiles(db)} presets={presets} now={now}>
      <Targets targets={listTargets(db)} versions={targetVersions(db)} presets={presets} now={now} />
    </Profiles>
  )
}
