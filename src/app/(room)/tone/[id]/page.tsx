import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { ToneCheckPage } from '@/features/tone/tone-check'
import { room } from '@/server/db/open'
import { readRoom } from '@/server/stores/room'
import { listScanners, tintSeen, tintsBeside, toneChecks, toneVersions } from '@/server/stores/tone'

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ with?: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const [check] = toneChecks(room(), Date.now(), [(await params).id])
  return { title: check ? `Wedge ${check.code}, ${check.presetName}` : 'No such tone check' }
}

/** More curves than this lie on top of each other. */
const MOST_OTHERS = 5

export default async function Page({ params, searchParams }: Props) {
  const db = room()
  const now = Date.now()
  const { id } = await params
  const named = ((await searchParams).with ?? '').split(',').filter(Boolean).slice(0, MOST_OTHERS)
  const all = toneChecks(db, now, [id, ...named])
  const check = all.find((c) => c.id === id)
  if (!check) notFound()
  const version = toneVersions(db, now, check.versionId).find((v) => v.id === check.versionId)
  return (
    <ToneCheckPage
      key={check.id}
      check={check}
      others={named.flatMap((n) => all.find((c) => c.id === n && c.id !== id) ?? [])}
      scanners={listScanners(db)}
      limits={readRoom(db)?.tone ?? { toneBend: 4, toneTint: 2 }}
      tint={tintSeen(check)}
      tints={tintsBeside(db, check, now)}
      addressed={version?.addressed ?? false}
      sheet={version?.sheets[0]?.choice ?? null}
      now={now}
    />
  )
}
