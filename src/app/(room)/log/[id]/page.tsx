import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { RunPage } from '@/features/log/run'
import { room } from '@/server/db/open'
import { readRun } from '@/server/stores/log'

export const metadata: Metadata = { title: 'Run' }

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const run = readRun(room(), (await params).id)
  if (!run) notFound()
  return <RunPage run={run} now={Date.now()} />
}
