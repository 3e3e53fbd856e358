import { describe, expect, it } from 'vitest'
import { NO_WORDS, printQuality } from './facts'

const queue = (...ranks: number[]) => ({
  qualities: ranks.map((rank) => ({ id: `q${rank}`, name: `q${rank}`, rank, ppi: 360 })),
  ipp: NO_WORDS,
})

describe('print-quality by rank', () => {
  it('one alone is normal, of two the finer is high, and only the coarsest of three is draft', () => {
    expect(printQuality(queue(1), 'q1')).toBe(4)
    expect([1, 2].map((r) => printQuality(queue(1, 2), `q${r}`))).toEqual([4, 5])
    expect([1, 2, 3].map((r) => printQuality(queue(2, 3, 1), `q${r}`))).toEqual([3, 4, 5])
  })
  it('what the queue says of itself comes before the rank', () => {
    const said = { ...queue(1, 2), ipp: { ...NO_WORDS, qualities: { q1: 3 as const } } }
    expect(printQuality(said, 'q1')).toBe(3)
  })
})
