'use client'

import Link from 'next/link'
import type { TrayNames, TrayPrinter, TraySheet } from '@/contract/tray'
import { um } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import { sayAgo } from '@/ui/parts/dates'
import { PageHead } from '@/ui/parts/page-head'
import { useWays } from '@/ui/unit/unit'
import { Loupe } from './loupe'
import { Machine } from './machine'
import css from './tray.module.css'

/** The output tray of the simulated printers: sheets with a loupe and a rule, and what is done at the machines by hand. */
export function Tray(props: {
  readonly sheets: readonly TraySheet[]
  readonly chosen: TraySheet | null
  readonly printers: readonly TrayPrinter[]
  /** what the room calls the feeds and media settings of a machine, by the machine and its own keywords */
  readonly names: TrayNames
  /** a simulated scanner and meter were started with this room */
  readonly instruments?: boolean
  readonly now: number
}) {
  const { sheets, chosen, printers, names, now, instruments = false } = props
  const { unit, timeZone } = useWays()
  return (
    <>
      <PageHead title="Output tray" sub="what the simulated printers have put out; measured as one would on paper" />
      <div className={css.page}>
        <nav className={css.sheets} aria-label="Sheets">
          {sheets.length === 0 ? (
            <p className="soft small">
              Nothing has come out yet. “Print and log” on a slip, or an edge check, puts sheets here.
            </p>
          ) : null}
          {sheets.slice(0, 60).map((s) => (
            <Link
              key={`${s.printer}/${s.number}`}
              href={`/tray?sheet=${s.printer}/${s.number}`}
              className={css.sheet}
              aria-current={chosen?.printer === s.printer && chosen.number === s.number ? 'page' : undefined}
              scroll={false}
            >
              <strong>{s.jobName.replace(/^Libreta /, '').replace(/ [0-9a-f]{12}$/, '')}</strong>
              <span className="soft">
                {s.queue}, {tradePair(um(s.width * 1000), um(s.length * 1000), unit)},{' '}
                {s.borderless ? 'borderless' : 'margins'}
                {s.whole ? '' : ', broken off'}
                {s.earlier.length > 0 ? `, ${s.earlier.length + 1} times through` : ''}, {sayAgo(s.at, now, timeZone)}
              </span>
            </Link>
          ))}
        </nav>
        {chosen ? (
          <Loupe key={`${chosen.printer}/${chosen.number}`} sheet={chosen} instruments={instruments} />
        ) : (
          <div className={css.empty} />
        )}
        <aside className={css.machines} aria-label="At the printers">
          <h2>At the printers</h2>
          {printers.map((p) => (
            <Machine key={p.id} printer={p} names={names[p.id] ?? {}} />
          ))}
          {printers.length === 0 ? <p className="soft small">No simulated printer answers.</p> : null}
        </aside>
      </div>
    </>
  )
}
