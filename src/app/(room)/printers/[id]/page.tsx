import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { PrinterPage } from '@/features/printers/printer'
import { room } from '@/server/db/open'
import { dueChecks, edgeChecksOf } from '@/server/stores/edge-checks'
import { measuredRunsOf } from '@/server/stores/measures'
import { newDraft } from '@/server/stores/new-draft'
import { listShelf } from '@/server/stores/papers'
import { listPeople } from '@/server/stores/people'
import { presetWorld } from '@/server/stores/preset-world'
import { listPresets } from '@/server/stores/presets'
import { listPrinters, readPrinter } from '@/server/stores/printers'
import { dueUpkeep } from '@/server/stores/rail'
import { toldOf } from '@/server/stores/told'

type Params = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: readPrinter(room(), (await params).id)?.nickname ?? 'No such printer' }
}

/** Measured runs that a printer's page draws. */
const MOST_RUNS = 60

export default async function Page({ params }: Params) {
  const db = room()
  const printer = readPrinter(db, (await params).id)
  if (!printer) notFound()
  const known = presetWorld(db)
  const { papers, profiles } = known
  const checks = edgeChecksOf(db, printer.id)
  return (
    <PrinterPage
      printer={printer}
      world={{ papers, profiles, sizes: known.sizes, shelf: listShelf(db) }}
      checks={checks}
      due={dueChecks(db, checks, Date.now())}
      measured={measuredRunsOf(db, printer.id, MOST_RUNS)}
      upkeepDue={dueUpkeep(printer, Date.now()).map((d) => d.kind)}
      heard={Object.fromEntries(printer.queues.map((q) => [q.id, toldOf(db, q.id)]))}
      people={listPeople(db)
        .filter((p) => p.role !== 'member')
        .map(({ id, name }) => ({ id, name }))}
      formerInks={listPresets(db).flatMap((p) => {
        const settings = p.versions[0]?.settings
        const here = printer.queues.some((q) => q.id === settings?.queueId)
        return here && !p.retired && settings?.inkSet !== printer.inkSet ? [p.name] : []
      })}
      drafts={Object.fromEntries(printer.queues.map((q) => [q.id, newDraft(known, { queueId: q.id })]))}
      others={listPrinters(db).flatMap((p) =>
        p.queues.map(({ id, name, facts }) => ({ id, name, facts, feeds: p.feeds })),
      )}
      now={Date.now()}
    />
  )
}
