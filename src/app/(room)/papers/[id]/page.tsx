import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { PaperPage } from '@/features/papers/paper-page'
import { room } from '@/server/db/open'
import { paperDeeds, wayChosen } from '@/server/stores/paper-deeds'
import { listPapers } from '@/server/stores/papers'
import { pathsOf } from '@/server/stores/paths'
import { presetsOn } from '@/server/stores/presets'
import { listScreens } from '@/server/stores/screens'
import { notesOf } from '@/server/stores/targets'
import { queueChoices, trialsOf } from '@/server/stores/trials'

type Params = { params: Promise<{ id: string }>; searchParams: Promise<{ way?: string | string[] }> }

const paperOf = (id: string) => listPapers(room()).find((p) => p.id === id) ?? null

export async function generateMetadata({ params }: Pick<Params, 'params'>): Promise<Metadata> {
  return { title: paperOf((await params).id)?.name ?? 'No such paper' }
}

export default async function Page({ params, searchParams }: Params) {
  const { way } = await searchParams
  const paper = paperOf((await params).id)
  if (!paper) notFound()
  const now = Date.now()
  return (
    <PaperPage
      key={paper.id}
      paper={paper}
      trials={trialsOf(room(), paper.id)}
      deeds={paperDeeds(room(), paper.id, now)}
      presets={presetsOn(room(), paper.id)}
      queues={queueChoices(room())}
      paths={pathsOf(room(), paper.id)}
      screens={listScreens(room())}
      notes={notesOf(room(), paper.id)}
      chosen={typeof way === 'string' ? wayChosen(room(), paper.id, way) : null}
      now={now}
    />
  )
}
