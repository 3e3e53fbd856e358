import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { EdgeCheckPage } from '@/features/edge-checks/edge-check'
import { room } from '@/server/db/open'
import { readEdgeCheck } from '@/server/stores/edge-checks'
import { printLines } from '@/server/stores/print-jobs'
import { readPrinter } from '@/server/stores/printers'

type Params = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const check = readEdgeCheck(room(), (await params).id)
  return { title: check ? `Edge check ${check.number}, ${check.queueName}` : 'No such edge check' }
}

export default async function Page({ params }: Params) {
  const db = room()
  const check = readEdgeCheck(db, (await params).id)
  if (!check) notFound()
  const queue = readPrinter(db, check.printerId)?.queues.find((q) => q.id === check.queueId)
  return (
    <EdgeCheckPage
      key={check.id}
      check={check}
      prints={printLines(db, check.id)}
      addressed={(queue?.address.trim() ?? '') !== ''}
    />
  )
}
