'use client'

import { Button } from '@mantine/core'
import type { ShelfItem } from '@/contract/shelf'
import type { Lane } from '@/contract/views/bench'
import { tradeLength, tradePair } from '@/core/length/write'
import type { SaysInstead } from '@/core/printer/heard'
import { LevelWord } from '@/ui/parts/level'
import { type ShelfPick, shelfPicks } from '@/ui/parts/shelf'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './bench.module.css'

/** A printer measures its paper within this. */
const SAME = 1500
/** Papers of that form that are offered at once; others are said under Load. */
const MOST = 3

const near = (a: number, b: number): boolean => Math.abs(a - b) <= SAME

/** What of the shelf it could be, by form and surface. */
const picksFor = (says: SaysInstead, shelf: readonly ShelfPick[]): readonly ShelfPick[] =>
  shelf.filter(
    (p) =>
      (p.kind === 'roll') === says.roll &&
      (says.roll
        ? near(p.width, says.width)
        : (near(p.width, says.width) && near(p.length, says.length)) ||
          (near(p.width, says.length) && near(p.length, says.width))) &&
      (says.mediaSetting === null ||
        says.mediaSetting.surfaces.length === 0 ||
        says.mediaSetting.surfaces.includes(p.surface)),
  )

/** The printer says something else than what is noted: somebody looks, and says which. */
export function PrinterSays(props: {
  readonly printer: Lane['printer']
  readonly says: SaysInstead
  readonly shelf: readonly ShelfItem[]
}) {
  const { printer, says } = props
  const { unit } = useWays()
  const { act, busy } = useDo()
  const feed = printer.feeds.find((f) => f.id === says.feedId)?.name ?? 'feed'
  const form = says.roll ? `a roll of ${tradeLength(says.width, unit)}` : tradePair(says.width, says.length, unit)
  const what = says.mediaSetting ? `${says.mediaSetting.name}, ${form}` : form
  const picks = picksFor(says, shelfPicks(props.shelf, unit)).slice(0, MOST)
  return (
    <div className={css.found} role="status">
      <LevelWord level="caution" />{' '}
      <span>
        {printer.nickname} says that {what} is in the {feed};{' '}
        {says.noted === null ? 'nobody has noted what is.' : `${says.noted} is noted: which?`}
      </span>{' '}
      {picks.map((p) => (
        <Button
          key={`${p.stockId} ${p.rollId}`}
          size="compact-xs"
          variant="default"
          loading={busy}
          onClick={() =>
            void act(
              'printer.load',
              { printerId: printer.id, feedId: says.feedId, stockId: p.stockId, rollId: p.rollId },
              'Noted what is in the feed.',
            )
          }
        >
          It is {p.label.replace(/, [^,]*(sheets|left)$/, '')}
        </Button>
      ))}
      {says.noted === null ? null : (
        <Button
          size="compact-xs"
          variant="default"
          loading={busy}
          onClick={() =>
            void act(
              'printer.as-noted',
              { printerId: printer.id, feedId: says.feedId, key: says.key },
              `It is ${says.noted}; ${printer.nickname} is asked again when it says something else.`,
            )
          }
        >
          It is {says.noted}, as noted
        </Button>
      )}
    </div>
  )
}
