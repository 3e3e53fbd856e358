import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { KeptPlan } from '@/features/plan/kept-plan'
import { planView } from '@/server/books/plan-view'
import { room } from '@/server/db/open'

type Params = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const plan = planView(room(), (await params).id, Date.now())
  return { title: plan ? `Plan ${plan.number}` : 'No such plan' }
}

export default async function Page({ params }: Params) {
  const plan = planView(room(), (await params).id, Date.now())
  if (!plan) notFound()
  return <KeptPlan key={plan.id} plan={plan} />
}
