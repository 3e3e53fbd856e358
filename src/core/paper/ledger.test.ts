import { describe, expect, it } from 'vitest'
import { correctionOf, type LedgerMove } from './ledger'

const took = (delta: number): LedgerMove => ({ delta, measured: false })
const found = (delta: number): LedgerMove => ({ delta, measured: true })

describe('what somebody measured', () => {
  it.each([
    ['is what the ledger says then', [took(10)], 1, 12, 2],
    ['less what was printed since it was seen', [took(10), took(-3)], 1, 12, 2],
    ['with what was printed before', [took(10), took(-3)], 2, 12, 5],
    ['is counted once where another measured the same', [took(10), found(2)], 1, 12, 0],
    ['counts anew where the other measured something else', [took(10), found(1)], 1, 12, 1],
    ['counts after a measure that was seen', [took(10), found(2), took(-1)], 3, 10, -1],
  ])('%s', (_name, moves, seen, measured, by) => {
    expect(correctionOf(moves, seen, measured)).toBe(by)
  })
})
