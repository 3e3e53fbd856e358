import { describe, expect, it } from 'vitest'
import { sayReason, sayReasons, wantsPaper } from './printer-says'

describe('why a printer stands, in words', () => {
  it.each([
    ['media-needed-error', 'it wants other paper'],
    ['media-empty', 'its paper is used up'],
    ['marker-supply-low-warning', 'an ink is nearly used up'],
    ['paused', 'it is paused'],
    ['job-canceled-at-device', 'somebody cancelled it at the printer'],
    ['com.maker-strange-thing', 'it gives a reason of its maker’s own'],
  ])('%s', (keyword, words) => {
    expect(sayReason(keyword)).toBe(words)
  })
  it('says each once, and nothing that only repeats the state', () => {
    expect(sayReasons(['none', 'job-printing', 'media-needed', 'media-needed-error', 'cover-open'])).toEqual([
      'it wants other paper',
      'a cover is open',
    ])
  })
  it('knows when paper is what is missing', () => {
    expect(wantsPaper(['cover-open', 'media-empty-error'])).toBe(true)
    expect(wantsPaper(['media-low', 'media-jam'])).toBe(false)
  })
})
