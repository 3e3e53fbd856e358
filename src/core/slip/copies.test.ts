import { describe, expect, it } from 'vitest'
import { copiesWanted, NO_COPIES } from './copies'

describe('copies still wanted', () => {
  it.each([
    [5, NO_COPIES, 5],
    [5, { good: 2, inPlans: 0, underWay: 0 }, 3],
    [5, { good: 0, inPlans: 2, underWay: 0 }, 3],
    [5, { good: 0, inPlans: 0, underWay: 2 }, 3],
    [5, { good: 1, inPlans: 1, underWay: 1 }, 2],
    [2, { good: 3, inPlans: 0, underWay: 0 }, 0],
  ])('of %i asked with %o are %i', (asked, counts, wanted) => {
    expect(copiesWanted(asked, counts)).toBe(wanted)
  })
})
