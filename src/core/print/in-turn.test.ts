import { describe, expect, it } from 'vitest'
import { VERSION } from '../../../test/slip-facts'
import { printsInTurn, type Turn } from './in-turn'

const turn = (print: Partial<Turn['print']> = {}, copies = 1): Turn => ({
  ...{ version: VERSION, copies },
  print: { darkness: 0, ...print },
})

describe('prints that go to the printer one after the other', () => {
  it('do while nothing is set between them', () => {
    expect(printsInTurn([turn({}, 20)])).toBe(true)
    expect(printsInTurn([turn({ darkness: 2 }), turn({ darkness: 2 })])).toBe(true)
    expect(printsInTurn([turn({ label: '1' }), turn({ label: '2' })])).toBe(true)
  })
  it('stop where a sheet is fed again, or a darkness or tint is set', () => {
    expect(printsInTurn([turn(), turn({ again: true })])).toBe(false)
    expect(printsInTurn([turn({ again: true }, 2)])).toBe(false)
    expect(printsInTurn([turn({ darkness: 2 }), turn({ darkness: 0 })])).toBe(false)
    const tint = (t: string) => turn({ label: `tint ${t}: set it at the printer` })
    expect(printsInTurn([tint('0, 0'), tint('2, 0')])).toBe(false)
  })
  it('one alone is always printed', () => {
    expect(printsInTurn([turn({ again: true })])).toBe(true)
  })
})
