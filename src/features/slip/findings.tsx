'use client'

import { Fragment, memo, useState } from 'react'
import { CHECKS } from '@/core/checks/all'
import type { Finding } from '@/core/checks/check'
import type { Feed } from '@/core/printer/facts'
import { sayFinding } from '@/core/words/checks'
import { LevelWord } from '@/ui/parts/level'
import { LoadingSteps } from '@/ui/parts/loading-steps'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'

/** Findings after which somebody loads paper. */
const TO_LOAD: readonly Finding['code'][] = ['other_paper', 'printer_says', 'size_turned']

/** The results of the checks: stops and looks in sentences, the fine ones as a number that opens. */
export const Findings = memo(function Findings({
  findings,
  feed,
}: {
  readonly findings: readonly Finding[]
  /** the feed that is loaded for it */
  readonly feed: Feed | null
}) {
  const { unit } = useWays()
  const [all, setAll] = useState(false)
  const fine = findings.filter((f) => f.level === 'fine')
  const others = findings.filter((f) => f.level !== 'fine')
  return (
    <section className={css.findings} aria-live="polite" aria-label="Checks">
      {others.map((f) => (
        <Fragment key={`${f.check} ${f.piece}`}>
          <p>
            <LevelWord level={f.level} />
            <span>{sayFinding(f, unit)}</span>
          </p>
          {feed && TO_LOAD.includes(f.code) && feed.loading.length > 0 ? (
            <details className={css.toLoad}>
              <summary className="small">How the {feed.name} is loaded</summary>
              <LoadingSteps feed={feed} />
            </details>
          ) : null}
        </Fragment>
      ))}
      {fine.length > 0 ? (
        <p>
          <LevelWord level="fine" />
          <button type="button" className={css.plain} aria-expanded={all} onClick={() => setAll(!all)}>
            {fine.length} {others.length > 0 ? 'other ' : ''}
            {fine.length === 1 ? 'check' : 'checks'}
          </button>
        </p>
      ) : null}
      {all
        ? fine.map((f) => (
            <p key={`${f.check} ${f.piece}`} className="soft small">
              <span />
              <span title={CHECKS.find((c) => c.id === f.check)?.about}>{sayFinding(f, unit)}</span>
            </p>
          ))
        : null}
    </section>
  )
})
