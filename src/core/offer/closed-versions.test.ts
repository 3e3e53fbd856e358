import { describe, expect, it } from 'vitest'
import { fromMm, type Um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import type { StockOnShelf } from '@/core/slip/catalogue'
import { CATALOGUE } from '../../../test/example-facts'
import { VERSION } from '../../../test/slip-facts'
import { closedVersions } from './closed-versions'

const stock = (kind: 'sheet' | 'roll', width: Um, length: Um): StockOnShelf => ({
  ...{ id: `${width}`, paperId: 'paper', kind, width, length, pack: 50, price: minor(2500), count: 9, rolls: [] },
})
const ROLL = { ...VERSION, id: 'r', feed: { ...VERSION.feed, kind: 'roll' as const, name: 'roll' } }
const MARGINS = { ...VERSION, id: 'm', settings: { ...VERSION.settings, edgeAllowed: 'margins' as const } }
const KEPT = {
  ...CATALOGUE,
  versions: [VERSION, ROLL, MARGINS],
  stocks: [
    stock('sheet', fromMm(257), fromMm(364)),
    stock('sheet', fromMm(210), fromMm(297)),
    stock('roll', fromMm(297), fromMm(30_000)),
  ],
}
const size = (sizeId: string) => ({ kind: 'size', sizeId }) as const
const B4 = size('jis_b4_257x364mm')
const closed = (sheet: Parameters<typeof closedVersions>[1]['sheet'], edge: 'margins' | 'borderless' = 'margins') =>
  Object.fromEntries(closedVersions(KEPT, { sheet, edge }, 'mm'))

describe('presets that cannot make a print', () => {
  it('without a sheet none is closed', () => {
    expect(closed(null)).toEqual({})
  })
  it('a roll cannot take a sheet, a stack no length from a roll', () => {
    expect(closed(B4)).toEqual({ r: 'It prints from a roll; this slip asks for a sheet.' })
    const cut = closed({ kind: 'cut', width: fromMm(297), length: fromMm(420) })
    expect(cut).toEqual({
      v: 'It prints on sheets; this slip asks for a length from a roll.',
      m: 'It prints on sheets; this slip asks for a length from a roll.',
    })
  })
  it('a sheet that the feed does not take closes it with the limit', () => {
    expect(closed(size('iso_a2_420x594mm')).v).toBe('The rear stack takes at most 329 mm across; this sheet is 420 mm.')
  })
  it('borderless is closed by the preset, and where the queue has none', () => {
    expect(closed(B4, 'borderless')).toEqual({
      r: 'It prints from a roll; this slip asks for a sheet.',
      m: 'It is for margins only.',
    })
    expect(closed(size('iso_a4_210x297mm'), 'borderless').v).toMatch(/^Borderless is not possible at 210 mm/)
    expect(closed(size('iso_a4_210x297mm')).v).toBeUndefined()
  })
  it('paper that is not kept in this form closes it, a sheet by both edges, a roll by its width', () => {
    expect(closed(size('iso_a5_148x210mm')).v).toBe('Fenland Matte is not kept in this size.')
    expect(closed({ kind: 'cut', width: fromMm(297), length: 'auto' }).r).toBeUndefined()
    expect(closed({ kind: 'cut', width: fromMm(300), length: 'auto' }).r).toBe(
      'Fenland Matte is not kept in this size.',
    )
  })
})
