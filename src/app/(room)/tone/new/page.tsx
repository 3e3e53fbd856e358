import type { Metadata } from 'next'
import { StartTone } from '@/features/tone/start'
import { room } from '@/server/db/open'
import { curveInWords, toneVersions } from '@/server/stores/tone'

export const metadata: Metadata = { title: 'New wedge' }

type Query = { readonly version?: string; readonly darkness?: string; readonly curve?: string }

export default async function Page({ searchParams }: { searchParams: Promise<Query> }) {
  const { version, darkness, curve } = await searchParams
  const db = room()
  return (
    <StartTone
      versions={toneVersions(db, Date.now(), version ?? null)}
      versionId={version ?? null}
      darkness={Number.isInteger(Number(darkness)) ? Number(darkness) : 0}
      through={curve ? curveInWords(db, curve) : null}
    />
  )
}
