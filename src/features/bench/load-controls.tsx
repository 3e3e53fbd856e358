'use client'

import { Button, Modal, Select } from '@mantine/core'
import { useState } from 'react'
import type { ShelfItem } from '@/contract/shelf'
import type { Lane } from '@/contract/views/bench'
import { fitSize } from '@/core/sizes/fit'
import { NozzleForm } from '@/ui/form/nozzle-form'
import { Choices } from '@/ui/parts/choices'
import { foldedFilter } from '@/ui/parts/folded-filter'
import { LoadingSteps } from '@/ui/parts/loading-steps'
import { FormButton } from '@/ui/parts/panel'
import { type ShelfPick, shelfPicks } from '@/ui/parts/shelf'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './bench.module.css'

/** Whether a feed takes the paper by its size; a roll by its width alone. */
const goesIn = (p: ShelfPick, feed: Lane['printer']['feeds'][number]): boolean =>
  p.kind === 'roll'
    ? p.width >= feed.minWidth && p.width <= feed.maxWidth
    : fitSize(p.width, p.length, feed, null).problems.length === 0

/** Says what somebody put into a printer: paper into a feed, a swapped black ink, a nozzle check done. */
export function LoadControls({
  printer,
  shelf,
}: {
  readonly printer: Lane['printer']
  readonly shelf: readonly ShelfItem[]
}) {
  const { unit } = useWays()
  const { act } = useDo()
  const [open, setOpen] = useState(false)
  const [feedId, setFeedId] = useState(printer.feeds[0]?.id ?? '')
  const feed = printer.feeds.find((f) => f.id === feedId)
  const items = shelfPicks(shelf, unit)
    .filter((p) => (p.kind === 'roll') === (feed?.kind === 'roll'))
    .map((p) => ({
      item: { value: [p.stockId, p.rollId].filter(Boolean).join(' '), label: p.label },
      fits: !feed || goesIn(p, feed),
    }))
  const groups = [
    { group: `Fits the ${feed?.name ?? 'feed'}`, items: items.flatMap((i) => (i.fits ? [i.item] : [])) },
    { group: 'Too wide or too long for it', items: items.flatMap((i) => (i.fits ? [] : [i.item])) },
  ].filter((g) => g.items.length > 0)
  const put = async (value: string | null): Promise<void> => {
    const [stockId = null, rollId = null] = value ? value.split(' ') : []
    const done = await act(
      'printer.load',
      { printerId: printer.id, feedId, stockId, rollId },
      value ? 'Noted what is in the feed.' : 'Noted that the feed is empty.',
    )
    if (done) setOpen(false)
  }
  return (
    <div className={css.controls}>
      <Button size="compact-xs" variant="default" onClick={() => setOpen(true)}>
        Load
      </Button>
      <FormButton label="Log nozzle check" title={`Nozzle check of ${printer.nickname}`}>
        {(close) => <NozzleForm printerId={printer.id} printerName={printer.nickname} onDone={close} />}
      </FormButton>
      <Modal opened={open} onClose={() => setOpen(false)} title={`What is in ${printer.nickname}`} centered>
        <div className={css.form}>
          <Choices
            label="Feed"
            value={feedId}
            choices={printer.feeds.map((f) => ({ value: f.id, label: f.name }))}
            onChange={setFeedId}
          />
          <Select
            label={`In the ${feed?.name ?? 'feed'}`}
            placeholder="Type to find a paper"
            searchable
            filter={foldedFilter}
            data={groups}
            value={null}
            nothingFoundMessage={
              feed?.kind === 'roll'
                ? 'No opened roll has that name. Open one under Papers & rolls.'
                : 'No paper has that name.'
            }
            onChange={(v) => v && void put(v)}
          />
          {feed ? <LoadingSteps feed={feed} /> : null}
          <div>
            <Button size="compact-sm" variant="default" onClick={() => void put(null)}>
              Clear: nothing in it
            </Button>
          </div>
          {printer.blackShared ? (
            <div>
              <span className="soft">Black ink it holds </span>
              <Choices
                label="Black ink"
                value={printer.holdsBlack}
                choices={[
                  { value: 'photo', label: 'photo' },
                  { value: 'matte', label: 'matte' },
                ]}
                onChange={(holds) => void act('printer.black', { id: printer.id, holds }, `Noted: ${holds} black.`)}
              />
            </div>
          ) : null}
        </div>
      </Modal>
    </div>
  )
}
