import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { QUEUE } from '../../../test/example-facts'
import { type Noted, readyKey, saysInstead, setAtPrinter } from './heard'

const A4 = { source: 'main', width: um(210_000), length: um(297_000), mediaType: 'matte' }
const FEEDS = [
  { id: 'f', kind: 'stack' },
  { id: 'one', kind: 'sheet' },
  { id: 'r', kind: 'roll' },
] as const
const FACTS = {
  ...QUEUE,
  ipp: { sources: { f: 'main', one: 'manual', r: 'main-roll' }, types: {}, qualities: {} },
  mediaSettings: [
    { ...QUEUE.mediaSettings[0], id: 'matte', name: 'Matte A', surfaces: ['matte'] },
    { ...QUEUE.mediaSettings[0], id: 'lustre', name: 'Lustre', surfaces: ['lustre'] },
  ],
} as never
const NOTED: Noted = {
  ...{ feedId: 'f', paperName: 'Fenland Matte', kind: 'sheet', width: um(210_000), length: um(297_000) },
  ...{ surface: 'matte', confirmed: null },
}
const said = (ready: object, noted: Partial<Noted> | null = {}) =>
  saysInstead([{ ...A4, ...ready }], FACTS, noted ? [{ ...NOTED, ...noted }] : [], FEEDS)

describe('what a printer says is in it, against what is noted', () => {
  it('the same is no question, either way round, within a millimetre and a half', () => {
    expect(said({})).toEqual([])
    expect(said({ width: 297_000, length: 210_000 })).toEqual([])
    expect(said({ width: 211_500 })).toEqual([])
    expect(said({ mediaType: null })).toEqual([])
    expect(said({ mediaType: 'unheard' })).toEqual([])
  })
  it('another form, or a kind of paper that the noted one is not, is one', () => {
    expect(said({ width: 211_501 })).toMatchObject([{ feedId: 'f', width: 211_501, noted: 'Fenland Matte' }])
    expect(said({ mediaType: 'lustre' })).toMatchObject([
      { mediaSetting: { name: 'Lustre', surfaces: ['lustre'] }, noted: 'Fenland Matte', roll: false },
    ])
  })
  it('nothing noted is one; of a feed for single sheets, and of a source that nobody knows, it is not', () => {
    expect(said({}, null)).toMatchObject([{ noted: null, key: 'main 210000 297000 matte' }])
    expect(said({ source: 'manual' }, null)).toEqual([])
    expect(said({ source: 'manual', width: 100_000 }, { feedId: 'one' })).toHaveLength(1)
    expect(said({ source: 'elsewhere' }, null)).toEqual([])
  })
  it('what was confirmed is not asked again, until it says something else', () => {
    const other = { mediaType: 'lustre' }
    const confirmed = readyKey({ ...A4, ...other })
    expect(said(other, { confirmed })).toEqual([])
    expect(said({ ...other, width: 257_000 }, { confirmed })).toHaveLength(1)
  })
  it('of a roll the width counts, whatever is left on it', () => {
    const roll = { feedId: 'r', kind: 'roll', width: um(610_000), length: um(30_000_000) } as const
    expect(said({ source: 'main-roll', width: 610_000, length: 20_000_000 }, roll)).toEqual([])
    expect(said({ source: 'main-roll', width: 432_000, length: 20_000_000 }, roll)).toMatchObject([{ roll: true }])
  })
})

describe('what was left set at a printer', () => {
  const set = (settings: object, since: object = {}, mode: 'colour' | 'monochrome' = 'colour') =>
    setAtPrinter({ copies: 1, colourMode: 'color', ...settings }, { copies: null, colourMode: null, ...since }, mode)
  it('copies other than one, with since when', () => {
    expect(set({})).toEqual([])
    expect(set({ copies: null })).toEqual([])
    expect(set({ copies: 12 }, { copies: 99 })).toEqual([{ what: 'copies', is: '12', since: 99 }])
    expect(set({ copies: 12 })).toEqual([{ what: 'copies', is: '12', since: null }])
  })
  it('a colour mode that somebody changed and the version does not want', () => {
    expect(set({ colourMode: 'monochrome' })).toEqual([])
    expect(set({ colourMode: 'monochrome' }, { colourMode: 7 })).toEqual([
      { what: 'colour mode', is: 'monochrome', since: 7 },
    ])
    expect(set({ colourMode: 'monochrome' }, { colourMode: 7 }, 'monochrome')).toEqual([])
    expect(set({ colourMode: 'color' }, { colourMode: 7 }, 'monochrome')).toHaveLength(1)
    expect(set({ colourMode: 'auto' }, { colourMode: 7 }, 'monochrome')).toEqual([])
  })
})
