import type { Metadata } from 'next'
import { Members } from '@/features/members/members'
import { room } from '@/server/db/open'
import { listGroups, pageOfPeople, readPerson } from '@/server/stores/people'

export const metadata: Metadata = { title: 'Members' }

const PAGE = 30

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ open?: string; q?: string; from?: string }>
}) {
  const { open, q, from: asked } = await searchParams
  const typed = q ?? (open ? (readPerson(room(), open)?.name ?? '') : '')
  const from = Math.max(0, Math.floor(Number(asked ?? 0)) || 0)
  const { people, count, all } = pageOfPeople(room(), typed, from, PAGE)
  return <Members key={open ?? ''} {...{ people, count, all, from }} page={PAGE} groups={listGroups(room())} />
}
