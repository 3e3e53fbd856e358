import type { Metadata } from 'next'
import { Members } from '@/features/members/members'
import { room } from '@/server/db/open'
import { listGroups, listPeople } from '@/server/stores/people'

export const metadata: Metadata = { title: 'Members' }

export default async function Page({ searchParams }: { searchParams: Promise<{ open?: string }> }) {
  const { open } = await searchParams
  return <Members key={open ?? ''} people={listPeople(room())} groups={listGroups(room())} open={open ?? null} />
}
