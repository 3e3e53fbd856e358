import { describe, expect, it } from 'vitest'
import { folded, sortKey } from './fold'

describe('names in a list', () => {
  it('are found whatever the case and the marks, in either way of writing a mark', () => {
    expect(folded('Ågren')).toBe('agren')
    expect(folded('A\u030agren')).toBe(folded('\u00c5gren'))
    expect(folded('Łucja Müßig')).toBe('lucja mussig')
  })
  it('sort as a person would, numbers by their value', () => {
    const names = ['Zoe', 'Ågren', 'ábel', 'Bo', 'Class 10', 'Class 9']
    expect(names.toSorted((a, b) => (sortKey(a) < sortKey(b) ? -1 : 1))).toEqual([
      ...['ábel', 'Ågren', 'Bo', 'Class 9', 'Class 10', 'Zoe'],
    ])
  })
})
