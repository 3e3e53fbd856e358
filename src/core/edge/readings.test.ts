import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { mergeReadings, type SheetReading, UNREAD } from './readings'

const ticks = (left: number | null, right: number | null): SheetReading => ({
  ...UNREAD,
  ticks: { ...UNREAD.ticks, left, right },
})

describe('readings of two people at once', () => {
  it('keep what each typed, figure by figure', () => {
    const [one] = mergeReadings([ticks(1, 2)], [ticks(5, 2)], [ticks(1, 7)])
    expect(one).toEqual(ticks(5, 7))
    const length = { ...UNREAD, lengths: { ...UNREAD.lengths, 'A to B': um(90_000) } }
    expect(mergeReadings([UNREAD], [length], [{ ...UNREAD, leftOut: true }])).toEqual([{ ...length, leftOut: true }])
  })
  it('of the same figure keep what is typed here, and take back what was taken back there', () => {
    expect(mergeReadings([ticks(1, 2)], [ticks(5, 2)], [ticks(9, null)])).toEqual([ticks(5, null)])
  })
  it('let sheets join that were added meanwhile', () => {
    expect(mergeReadings([ticks(1, 1)], [ticks(2, 1)], [ticks(1, 1), UNREAD])).toEqual([ticks(2, 1), UNREAD])
    expect(mergeReadings([], [ticks(2, 1)], [UNREAD])).toEqual([ticks(2, 1)])
  })
})
