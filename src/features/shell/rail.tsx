'use client'

import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { type Um, um } from '@/core/length/length'
import { countOf } from '@/core/words/count'
import { sayForm } from '@/core/words/paper-form'
import { useWays } from '@/ui/unit/unit'
import css from './shell.module.css'

/** What one printer holds now, for the strip at the foot of every screen. */
export type RailPrinter = {
  readonly id: string
  readonly nickname: string
  readonly loads: readonly {
    readonly feedName: string
    readonly paperName: string
    readonly kind: 'sheet' | 'roll'
    readonly width: Um
    readonly length: Um
    readonly left: number
    /** the printer says that something else is in this feed */
    readonly otherwise: boolean
  }[]
  readonly black: 'photo' | 'matte' | null
  /** a short note when something is due, else null */
  readonly due: string | null
  /** what the printer says of feeds where nothing is noted, or that it does not answer */
  readonly says: string | null
}

/** The rail: what is in each printer now. The bench says all of it by itself. */
export function Rail({ printers }: { readonly printers: readonly RailPrinter[] }) {
  return usePathname() === '/bench' ? null : <InPrinters printers={printers} />
}

/** What each printer holds, one beside the other. */
export function InPrinters({ printers }: { readonly printers: readonly RailPrinter[] }) {
  return (
    <section className={css.rail} aria-label="In the printers now">
      <div className={css.railHead}>In the printers now</div>
      {printers.map((p) => (
        <RailCell key={p.id} printer={p} />
      ))}
      {printers.length === 0 ? <div className={css.railCell}>No printer yet.</div> : null}
    </section>
  )
}

function RailCell({ printer }: { readonly printer: RailPrinter }) {
  const { loads } = printer
  return (
    <Link href={`/printers/${printer.id}`} className={css.railCell}>
      <span className={css.railName} title={printer.nickname}>
        {printer.nickname}
      </span>
      <span className={css.railText}>
        {loads.map((load) => (
          <InFeed key={load.feedName} load={load} />
        ))}
        {loads.length === 0 ? <span>Nothing loaded</span> : null}
        <span className={css.railSoft}>
          {[
            printer.black ? `${printer.black} black` : null,
            loads.length === 0 && printer.says === null ? 'press to say what is in it' : null,
          ]
            .filter((x) => x !== null)
            .join(', ')}
          <span className="level-caution"> {[printer.says, printer.due].filter((x) => x !== null).join(', ')}</span>
        </span>
      </span>
    </Link>
  )
}

/** What lies in one feed: the paper, its size, and how much of it is left. */
function InFeed({ load }: { readonly load: RailPrinter['loads'][number] }) {
  const { unit } = useWays()
  const { feedName, paperName, kind, width, length, left, otherwise } = load
  return (
    <span className={css.railLoad} title={`${feedName}: ${paperName}, ${sayForm(kind, width, length, unit)}`}>
      <span>
        {paperName}, {sayForm(kind, width, length, unit)}
      </span>
      {otherwise ? <span className="level-caution">the printer says another paper</span> : null}
      <span className={css.railLeft}>
        {kind === 'roll' ? (
          <>
            <span className={css.gauge} aria-hidden="true">
              <span style={{ width: `${Math.max(0, Math.min(100, (100 * left) / length))}%` }} />
            </span>
            {rollLeft(um(left), unit)}
          </>
        ) : (
          countOf(left, 'sheet')
        )}
      </span>
    </span>
  )
}

const rollLeft = (left: Um, unit: 'mm' | 'in'): string =>
  unit === 'mm' ? `${(left / 1_000_000).toFixed(1)} m` : `${(left / 304_800).toFixed(0)} ft`
