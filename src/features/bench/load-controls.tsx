'use client'

import { Button, Modal, Select } from '@mantine/core'
import { useState } from 'react'
import type { Um } from '@/core/length/length'
import { sayForm } from '@/core/words/paper-form'
import { Choices } from '@/ui/parts/choices'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './bench.module.css'
import type { BenchLane } from './types'

/** Paper on the shelf that can be put into a feed. */
export type ShelfItem = {
  readonly stockId: string
  readonly paperName: string
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
  readonly count: number
  readonly rolls: readonly { readonly id: string; readonly number: number; readonly left: Um }[]
}

/** Says what somebody put into a printer: paper into a feed, a swapped black ink, a nozzle check done. */
export function LoadControls({
  printer,
  shelf,
}: {
  readonly printer: BenchLane['printer']
  readonly shelf: readonly ShelfItem[]
}) {
  const { unit } = useWays()
  const { act, busy } = useDo()
  const [open, setOpen] = useState(false)
  const [feedId, setFeedId] = useState(printer.feeds[0]?.id ?? '')
  const feed = printer.feeds.find((f) => f.id === feedId)
  const fits = shelf.filter((s) => (s.kind === 'roll') === (feed?.kind === 'roll'))
  const items = fits.flatMap((s) =>
    s.kind === 'roll'
      ? s.rolls.map((r) => ({
          value: `${s.stockId} ${r.id}`,
          label: `${s.paperName}, ${sayForm('roll', s.width, s.length, unit)} ${r.number}, ${(r.left / 1e6).toFixed(1)} m left`,
        }))
      : [
          {
            value: s.stockId,
            label: `${s.paperName}, ${sayForm('sheet', s.width, s.length, unit)}, ${s.count} sheets`,
          },
        ],
  )
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
        Change what is loaded
      </Button>
      <Button
        size="compact-xs"
        variant="default"
        loading={busy}
        onClick={() =>
          void act(
            'upkeep.log',
            { printerId: printer.id, kind: 'nozzle check', at: null, note: '' },
            `Noted a nozzle check of ${printer.nickname}.`,
          )
        }
      >
        Nozzles checked
      </Button>
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
            data={items}
            value={null}
            comboboxProps={{ withinPortal: false }}
            nothingFoundMessage={
              feed?.kind === 'roll'
                ? 'No opened roll is called so. Open one under Papers & rolls.'
                : 'No paper is called so.'
            }
            onChange={(v) => v && void put(v)}
          />
          <div>
            <Button size="compact-sm" variant="default" onClick={() => void put(null)}>
              Nothing in it
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
