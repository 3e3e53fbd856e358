import { fireEvent, screen, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import type { SizeQueue } from '@/core/printer/size-verdict'
import { DEMO_PRINTERS } from '../../../demo/printers'
import { again, show } from '../../../test/interface'
import type { SizeRow } from './size-seen'
import { Sizes } from './sizes'

const otter = DEMO_PRINTERS[0]
const queue = otter?.queues[0]
if (!otter || !queue) throw new Error('the demo has printers')
const feeds = otter.feeds.map((f) => ({ ...f, id: f.name }))
const facts = queue.facts(feeds.map((f) => f.id))
const QUEUES: readonly SizeQueue[] = [
  {
    ...{ queueId: 'q', queueName: 'Otter, photo', printerId: 'p', printerName: 'Otter' },
    mediaSettings: facts.mediaSettings,
    paths: feeds.flatMap((feed) => {
      const driven = facts.feeds.find((f) => f.feedId === feed.id)
      return driven ? [{ feed, driven }] : []
    }),
  },
]
const row = (name: string, short: number, long: number, more: Partial<SizeRow> = {}): SizeRow => ({
  ...{ id: name, name, short: fromMm(short), long: fromMm(long), unit: 'mm', pwg: name, family: 'Custom' },
  ...{ revision: 1, versions: [name] },
  ...more,
})
const place = (sizes: readonly SizeRow[]) => <Sizes sizes={sizes} queues={QUEUES} words={[]} />
const seen = (): string | null => screen.getByRole('region').getAttribute('aria-label')

describe('the sizes', () => {
  it('show one first that some printer takes', () => {
    show(place([row('Bookmark', 55, 180), row('Packet', 92, 130)]))
    expect(seen()).toBe('Packet')
    expect(within(screen.getByRole('region')).getByText(/drawn as it goes into the rear stack/)).toBeTruthy()
  })
  it('keep the dialog of a size that somebody else changes or retires, with what is typed', () => {
    const page = show(place([row('Packet', 92, 130), row('Card', 100, 150)]))
    fireEvent.click(screen.getByRole('button', { name: 'Edit' }))
    const width = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Width, across the feed' })
    fireEvent.change(width(), { target: { value: '95 mm' } })
    fireEvent.blur(width())
    again(page, place([row('Packet', 93, 130, { id: 'newer', versions: ['Packet', 'newer'] }), row('Card', 100, 150)]))
    expect(width().value).toBe('95')
    expect(screen.queryByText(/no longer offered/)).toBeNull()
    again(page, place([row('Card', 100, 150)]))
    expect(width().value).toBe('95')
    expect(screen.getByText(/no longer offered; under Room, Removed things, it can be put back/)).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'More for Packet', hidden: true })).toBeNull()
  })
})
