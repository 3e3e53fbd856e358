'use client'

import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import type { RunLine } from '@/contract/views/log'
import { tradePair, writeNumber } from '@/core/length/write'
import { type Minor, writeMoney } from '@/core/money/money'
import { sayForm } from '@/core/words/paper-form'
import { sayDay, sayTime } from '@/ui/parts/dates'
import { MemberSelect } from '@/ui/parts/member-select'
import { PageHead } from '@/ui/parts/page-head'
import { useWays } from '@/ui/unit/unit'
import css from './log.module.css'

type Option = { readonly id: string; readonly name: string }

const OUTCOME_LEVEL = {
  good: 'level-fine',
  proof: 'soft',
  spoiled: 'level-stop',
  'not known': 'level-caution',
  'not printed': 'soft',
} as const

/** Every run through a printer, newest first, with filters and what they add up to. */
export function Log(props: {
  readonly lines: readonly RunLine[]
  readonly next: string | null
  readonly totals: {
    readonly runs: number
    readonly spoiled: number
    readonly mm2: number
    readonly microlitres: number
    readonly cost: Minor
    readonly charge: Minor
  }
  readonly printers: readonly Option[]
  readonly members: readonly Option[]
  readonly papers: readonly Option[]
  readonly now: number
}) {
  const { lines, totals, now } = props
  const { unit, currency, timeZone } = useWays()
  const router = useRouter()
  const params = useSearchParams()
  const set = (key: string, value: string): void => {
    const next = new URLSearchParams(params)
    next.delete('after')
    if (value) next.set(key, value)
    else next.delete(key)
    router.push(`/log?${next}`)
  }
  const select = (key: string, label: string, options: readonly Option[]) => (
    <label>
      <span className="soft small">{label}</span>
      <select value={params.get(key) ?? ''} onChange={(e) => set(key, e.currentTarget.value)}>
        <option value="">all</option>
        {options.map((o) => (
          <option key={o.id} value={o.id}>
            {o.name}
          </option>
        ))}
      </select>
    </label>
  )
  const older = new URLSearchParams(params)
  if (props.next) older.set('after', props.next)
  let day = ''
  return (
    <>
      <PageHead title="Log" sub="every run, one line" />
      <div className={css.filters} role="group" aria-label="Filters">
        {select('printer', 'Printer', props.printers)}
        <div>
          <span className="soft small">Member</span>
          <MemberSelect
            aria-label="Member"
            placeholder="all"
            size="xs"
            clearable
            people={props.members}
            value={params.get('member')}
            nothingFoundMessage="No member has this name."
            onChange={(id) => set('member', id ?? '')}
          />
        </div>
        {select('paper', 'Paper', props.papers)}
        {select(
          'outcome',
          'Outcome',
          ['good', 'proof', 'spoiled', 'not known', 'not printed'].map((o) => ({ id: o, name: o })),
        )}
        <label>
          <span className="soft small">From</span>
          <input type="date" value={params.get('from') ?? ''} onChange={(e) => set('from', e.currentTarget.value)} />
        </label>
        <label>
          <span className="soft small">To</span>
          <input type="date" value={params.get('to') ?? ''} onChange={(e) => set('to', e.currentTarget.value)} />
        </label>
        {params.size > 0 ? (
          <Link href="/log" className="small">
            Show all
          </Link>
        ) : null}
      </div>
      <p className={css.totals}>
        <strong>{totals.runs}</strong> {totals.runs === 1 ? 'run' : 'runs'}, <strong>{totals.spoiled}</strong> spoiled,{' '}
        <strong>{writeNumber(totals.mm2 / 1e6, 2)} m²</strong> of paper,{' '}
        <strong>{writeNumber(totals.microlitres / 1000, 0)} ml</strong> of ink, cost{' '}
        <strong>{writeMoney(totals.cost, currency)}</strong>, charged{' '}
        <strong>
          {writeMoney(totals.charge, currency)} {currency.code}
        </strong>
      </p>
      <div className={css.page}>
        {lines.length === 0 ? (
          <p className="soft">No run {params.size > 0 ? 'matches these filters' : 'is logged yet'}.</p>
        ) : (
          <table className="ruled">
            <thead>
              <tr>
                <th scope="col">Time</th>
                <th scope="col">Run</th>
                <th scope="col">Print</th>
                <th scope="col">Member</th>
                <th scope="col">Preset, version</th>
                <th scope="col">Paper</th>
                <th scope="col">Outcome</th>
                <th scope="col" className="number">
                  Cost
                </th>
                <th scope="col" className="number">
                  Charge
                </th>
              </tr>
            </thead>
            <tbody>
              {lines.map((r) => {
                const today = sayDay(r.at, timeZone, now)
                const first = today !== day
                day = today
                return (
                  <tr key={r.id} data-link>
                    <td className={css.when}>
                      {first ? <span className="strong">{today}</span> : null} {sayTime(r.at, timeZone)}
                    </td>
                    <td className="number">{r.number}</td>
                    <td>
                      <Link href={`/log/${r.id}`} className="strong">
                        {r.title || `Run ${r.number}`}
                      </Link>
                    </td>
                    <td>{r.memberName ?? ''}</td>
                    <td>
                      {r.presetName}, {r.versionNumber}
                    </td>
                    <td>
                      {r.paperName}{' '}
                      <span className={css.size}>
                        {r.roll ? tradePair(r.width, r.length, unit) : sayForm('sheet', r.width, r.length, unit)}
                      </span>
                    </td>
                    <td>
                      <span className={OUTCOME_LEVEL[r.outcome]}>{r.outcome}</span>
                      {r.corrected ? <span className="soft"> corrected</span> : null}
                      {r.cause ? `, ${r.cause}` : ''}
                    </td>
                    <td className="number">{writeMoney(r.cost, currency)}</td>
                    <td className="number">{writeMoney(r.charge, currency)}</td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        )}
        {props.next ? (
          <p>
            <Link href={`/log?${older}`}>Older runs</Link>
          </p>
        ) : null}
      </div>
    </>
  )
}
