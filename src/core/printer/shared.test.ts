import { describe, expect, it } from 'vitest'
import { QUEUE, RULE } from '../../../test/example-facts'
import type { QueueFacts } from './facts'
import { alongWith, besideIn, sharedWith } from './shared'

const [fine] = QUEUE.qualities
if (!fine) throw new Error('the example queue has no quality')
const quick = { ...fine, id: 'quick', name: 'Quick', rank: 2 }
const BEFORE: QueueFacts = { ...QUEUE, qualities: [fine, quick], rules: [RULE] }
const renamed = { ...fine, name: 'Finest' }

describe('two queues of one printer', () => {
  it('what stood the same is changed along, item by item and fact by fact', () => {
    const after = { ...BEFORE, qualities: [renamed, quick], nativePpi: 320, topcoats: ['one coat'] }
    expect(alongWith(BEFORE, after, BEFORE)).toEqual(after)
  })

  it('what differed stays as it is there', () => {
    const here = { ...BEFORE, nativePpi: 640, qualities: [{ ...fine, ppi: 111 }, quick], rules: [] }
    const after = { ...BEFORE, nativePpi: 320, qualities: [renamed, { ...quick, name: 'Quicker' }] }
    const along = alongWith(BEFORE, after, here)
    expect(along.nativePpi).toBe(640)
    expect(along.qualities).toEqual([
      { ...fine, ppi: 111 },
      { ...quick, name: 'Quicker' },
    ])
    expect(along.rules).toEqual([])
  })

  it('a new part comes to the end there, and one that is there already is left alone', () => {
    const [slow, taken] = [
      { ...quick, id: 'slow', name: 'Slow' },
      { ...quick, id: 'taken', name: 'Taken' },
    ]
    const here = { ...BEFORE, qualities: [{ ...fine, ppi: 111 }, quick, { ...taken, name: 'Other' }] }
    expect(
      alongWith(BEFORE, { ...BEFORE, qualities: [fine, quick, slow, taken] }, here).qualities.map((q) => q.name),
    ).toEqual([fine.name, 'Quick', 'Other', 'Slow'])
  })

  it('what is taken out here stays there, even where all was the same', () => {
    expect(alongWith(BEFORE, { ...BEFORE, qualities: [renamed], rules: [] }, BEFORE)).toEqual({
      ...BEFORE,
      qualities: [renamed, quick],
    })
  })

  it('an order is changed along where all was the same', () => {
    expect(alongWith(BEFORE, { ...BEFORE, qualities: [quick, fine] }, BEFORE).qualities).toEqual([quick, fine])
  })

  it('margins of a feed go along by the feed', () => {
    const [feed] = BEFORE.feeds
    if (!feed) throw new Error('the example queue has no feed')
    const other = { ...feed, feedId: 'other' }
    const wider = { ...feed, driftAcross: feed.driftAlong }
    const changed = alongWith(
      BEFORE,
      { ...BEFORE, feeds: [{ ...wider, driftAlong: wider.driftAcross }] },
      {
        ...BEFORE,
        feeds: [other, feed],
      },
    )
    expect(changed.feeds).toEqual([other, { ...wider, driftAlong: wider.driftAcross }])
  })

  it('is said part by part: the same, otherwise, or not there', () => {
    const here = { ...BEFORE, qualities: [renamed], rules: [RULE] }
    expect(besideIn(here, 'qualities', fine)).toBe('differs')
    expect(besideIn(here, 'qualities', quick)).toBe('missing')
    expect(besideIn(here, 'rules', RULE)).toBe('same')
    expect(sharedWith(BEFORE, here)).toEqual([
      ['mediaSettings', 1],
      ['rules', 1],
    ])
  })
})
