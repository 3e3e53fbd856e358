import Link from 'next/link'
import css from './slip.module.css'
import type { SlipPage } from './types'

/** What a slip has printed so far, each run a way to its page. */
export function RunsOfSlip({ runs }: { readonly runs: SlipPage['runs'] }) {
  return (
    <section className={css.runs} aria-label="Runs">
      <span className="soft">Printed: </span>
      {runs.map((r, i) => (
        <span key={r.id}>
          {i > 0 ? ', ' : ''}
          <Link href={`/log/${r.id}`}>
            run {r.number}, {r.outcome}
          </Link>
        </span>
      ))}
    </section>
  )
}
