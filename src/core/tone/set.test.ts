import { describe, expect, it } from 'vitest'
import { mismatches, type OfSet, sayMismatch } from './set'

const PICTURE: OfSet = {
  ...{ name: 'moon', paper: 'Fenland', mediaSetting: 'Matte B', tint: [0, -4], darkness: 0, curve: 0.8 },
}

describe('a set of black-and-white pictures', () => {
  it('matches when tint, paper, media setting and curve are the same; darkness is each picture’s own', () => {
    expect(mismatches([PICTURE, { ...PICTURE, name: 'fern', darkness: 3 }])).toEqual([])
    expect(mismatches([PICTURE])).toEqual([])
  })
  it('says what does not match, the odd one by its name', () => {
    const odd = mismatches([
      PICTURE,
      { ...PICTURE, name: 'fern' },
      { ...PICTURE, name: 'tide', tint: [0, 2], mediaSetting: 'Matte A', curve: null },
    ])
    expect(odd.map(sayMismatch)).toEqual([
      'Tint does not match: 0, −4 (2), 0, 2 (tide).',
      'Media setting does not match: Matte B (2), Matte A (tide).',
      'Curve does not match: 80 % (2), none (tide).',
    ])
    // another paper is one mismatch, not two
    const papers = mismatches([PICTURE, { ...PICTURE, name: 'tide', paper: 'Dune', mediaSetting: 'Lustre' }])
    expect(papers.map((m) => m.what)).toEqual(['paper'])
  })
})
