import type { Metadata } from 'next'
import { Papers } from '@/features/papers/papers'
import { room } from '@/server/db/open'
import { DEED_DAYS, deedsFrom, usedSince } from '@/server/stores/paper-deeds'
import { ledgersOf, listPapers, pricesOf } from '@/server/stores/papers'

export const metadata: Metadata = { title: 'Papers & rolls' }

export default async function Page({ searchParams }: { searchParams: Promise<{ open?: string }> }) {
  const { open } = await searchParams
  const now = Date.now()
  return (
    <Papers
      key={open ?? ''}
      papers={listPapers(room())}
      open={open ?? null}
      prices={Object.fromEntries(pricesOf(room()))}
      ledgers={Object.fromEntries(ledgersOf(room()))}
      used={{ days: DEED_DAYS, of: usedSince(room(), deedsFrom(now)) }}
      now={now}
    />
  )
}
