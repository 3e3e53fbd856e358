import type { Metadata } from 'next'
import { Papers } from '@/features/papers/papers'
import { room } from '@/server/db/open'
import { ledgersOf, listPapers, pricesOf } from '@/server/stores/papers'

export const metadata: Metadata = { title: 'Papers & rolls' }

export default async function Page({ searchParams }: { searchParams: Promise<{ open?: string }> }) {
  const { open } = await searchParams
  return (
    <Papers
      key={open ?? ''}
      papers={listPapers(room())}
      open={open ?? null}
      prices={Object.fromEntries(pricesOf(room()))}
      ledgers={Object.fromEntries(ledgersOf(room()))}
      now={Date.now()}
    />
  )
}
