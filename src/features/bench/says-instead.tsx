'use client'

import { Button } from '@mantine/core'
import type { ShelfItem } from '@/contract/shelf'
import type { Lane } from '@/contract/views/bench'
import { tradeLength, tradePair } from '@/core/length/write'
import type { SaysInstead } from '@/core/printer/heard'
import { couldBe } from '@/core/printer/ready'
import { ItIs } from '@/ui/parts/it-is'
import { LevelWord } from '@/ui/parts/level'
import { shelfPicks } from '@/ui/parts/shelf'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './bench.module.css'

/** Papers of that form that are offered at once; others are said under Load. */
const MOST = 3

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
  const told = { ...says, surfaces: says.mediaSetting?.surfaces ?? null }
  const picks = shelfPicks(props.shelf, unit).filter((p) => couldBe(told, p))
  return (
    <div className={css.found} role="status">
      <LevelWord level="caution" />{' '}
      <span>
        {printer.nickname} says that {what} is in the {feed};{' '}
        {says.noted === null ? 'nobody has noted what is.' : `${says.noted} is noted: which?`}
      </span>{' '}
      <ItIs printerId={printer.id} feedId={says.feedId} picks={picks.slice(0, MOST)} />
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
