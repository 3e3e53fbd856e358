import { describe, expect, it } from 'vitest'
import { sameEdges } from '@/core/sheet/sheet'
import { QUEUE } from '../../../test/example-facts'
import { VERSION } from '../../../test/slip-facts'
import type { QueueFacts } from './facts'
import { startFrom } from './start-from'

const feed = (id: string, name: string) => ({ ...VERSION.feed, id, name })
const queueFeed = (feedId: string, margin: number) => ({
  ...VERSION.queueFeed,
  ...{ feedId, margins: [{ upToWidth: null, margins: sameEdges(margin) }] },
})
const rule = (id: string, option: string, ...values: readonly string[]) => ({
  ...{ id, because: id, when: [{ option, in: values }] },
  then: { option: 'bits', in: ['8'] },
})

const THEIRS: { facts: QueueFacts; feeds: ReturnType<typeof feed>[] } = {
  feeds: [feed('a', 'Stack'), feed('b', 'roll')],
  facts: {
    ...QUEUE,
    nativePpi: 640,
    feeds: [queueFeed('a', 1), queueFeed('b', 2)],
    rules: [rule('both', 'feed', 'a', 'b'), rule('roll', 'feed', 'b'), rule('other', 'paper', 'p')],
    notes: [{ id: 'n', when: { option: 'feed', in: ['b'] }, beside: 'quality', says: 'slow' }],
    dialog: [
      {
        id: 'd',
        label: 'D',
        option: 'quality',
        set: null,
        after: [],
        setAfresh: false,
        shows: { option: 'feed', in: ['b'] },
      },
      {
        id: 'e',
        label: 'E',
        option: 'quality',
        set: null,
        after: [],
        setAfresh: false,
        shows: { option: 'feed', in: ['a'] },
      },
    ],
    ipp: { sources: { a: 'main', b: 'main-roll' }, types: { matte: 'their-matte' }, qualities: {} },
  },
}
const MINE = {
  feeds: [feed('x', 'stack'), feed('y', 'front')],
  facts: { ...QUEUE, feeds: [queueFeed('x', 8), queueFeed('y', 9)], ipp: { ...QUEUE.ipp, sources: { x: 'tray-1' } } },
}

describe('a queue that starts from another one', () => {
  const made = startFrom(THEIRS, MINE)
  it('knows everything that the other knows, its feeds under the names that both have', () => {
    expect(made.nativePpi).toBe(640)
    expect(made.feeds.map((f) => [f.feedId, f.margins[0]?.margins.left])).toEqual([
      ['x', 1],
      ['y', 9],
    ])
    expect(made.ipp).toEqual({ sources: { x: 'tray-1' }, types: { matte: 'their-matte' }, qualities: {} })
  })
  it('has no rule, note or condition about a feed that is not here', () => {
    expect(made.rules.map((r) => [r.id, r.when[0]?.in])).toEqual([
      ['both', ['x']],
      ['other', ['p']],
    ])
    expect(made.notes).toEqual([])
    expect(made.dialog.map((d) => d.shows)).toEqual([null, { option: 'feed', in: ['x'] }])
  })
})
