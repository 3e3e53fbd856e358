import { describe, expect, it } from 'vitest'
import { rounded } from '../../../test/rounded'
import { FACTS } from '../../../test/slip-facts'
import { PRINTS } from '../../../test/whole-prints'
import { outcomeOf } from './outcome'
import { recordOf } from './record'

describe('every figure of a print', () => {
  it.each(Object.entries(PRINTS))('%s', (_name, given) => {
    expect(rounded(outcomeOf(given))).toMatchSnapshot()
  })
  it('its record keeps what was promised', () => {
    for (const given of Object.values(PRINTS).slice(0, 4)) {
      const outcome = outcomeOf(given)
      expect(rounded(recordOf(given, outcome, []))).toMatchSnapshot()
    }
  })
  it('a print without pieces lays nothing, and is not whole', () => {
    const none = { ...FACTS, print: { ...FACTS.print, pieces: [] }, pictures: [] }
    expect(outcomeOf(none)).toMatchObject({ pieces: [], page: null })
  })
})
