import type { Metadata } from 'next'
import { RollPlan } from '@/features/plan/roll-plan'
import { room } from '@/server/db/open'
import { planLines } from '@/server/stores/kept-plans'
import { planGroups } from '@/server/stores/roll-plans'

export const metadata: Metadata = { title: 'Roll plan' }

export default function Page() {
  const now = Date.now()
  return <RollPlan groups={planGroups(room(), now)} plans={planLines(room(), now)} now={now} />
}
