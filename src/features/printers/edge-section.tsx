'use client'

import dynamic from 'next/dynamic'
import Link from 'next/link'
import type { EdgeCheck } from '@/contract/views/edge-check'
import type { Printer } from '@/contract/views/printer'
import { um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { EDGE_NAMES, type Edges } from '@/core/sheet/sheet'
import type { CheckDue } from '@/core/slip/facts'
import { sayCheckDue } from '@/core/words/check-due'
import { sayDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'
import css from './printer.module.css'

const Wander = dynamic(() => import('./wander').then((m) => m.Wander), { ssr: false })

export type DueLine = { readonly checkId: string; readonly due: CheckDue }

/** Declared beside measured: the check in use for each queue, feed and edge, those before it, and what is due. */
export function EdgeSection(props: {
  readonly printer: Printer
  readonly checks: readonly EdgeCheck[]
  readonly due: readonly DueLine[]
  readonly now: number
}) {
  const { printer, checks, due, now } = props
  const { unit, timeZone } = useWays()
  const groups = new Map<string, EdgeCheck[]>()
  for (const c of checks) {
    const key = `${c.queueId} ${c.feedId} ${c.edge}`
    groups.set(key, [...(groups.get(key) ?? []), c])
  }
  const edges = (e: Edges): string => EDGE_NAMES.map((n) => writeLength(e[n], unit).replace(/ .*/, '')).join(' / ')
  const drift = (across: number, along: number): string =>
    `± ${writeLength(um(across), unit)} across, ${writeLength(um(along), unit)} along`
  return (
    <section id="edges" className={lists.section} aria-label="Edge checks">
      <div className={lists.row}>
        <h2>Edge checks</h2>
        <Link href={`/edge-checks/new?printer=${printer.id}`} className={css.linkButton}>
          New edge check
        </Link>
      </div>
      {checks.length === 0 ? (
        <p className="soft">
          Nobody has measured where {printer.nickname} really prints: predictions use what is declared.
        </p>
      ) : null}
      {[...groups.entries()].map(([key, list]) => {
        const used = list.filter((c) => c.result !== null)
        const [newest] = used
        // another sheet is another length: its overspray holds another share of the stretch
        const alike = used.filter((c) => c.sizeName === newest?.sizeName)
        const first = list[0]
        if (!first) return null
        return (
          <div key={key} className={css.checkGroup}>
            <h3>
              {first.queueName}, {first.feedName}, {first.edge}
            </h3>
            <table className="ruled">
              <thead>
                <tr>
                  <th scope="col">Left / right / lead / trail, {unit}</th>
                  <th scope="col">{first.edge === 'margins' ? 'Margins' : 'Overspray'}</th>
                  <th scope="col">Drift</th>
                  <th scope="col">Sheets</th>
                </tr>
              </thead>
              <tbody>
                <tr>
                  <th scope="row">declared</th>
                  <td>{edges(first.declared.edges)}</td>
                  <td>{drift(first.declared.driftAcross, first.declared.driftAlong)}</td>
                  <td />
                </tr>
                {list.map((c) => {
                  const late = due.find((d) => d.checkId === c.id)?.due
                  return (
                    <tr key={c.id}>
                      <th scope="row">
                        <Link href={`/edge-checks/${c.id}`}>check {c.number}</Link>, {c.sizeName},{' '}
                        {sayDay(c.solvedAt ?? c.createdAt, timeZone, now)}
                        {c === newest ? <span className="level-fine"> in use</span> : null}
                        {late ? (
                          <span className="level-caution"> due again: {sayCheckDue(late, c.number, unit)}</span>
                        ) : null}
                      </th>
                      <td className={c === newest ? 'strong' : undefined}>
                        {c.result ? edges(c.result.edges) : c.state === 'open' ? 'being read' : ''}
                      </td>
                      <td>
                        {c.result?.driftKnown
                          ? drift(c.result.accuracy.driftAcross, c.result.accuracy.driftAlong)
                          : c.result
                            ? 'as declared: fewer than three sheets'
                            : ''}
                      </td>
                      <td>{c.result?.sheets ?? ''}</td>
                    </tr>
                  )
                })}
              </tbody>
            </table>
            {alike.length > 1 ? (
              <Wander
                title={`${first.queueName}, ${first.feedName}, ${first.edge}, ${newest?.sizeName}`}
                unit={unit}
                points={[...alike].reverse().map((c) => ({
                  at: `${c.number}: ${sayDay(c.solvedAt ?? c.createdAt, timeZone, now)}`,
                  edges: c.result?.edges ?? first.declared.edges,
                }))}
              />
            ) : null}
          </div>
        )
      })}
    </section>
  )
}
