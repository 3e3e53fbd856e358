'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { SlipInLine } from '@/contract/views/slip'
import { countOf } from '@/core/words/count'
import { useKeys } from '@/ui/keys/use-keys'
import { sayDay } from '@/ui/parts/dates'
import { PageHead } from '@/ui/parts/page-head'
import { Pages } from '@/ui/parts/pages'
import { Thumb } from '@/ui/parts/thumb'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './slips.module.css'

export type SlipRow = SlipInLine & {
  readonly memberName: string | null
  readonly pictureName: string | null
  readonly updatedAt: number
  /** a print of it is at a printer now */
  readonly printing: boolean
}

const STATES: readonly { readonly state: SlipRow['state'] | 'all'; readonly name: string }[] = [
  { state: 'all', name: 'Open and waiting' },
  { state: 'done', name: 'Done' },
  { state: 'withdrawn', name: 'Withdrawn' },
]

/** Slips by their last change; the open ones first. */
export function Slips(props: {
  readonly rows: readonly SlipRow[]
  /** where the page begins among all of them, how many a page has, and how many there are */
  readonly from: number
  readonly page: number
  readonly count: number
  readonly show: string
  readonly now: number
}) {
  const { rows, from, page, count, show, now } = props
  const { act, busy } = useDo()
  const { timeZone } = useWays()
  const router = useRouter()
  const add = async (): Promise<void> => {
    const made = await act('slip.add', { body: null })
    if (made) router.push(`/slips/${made.id}`)
  }
  useKeys({ n: () => void add() })
  return (
    <>
      <PageHead
        title="Slips"
        sub={`${countOf(count, 'slip')}; a slip is one request of a member, from picture to prints`}
      >
        <Button loading={busy} onClick={() => void add()} title="New slip (n)">
          New slip
        </Button>
      </PageHead>
      <nav className={css.filter} aria-label="Which slips">
        {STATES.map((s) => (
          <Link
            key={s.state}
            href={s.state === 'all' ? '/slips' : `/slips?show=${s.state}`}
            aria-current={show === s.state ? 'page' : undefined}
          >
            {s.name}
          </Link>
        ))}
      </nav>
      <div className={css.page}>
        {rows.length === 0 ? (
          <p className="soft">Nothing here. “New slip” starts one from a member’s picture.</p>
        ) : (
          <table className="ruled">
            <thead>
              <tr>
                <th scope="col">Slip</th>
                <th scope="col">Picture</th>
                <th scope="col">Title</th>
                <th scope="col">For</th>
                <th scope="col">State</th>
                <th scope="col">Last change</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((r) => (
                <tr key={r.id} data-link>
                  <td className="number">{r.number}</td>
                  <td>
                    {r.pictureId ? (
                      <Thumb pictureId={r.pictureId} className={css.thumb} alt={r.pictureName ?? ''} />
                    ) : (
                      <span className="soft">none</span>
                    )}
                  </td>
                  <td>
                    <Link href={`/slips/${r.id}`} className="strong">
                      {r.title || `Slip ${r.number}`}
                    </Link>
                  </td>
                  <td>{r.memberName ?? <span className="soft">nobody yet</span>}</td>
                  <td>{r.printing ? 'printing' : r.state === 'waiting' ? 'on the bench' : r.state}</td>
                  <td>{sayDay(r.updatedAt, timeZone, now)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <Pages {...{ from, page, count }} />
      </div>
    </>
  )
}
