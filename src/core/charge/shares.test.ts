import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { minor } from '@/core/money/money'
import { chargedFor, costOf } from './charge'
import { SHARE_RULES, sharesOf } from './shares'

const SPENT = { paper: minor(1500), ink: minor(90) }
const WHOLE = { paper: minor(1000), ink: minor(90), spent: SPENT, each: minor(25) }
const TWO = [
  { area: 300, inked: 30 },
  { area: 450, inked: 60 },
]

describe('shares of a sheet that several prints share', () => {
  it('own area: each pays what it covers, the room bears what lies between', () => {
    const shares = sharesOf(WHOLE, 1000, TWO, 'own area')
    expect(shares).toEqual([
      {
        lines: [
          { what: 'paper', amount: 300 },
          { what: 'ink', amount: 30 },
          { what: 'room share', amount: 25 },
        ],
        room: 100,
        spent: { paper: 600, ink: 30 },
      },
      {
        lines: [
          { what: 'paper', amount: 450 },
          { what: 'ink', amount: 60 },
          { what: 'room share', amount: 25 },
        ],
        room: 150,
        spent: { paper: 900, ink: 60 },
      },
    ])
  })
  it('own area and a share of the waste: all of the paper is paid', () => {
    const shares = sharesOf(WHOLE, 1000, TWO, 'own area and waste')
    expect(shares.map((s) => s.lines.find((l) => l.what === 'waste')?.amount)).toEqual([100, 150])
    expect(shares.map((s) => s.room)).toEqual([0, 0])
    expect(shares.map((s) => chargedFor('good', s.lines))).toEqual([455, 685])
  })
  it('nothing is lost or made up, by either rule, whatever the areas', () => {
    const prints = fc.array(fc.record({ area: fc.integer({ min: 1, max: 90_000 }), inked: fc.nat(9000) }), {
      minLength: 1,
      maxLength: 40,
    })
    fc.assert(
      fc.property(prints, fc.nat(50_000), fc.nat(90_000), fc.nat(9000), (list, more, paper, ink) => {
        const sheet = list.reduce((sum, p) => sum + p.area, 0) + more
        const cost = SHARE_RULES.map((rule) => {
          const spent = { paper: minor(2 * paper), ink: minor(ink) }
          const shares = sharesOf({ paper: minor(paper), ink: minor(ink), spent, each: minor(25) }, sheet, list, rule)
          expect(shares).toHaveLength(list.length)
          const asked = shares.map((s) => chargedFor('proof', s.lines) + s.room)
          expect(asked.reduce((a, b) => a + b, 0)).toBe(paper + ink)
          return shares.map((s) => costOf(s.spent))
        })
        // what a print costs the room is the same by both, and all of it is the sheet's
        expect(cost[0]).toEqual(cost[1])
        expect(cost[0]?.reduce((a, b) => a + b, 0)).toBe(2 * paper + ink)
      }),
      { numRuns: 300 },
    )
  })
  it('of a sheet without waste and of one that costs nothing', () => {
    expect(sharesOf({ ...WHOLE, paper: minor(0) }, 750, TWO, 'own area')[1]?.room).toBe(0)
    expect(sharesOf(WHOLE, 750, TWO, 'own area').map((s) => s.lines[0]?.amount)).toEqual([400, 600])
  })
})
