import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { PathPage } from '@/features/papers/path'
import { room } from '@/server/db/open'
import { newDraft } from '@/server/stores/new-draft'
import { paperDeeds } from '@/server/stores/paper-deeds'
import { listPapers } from '@/server/stores/papers'
import { pathView } from '@/server/stores/paths'
import { presetWorld } from '@/server/stores/preset-world'
import { listScreens } from '@/server/stores/screens'
import { newestPictures } from '@/server/stores/slips'
import { queueChoices } from '@/server/stores/trials'

type Params = { params: Promise<{ id: string; path: string }> }

const PICTURES = 20

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: pathView(room(), (await params).path)?.paper.name ?? 'No such path' }
}

export default async function Page({ params }: Params) {
  const { id, path: pathId } = await params
  const path = pathView(room(), pathId)
  const paper = listPapers(room()).find((p) => p.id === id)
  if (!path || !paper || path.paper.id !== id) notFound()
  const now = Date.now()
  return (
    <PathPage
      key={path.id}
      path={path}
      paper={paper}
      choices={{
        queues: queueChoices(room()),
        screens: listScreens(room()),
        runs: paperDeeds(room(), paper.id, now).newest,
      }}
      pictures={newestPictures(room(), PICTURES)}
      draft={newDraft(presetWorld(room()), { queueId: path.queue.id, paperId: paper.id })}
      now={now}
    />
  )
}
