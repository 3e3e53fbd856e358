'use client'

import Link from 'next/link'
import type { FoundChanged, ReadBack } from '@/contract/views/card'
import { sayShortDay } from '@/ui/parts/dates'
import { useWays } from '@/ui/unit/unit'

/** How often a preset's settings were found changed at the printer, and the way to its bench card. */
export function ReadBacks(props: {
  readonly readBacks: FoundChanged & { readonly newest: readonly ReadBack[] }
  /** where its bench card is; null: it has no version yet */
  readonly card: string | null
  readonly now: number
}) {
  const { times, labels, newest } = props.readBacks
  const { timeZone } = useWays()
  if (!props.card && newest.length === 0) return null
  return (
    <section>
      <h2>Read back</h2>
      {times > 0 ? (
        <p className="level-caution">
          Found changed {times === 1 ? 'once' : `${times} times`}: {labels.join(', ')}.
        </p>
      ) : (
        <p className="soft">{newest.length > 0 ? 'Always found as it says.' : 'Never read back yet.'}</p>
      )}
      <ul style={{ margin: '4px 0 6px', paddingLeft: 18 }} className="small">
        {newest.map((r) => (
          <li key={r.id}>
            {sayShortDay(r.at, timeZone, props.now)}, {r.by}, version {r.versionNumber}:{' '}
            {r.found.length === 0 ? 'as it says' : r.found.map((f) => `${f.label} ${f.found}`).join('; ')}
            {r.found.length > 0 ? (
              <span className="soft">{r.settled ? `, put right by ${r.settled.by}` : ', open'}</span>
            ) : null}
          </li>
        ))}
      </ul>
      {props.card ? (
        <p className="small">
          <Link href={props.card}>Bench card</Link>
        </p>
      ) : null}
    </section>
  )
}
