'use client'

import { memo, useState } from 'react'
import { CHECKS } from '@/core/checks/all'
import type { Finding } from '@/core/checks/check'
import { sayFinding } from '@/core/words/checks'
import { LevelWord } from '@/ui/parts/level'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'

/** The results of the checks: stops and looks in sentences, the fine ones as a number that opens. */
export const Findings = memo(function Findings({ findings }: { readonly findings: readonly Finding[] }) {
  const { unit } = useWays()
  const [all, setAll] = useState(false)
  const fine = findings.filter((f) => f.level === 'fine')
  const others = findings.filter((f) => f.level !== 'fine')
  return (
    <section className={css.findings} aria-live="polite" aria-label="Checks">
      {others.map((f) => (
        <p key={`${f.check} ${f.piece}`}>
          <LevelWord level={f.level} />
          <span>{sayFinding(f, unit)}</span>
        </p>
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
