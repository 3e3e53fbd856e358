import type { Metadata } from 'next'
import { Removed } from '@/features/members/removed'
import { room } from '@/server/db/open'
import { removedParts, removedThings } from '@/server/stores/removed'

export const metadata: Metadata = { title: 'Removed things' }

export default function Page() {
  return <Removed things={removedThings(room())} parts={removedParts(room())} now={Date.now()} />
}
