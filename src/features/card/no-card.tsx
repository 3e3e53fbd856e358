import Link from 'next/link'
import { type Problem, sayProblem } from '@/core/words/problems'
import { PageHead } from '@/ui/parts/page-head'

/** Why there is no card, and the way back. */
export function NoCard({ problem, back }: { readonly problem: Problem; readonly back: string }) {
  return (
    <>
      <PageHead title="Bench card" sub="there is none" />
      <p style={{ padding: '14px 22px' }}>
        {sayProblem(problem)} <Link href={back}>Back</Link>
      </p>
    </>
  )
}
