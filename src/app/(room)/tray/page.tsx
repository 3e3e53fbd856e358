import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { Tray } from '@/features/tray/tray'
import { room } from '@/server/db/open'
import { listPrinters } from '@/server/stores/printers'
import { hasInstruments, hasTray, trayNames, trayPrinters, traySheet, traySheets } from '@/server/tray/tray'

export const metadata: Metadata = { title: 'Output tray' }

export default async function Page({ searchParams }: { searchParams: Promise<{ sheet?: string }> }) {
  if (!hasTray()) notFound()
  const [printer = '', number = ''] = ((await searchParams).sheet ?? '').split('/')
  const sheets = traySheets()
  const chosen = printer ? traySheet(printer, Number(number)) : (sheets[0] ?? null)
  return (
    <Tray
      sheets={sheets}
      chosen={chosen}
      printers={await trayPrinters()}
      names={trayNames(listPrinters(room()))}
      instruments={hasInstruments()}
      now={Date.now()}
    />
  )
}
