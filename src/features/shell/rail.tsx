'use client'

import Link from 'next/link'
import { usePathname } from 'next/navigation'
import { type Um, um } from '@/core/length/length'
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
  }[]
  readonly black: 'photo' | 'matte' | null
  /** a short note when something is due, else null */
  readonly due: string | null
  /** what the printer says otherwise, in a few words, or that it does not answer */
  readonly says: string | null
}

/** The rail: what is in each printer now. The bench says all of it by itself. */
export function Rail({ printers }: { readonly printers: readonly RailPrinter[] }) {
  if (usePathname() === '/bench') return null
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
  const { unit } = useWays()
  const [load] = printer.loads
  return (
    <Link href={`/printers/${printer.id}`} className={css.railCell}>
      <span className={css.railName} title={printer.nickname}>
        {printer.nickname}
      </span>
      <span className={css.railText}>
        {load ? (
          <>
            <span>
              {load.paperName}, {sayForm(load.kind, load.width, load.length, unit)}
            </span>
            <span className={css.railSoft}>
              {load.feedName}
              {printer.black ? `, ${printer.black} black` : ''}
              {printer.says ? <span className="level-caution">, {printer.says}</span> : null}
            </span>
          </>
        ) : (
          <>
            <span>Nothing loaded</span>
            <span className={printer.says ? 'level-caution' : css.railSoft}>
              {printer.says ?? 'press to say what is in it'}
            </span>
          </>
        )}
      </span>
      <span className={css.railLeft}>
        {load?.kind === 'roll' ? (
          <>
            <span className={css.gauge} aria-hidden="true">
              <span style={{ width: `${Math.max(0, Math.min(100, (100 * load.left) / load.length))}%` }} />
            </span>
            <span>{rollLeft(um(load.left), unit)} left</span>
          </>
        ) : load ? (
          <span>{load.left} sheets</span>
        ) : (
          <span className={printer.due ? 'level-caution' : undefined}>{printer.due ?? 'empty'}</span>
        )}
      </span>
    </Link>
  )
}

const rollLeft = (left: Um, unit: 'mm' | 'in'): string =>
  unit === 'mm' ? `${(left / 1_000_000).toFixed(1)} m` : `${(left / 304_800).toFixed(0)} ft`
