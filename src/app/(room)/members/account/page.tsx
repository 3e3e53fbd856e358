import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { Account } from '@/features/members/account'
import { room } from '@/server/db/open'
import { readAccount } from '@/server/stores/accounts'
import { listRuns } from '@/server/stores/log'
import { slipsOf } from '@/server/stores/slips'

export const metadata: Metadata = { title: 'Account' }

const PAGE = 60
/** newest slips and runs that stand beside the account */
const SHOWN = 6

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ person?: string; group?: string; from?: string }>
}) {
  const { person = null, group = null, from: asked } = await searchParams
  const from = Math.max(0, Math.floor(Number(asked ?? 0)) || 0)
  const account = readAccount(room(), { personId: person, groupId: person ? null : group }, from, PAGE)
  if (!account) notFound()
  return (
    <Account
      account={account}
      slips={person && from === 0 ? slipsOf(room(), person, SHOWN) : []}
      runs={person && from === 0 ? listRuns(room(), { memberId: person }, null, SHOWN).lines : []}
      log={person ? `/log?member=${person}` : null}
      from={from}
      page={PAGE}
      now={Date.now()}
    />
  )
}
