import { describe, expect, it } from 'vitest'
import { staleWords } from './stale'

describe('what another person changed meanwhile', () => {
  it('is told beside what was typed: texts as they are, the rest by name', () => {
    expect(
      staleWords(
        { id: 'a', revision: 1, name: 'Ann', note: 'left hand', groupId: 'g1', carriage: 330_000 },
        { id: 'a', revision: 2, name: 'Ann', note: 'right hand', groupId: 'g2', carriageUm: 440_000, retiredAt: null },
      ),
    ).toBe('There now: note “right hand” (you typed “left hand”); group differs; carriage differs.')
  })
  it('reads what a feed or queue keeps in one column', () => {
    expect(staleWords({ facts: { name: 'Back', extraLength: 0 } }, { facts: { name: 'Rear', extraLength: 5 } })).toBe(
      'There now: name “Rear” (you typed “Back”); extra length differs.',
    )
  })
  it('says nothing of what was not typed, of what is the same, and of no fields at all', () => {
    expect(staleWords({ name: 'Ann', revision: 1 }, { name: 'Ann', revision: 2, note: 'new' })).toBe('')
    expect(staleWords({ name: 'Ann', print: true }, { name: 'Ann' })).toBe('')
    expect(staleWords(null, { name: 'x' })).toBe('')
    expect(staleWords({ name: 'x' }, 'x')).toBe('')
  })
})
