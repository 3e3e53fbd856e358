import type { Metadata } from 'next'
import { Printers } from '@/features/printers/printers'
import { room } from '@/server/db/open'
import { listPrinters } from '@/server/stores/printers'

export const metadata: Metadata = { title: 'Printers' }

export default function Page() {
  return <Printers printers={listPrinters(room())} now={Date.now()} />
}
