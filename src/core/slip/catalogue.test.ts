import { describe, expect, it } from 'vitest'
import { fromMm, um } from '@/core/length/length'
import { CATALOGUE } from '../../../test/example-facts'
import { BODY, PICTURE, PRINT, VERSION } from '../../../test/slip-facts'
import type { PrintBody } from './body'
import { type Catalogue, factsFrom, readySheet, type StockOnShelf } from './catalogue'

const ROLL: StockOnShelf = {
  ...{ id: 's', paperId: VERSION.paper.id, kind: 'roll', width: fromMm(610), length: fromMm(15_000) },
  ...{ pack: 1, price: null, count: 2, rolls: [] },
}
const stockOf = (rolls: StockOnShelf['rolls'], loadedRollId: string | null = null) => {
  const loaded = { kind: 'roll', paperName: '', width: fromMm(610), length: um(0), rollId: loadedRollId } as const
  const catalogue: Catalogue = {
    ...CATALOGUE,
    stocks: [{ ...ROLL, rolls }],
    versions: [{ ...VERSION, loaded: { ...VERSION.loaded, ...loaded } as NonNullable<(typeof VERSION)['loaded']> }],
  }
  const print: PrintBody = { ...PRINT, sheet: { kind: 'cut', width: fromMm(610), length: 'auto' } }
  return factsFrom(catalogue, BODY, print, () => PICTURE).stock
}

describe('what a print is filled from', () => {
  const roll: PrintBody['sheet'] = { kind: 'cut', width: fromMm(610), length: 'auto' }
  it('without a preset there is no stock, and without a sheet neither', () => {
    const catalogue = { ...CATALOGUE, stocks: [ROLL] }
    const stock = (patch: Partial<PrintBody>) =>
      factsFrom(catalogue, BODY, { ...PRINT, ...patch }, () => PICTURE).stock?.id ?? null
    expect(stock({ sheet: roll })).toBe('s')
    expect(stock({ sheet: roll, versionId: null })).toBeNull()
    expect(stock({ sheet: roll, versionId: 'gone' })).toBeNull()
    expect(stock({ sheet: null })).toBeNull()
    expect(stock({ sheet: { kind: 'size', sizeId: 'gone' } })).toBeNull()
  })
})

describe('what is left of a stock', () => {
  const roll = (id: string, left: number) => ({ id, number: 1, left: um(left) })
  it('is what is on the roll in use, and nothing when none is opened or it was used past its end', () => {
    expect(stockOf([])).toMatchObject({ left: 0, rollId: null })
    expect(stockOf([roll('a', -4000)])).toMatchObject({ left: 0, rollId: 'a' })
    expect(stockOf([roll('a', 4000), roll('b', 9000)])).toMatchObject({ left: 9000, rollId: 'b' })
    expect(stockOf([roll('a', 4000), roll('b', 9000)], 'a')).toMatchObject({ left: 4000, rollId: 'a' })
  })
})

describe('the sheet that a print starts with', () => {
  const loaded = (patch: object = {}) => ({
    ...{
      kind: 'sheet',
      paperId: VERSION.paper.id,
      paperName: '',
      width: fromMm(257),
      length: fromMm(364),
      rollId: null,
    },
    ...patch,
  })
  const ready = (patch: object, feed: 'stack' | 'roll' = 'stack', stocks: readonly StockOnShelf[] = []) =>
    readySheet(
      {
        paper: VERSION.paper,
        feed: { ...VERSION.feed, kind: feed },
        loaded: loaded(patch) as (typeof VERSION)['loaded'] & object,
      },
      { ...CATALOGUE, stocks },
    )
  it('is what is loaded, if it is that paper', () => {
    expect(ready({})).toEqual({ kind: 'size', sizeId: 'jis_b4_257x364mm' })
    expect(ready({ paperId: 'other' })).toBeNull()
    expect(ready({ length: fromMm(365) })).toBeNull()
  })
  it('is a length as the print needs where it is a roll: the loaded one, else one that is kept', () => {
    const cut = (width: number) => ({ kind: 'cut', width: fromMm(width), length: 'auto' })
    expect(ready({ kind: 'roll', width: fromMm(420) }, 'roll', [ROLL])).toEqual(cut(420))
    expect(ready({ paperId: 'other' }, 'roll', [ROLL])).toEqual(cut(610))
    expect(ready({ paperId: 'other' }, 'roll', [{ ...ROLL, kind: 'sheet' }])).toBeNull()
  })
})
