import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { PrinterPage } from '@/features/printers/printer'
import { room } from '@/server/db/open'
import { presetWorld } from '@/server/stores/preset-world'
import { readPrinter } from '@/server/stores/printers'

export const metadata: Metadata = { title: 'Printer' }

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const printer = readPrinter(room(), (await params).id)
  if (!printer) notFound()
  const { papers, profiles } = presetWorld(room())
  return <PrinterPage printer={printer} world={{ papers, profiles }} now={Date.now()} />
}
