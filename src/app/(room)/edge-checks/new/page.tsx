import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { sameSheet } from '@/core/sizes/shelf'
import type { Size } from '@/core/sizes/sizes'
import { StartCheck } from '@/features/edge-checks/start'
import { room } from '@/server/db/open'
import { listStocks } from '@/server/stores/papers'
import { newestVersionIds } from '@/server/stores/presets'
import { readPrinter } from '@/server/stores/printers'
import { listSizes } from '@/server/stores/sizes'
import { versionFacts } from '@/server/stores/version-facts'
import { hasTray } from '@/server/tray/tray'

export const metadata: Metadata = { title: 'New edge check' }

export default async function Page({ searchParams }: { searchParams: Promise<{ printer?: string }> }) {
  const db = room()
  const printer = readPrinter(db, (await searchParams).printer ?? '')
  if (!printer) notFound()
  const own = new Set(printer.queues.map((q) => q.id))
  const all = versionFacts(db, newestVersionIds(db), Date.now()).versions
  const versions = all.filter((v) => own.has(v.settings.queueId))
  const stocks = listStocks(db)
  const sheets = stocks.filter((s) => s.kind === 'sheet' && s.count > 0)
  const there = (s: Size): boolean =>
    sheets.some((x) => sameSheet({ short: x.width, long: x.length }, { short: s.short, long: s.long }))
  const rolls = stocks.filter((s) => s.kind === 'roll' && versions.some((v) => v.paper.id === s.paperId))
  return (
    <StartCheck
      printerName={printer.nickname}
      printerId={printer.id}
      versions={versions}
      addressed={printer.queues.filter((q) => q.address.trim() !== '').map((q) => q.id)}
      sizes={listSizes(db)}
      onShelf={listSizes(db).flatMap((s) => (there(s) ? [s.id] : []))}
      rollWidths={[...new Set(rolls.map((r) => r.width))].sort((a, b) => b - a)}
      tray={hasTray()}
    />
  )
}
