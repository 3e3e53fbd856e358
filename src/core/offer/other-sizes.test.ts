import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import { minor } from '@/core/money/money'
import { patched } from '@/core/slip/body'
import type { Catalogue, StockOnShelf } from '@/core/slip/catalogue'
import { FACTS, PICTURE, PRINT, VERSION } from '../../../test/slip-facts'
import { inSize, otherSizes } from './other-sizes'

const size = (id: string, short: number, long: number) =>
  ({ id, name: id, short: fromMm(short), long: fromMm(long), unit: 'mm', pwg: id, family: 'ISO A' }) as const
const sheets = (id: string, paperId: string, width: number, length: number, price: number): StockOnShelf => ({
  ...{ id, paperId, kind: 'sheet', width: fromMm(width), length: fromMm(length), pack: 10 },
  ...{ price: minor(price), count: 5, rolls: [] },
})

const cotton = { ...VERSION, id: 'c', presetName: 'Cotton', paper: { ...VERSION.paper, id: 'cotton', name: 'Cotton' } }
const roll = {
  ...VERSION,
  ...{ id: 'r', presetName: 'Roll', paper: { ...VERSION.paper, id: 'rolled', name: 'Rolled' } },
  feed: { ...VERSION.feed, kind: 'roll' as const, maxWidth: fromMm(610), maxLength: fromMm(18_000) },
  mediaSetting: { ...VERSION.mediaSetting, longest: null },
}
const CATALOGUE: Catalogue = {
  versions: [VERSION, cotton, roll],
  broken: [],
  sizes: [size('A4', 210, 297), size('A3', 297, 420), size('B4', 257, 364), size('A2', 420, 594)],
  stocks: [
    sheets('1', 'paper', 257, 364, 900),
    sheets('2', 'paper', 210, 297, 400),
    sheets('3', 'cotton', 210, 297, 2000),
    sheets('4', 'cotton', 420, 594, 9000),
    {
      ...{ id: '5', paperId: 'rolled', kind: 'roll', width: fromMm(610), length: fromMm(10_000), pack: 1 },
      ...{ price: minor(10_000), count: 0, rolls: [{ id: 'roll', number: 1, left: fromMm(9000) }] },
    },
  ],
  ...{ tariff: FACTS.tariff, room: FACTS.room, currency: { code: 'EUR', exponent: 2 } },
}
const HERE = { ...PRINT, sheet: { kind: 'size', sizeId: 'B4' } } as const
const offers = (mode: 'whole' | 'fill' = 'whole', print = HERE as typeof PRINT) =>
  otherSizes(CATALOGUE, FACTS.slip, print, mode, () => PICTURE)

describe('the same picture in another size', () => {
  it('is offered on each size of each paper that the room keeps and the feed takes, the largest first, the cheaper before the dearer', () => {
    expect(offers().map((o) => [o.paperName, o.sizeName])).toEqual([
      ['Rolled', null],
      ['Fenland Matte', 'A4'],
      ['Cotton', 'A4'],
    ])
  })
  it('with what it loses, its resolution and its price', () => {
    const [whole] = offers().filter((o) => o.sizeName === 'A4' && o.paperName === 'Cotton')
    const [fill] = offers('fill').filter((o) => o.sizeName === 'A4' && o.paperName === 'Cotton')
    expect(whole?.lossPercent).toBe(0)
    expect(fill?.lossPercent).toBeGreaterThan(1)
    expect(whole?.ppi).toBeCloseTo(4800 / ((whole?.printed.w ?? 0) / 25_400), 3)
    // 200 for the sheet, 25 for the room, and ink
    expect(whole?.charge).toBeGreaterThan(225)
  })
  it('its price is not known where a part of it is not', () => {
    const stocks = CATALOGUE.stocks.map((s) => (s.id === '3' ? { ...s, price: null } : s))
    const priced = otherSizes({ ...CATALOGUE, stocks }, FACTS.slip, HERE, 'whole', () => PICTURE)
    expect(priced.find((o) => o.paperName === 'Cotton' && o.sizeName === 'A4')?.charge).toBeNull()
  })
  it('what stops a size is said; what somebody changes at the printer is no reason against it', () => {
    const coarse = { ...PICTURE, width: 300, height: 400 }
    const a4 = otherSizes(CATALOGUE, FACTS.slip, HERE, 'whole', () => coarse).find((o) => o.sizeName === 'A4')
    expect(a4?.stop).toMatchObject({ check: 'resolution' })
    const { version: _, ...rest } = FACTS
    expect(rest.stock).not.toBeNull()
    expect(offers().find((o) => o.sizeName === 'A4')?.stop).toBeNull()
  })
  it('taken, it is a print of its own: one copy, upright by itself, margins where the preset wants them', () => {
    const only = { versionId: 'c', edgeAllowed: 'margins', sheet: { kind: 'size', sizeId: 'A4' } } as const
    const from = patched(HERE, { edge: 'borderless', copies: 7, darkness: 3, quarter: 1 })
    expect(inSize(from, only, 'fill')).toMatchObject({
      ...{ versionId: 'c', edge: 'margins', copies: 1, darkness: 0, sheet: { sizeId: 'A4' } },
      pieces: [{ pictureId: 'p', quarter: 'auto', placing: { mode: 'fill' } }],
    })
  })
})
