import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { MOST_OFFERED } from '@/contract/people'
import { RunPage } from '@/features/log/run'
import { room } from '@/server/db/open'
import { readRun } from '@/server/stores/log'
import { measuredOf } from '@/server/stores/measures'
import { somePeople } from '@/server/stores/people'

type Params = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const run = readRun(room(), (await params).id)
  return { title: run ? `Run ${run.number}${run.title ? `, ${run.title}` : ''}` : 'No such run' }
}

export default async function Page({ params }: Params) {
  const run = readRun(room(), (await params).id)
  if (!run) notFound()
  const people = somePeople(room(), '', MOST_OFFERED, [run.memberId])
  return <RunPage run={run} measured={measuredOf(room(), run.runId)} people={people} now={Date.now()} />
}
