import type { Metadata } from 'next'
import { Profiles } from '@/features/presets/profiles'
import { room } from '@/server/db/open'
import { listProfiles } from '@/server/stores/preset-world'
import { presetsWithVersions } from '@/server/stores/presets'

export const metadata: Metadata = { title: 'Profiles' }

export default function Page() {
  const db = room()
  return <Profiles profiles={listProfiles(db)} presets={presetsWithVersions(db)} now={Date.now()} />
}
