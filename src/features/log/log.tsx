'use client'

import { Select } from '@mantine/core'
import { DateInput } from '@mantine/dates'
import '@mantine/dates/styles.css'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { Fragment } from 'react'
import type { RunLine, RunSums } from '@/contract/views/log'
import { tradePair, writeNumber } from '@/core/length/write'
import { type Currency, writeAmount, writeMoney } from '@/core/money/money'
import { sayCost } from '@/core/words/charge'
import { countOf } from '@/core/words/count'
import { sayForm } from '@/core/words/paper-form'
import { sayDay, sayTime } from '@/ui/parts/dates'
import { MemberSelect } from '@/ui/parts/member-select'
import { PageHead } from '@/ui/parts/page-head'
import { Thumb } from '@/ui/parts/thumb'
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

/** A cost in its column: what is not known at all is no 0.00. */
const writeCost = ({ unknown, cost }: RunLine, currency: Currency): string =>
  unknown.length === 0 ? writeMoney(cost, currency) : cost === 0 ? 'not known' : `≥ ${writeMoney(cost, currency)}`

/** Every run through a printer, newest first, with filters and what they add up to. */
export function Log(props: {
  readonly lines: readonly RunLine[]
  readonly next: string | null
  readonly totals: RunSums
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
    <Select
      label={label}
      placeholder="all"
      size="xs"
      w={150}
      clearable
      data={options.map((o) => ({ value: o.id, label: o.name }))}
      value={params.get(key)}
      onChange={(value) => set(key, value ?? '')}
    />
  )
  const day = (key: string, label: string) => (
    <DateInput
      label={label}
      placeholder="any day"
      size="xs"
      w={130}
      clearable
      valueFormat="D MMM YYYY"
      value={params.get(key)}
      onChange={(value) => set(key, value ?? '')}
    />
  )
  const older = new URLSearchParams(params)
  if (props.next) older.set('after', props.next)
  let last = ''
  return (
    <>
      <PageHead title="Log" sub="every run, one line" />
      <div className={css.filters} role="group" aria-label="Filters">
        {select('printer', 'Printer', props.printers)}
        <MemberSelect
          label="Member"
          placeholder="all"
          size="xs"
          w={180}
          clearable
          people={props.members}
          value={params.get('member')}
          nothingFoundMessage="No member has this name."
          onChange={(id) => set('member', id ?? '')}
        />
        {select('paper', 'Paper', props.papers)}
        {select(
          'outcome',
          'Outcome',
          ['good', 'proof', 'spoiled', 'not known', 'not printed'].map((o) => ({ id: o, name: o })),
        )}
        {day('from', 'From')}
        {day('to', 'To')}
        {params.size > 0 ? (
          <Link href="/log" className="small">
            Clear
          </Link>
        ) : null}
      </div>
      <p className={css.totals}>
        <strong>{countOf(totals.prints, 'print')}</strong> in <strong>{countOf(totals.runs, 'run')}</strong> on{' '}
        <strong>{countOf(totals.sheets, 'sheet')}</strong>
        {totals.ofRoom ? ` (${totals.ofRoom} of the room: ruler sheets)` : ''}, <strong>{totals.spoiled}</strong>{' '}
        spoiled, <strong>{writeNumber(totals.mm2 / 1e6, 2)} m²</strong> of paper,{' '}
        <strong>{writeNumber(totals.microlitres / 1000, 0)} ml</strong> of ink, cost{' '}
        <strong>{sayCost(totals.unknown, totals.cost, currency)}</strong>, charged{' '}
        <strong>{writeAmount(totals.charge, currency)}</strong>
        {totals.notKnown > 0 ? (
          <>
            , <strong>{totals.notKnown}</strong> not known
          </>
        ) : null}
        {totals.notPrinted > 0 ? (
          <>
            , <strong>{totals.notPrinted}</strong> not printed
          </>
        ) : null}
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
                  Cost, {currency.code}
                </th>
                <th scope="col" className="number">
                  Charge, {currency.code}
                </th>
              </tr>
            </thead>
            <tbody>
              {lines.map((r) => {
                const today = sayDay(r.at, timeZone, now)
                const first = today !== last
                last = today
                return (
                  <Fragment key={r.id}>
                    {first ? (
                      <tr className={css.day}>
                        <th colSpan={9} scope="rowgroup">
                          {today}
                        </th>
                      </tr>
                    ) : null}
                    <tr data-link>
                      <td className={css.when}>{sayTime(r.at, timeZone)}</td>
                      <td className="number">{r.number}</td>
                      <td>
                        <div className={css.print}>
                          <Thumb pictureId={r.pictureId} />
                          <Link href={`/log/${r.id}`} className="strong">
                            {r.title || `Run ${r.number}`}
                          </Link>
                        </div>
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
                      <td
                        className="number"
                        title={r.unknown.length > 0 ? sayCost(r.unknown, r.cost, currency) : undefined}
                      >
                        {writeCost(r, currency)}
                      </td>
                      <td className="number">{writeMoney(r.charge, currency)}</td>
                    </tr>
                  </Fragment>
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
