import type { Metadata } from 'next'
import { RollPlan } from '@/features/plan/roll-plan'
import { room } from '@/server/db/open'
import { planGroups } from '@/server/stores/roll-plans'

export const metadata: Metadata = { title: 'Roll plan' }

export default function Page() {
  return <RollPlan groups={planGroups(room(), Date.now())} />
}
