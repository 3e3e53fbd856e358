import { describe, expect, it } from 'vitest'
import { fromMm, type Um } from '@/core/length/length'
import { minor } from '@/core/money/money'
import type { StockOnShelf } from '@/core/slip/catalogue'
import { CATALOGUE } from '../../../test/example-facts'
import { VERSION } from '../../../test/slip-facts'
import { slipOptions } from './slip-options'

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
const closed = (sheet: Parameters<typeof slipOptions>[1]['sheet'], edge: 'margins' | 'borderless' = 'margins') =>
  Object.fromEntries(slipOptions(KEPT, { versionId: null, sheet, edge }, 'mm').closedVersions())

describe('presets that cannot make a print', () => {
  it('without a sheet none is closed', () => {
    expect(closed(null)).toEqual({})
  })
  it('a roll cannot take a sheet, a stack no length from a roll', () => {
    expect(closed(B4)).toEqual({ r: 'The roll prints from a roll.' })
    const cut = closed({ kind: 'cut', width: fromMm(297), length: fromMm(420) })
    expect(cut).toEqual({
      v: 'The rear stack takes sheets.',
      m: 'The rear stack takes sheets.',
    })
  })
  it('a sheet that the feed does not take closes it with the limit', () => {
    expect(closed(size('iso_a2_420x594mm')).v).toBe('The rear stack takes at most 329 mm across.')
  })
  it('borderless is closed by the preset, and where the queue has none', () => {
    expect(closed(B4, 'borderless')).toEqual({
      r: 'The roll prints from a roll.',
      m: 'Matte colour is for margins only.',
    })
    expect(closed(size('iso_a4_210x297mm'), 'borderless').v).toBe(
      'The rear stack prints borderless only 257 mm across.',
    )
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

describe('what opens a print that cannot be made', () => {
  const out = (
    asked: Partial<Parameters<typeof slipOptions>[1]>,
    want: Parameters<ReturnType<typeof slipOptions>['wayOut']>[0] = null,
  ) => slipOptions(KEPT, { versionId: 'v', sheet: B4, edge: 'margins', ...asked }, 'mm').wayOut(want)
  it('nothing where nothing is closed', () => {
    expect(out({})).toBeNull()
    expect(out({}, { edge: 'borderless' })).toBeNull()
  })
  it('a closed edge: another sheet before another preset, each with all that it sets', () => {
    const found = out({ sheet: size('iso_a4_210x297mm') }, { edge: 'borderless' })
    expect(found?.why).toBe('The rear stack prints borderless only 257 mm across.')
    expect(found?.ways[0]).toEqual({ says: 'With borderless and print on B4', set: { edge: 'borderless', sheet: B4 } })
  })
  it('a closed sheet: another one, or a preset that takes it; the least change first', () => {
    const found = out({ sheet: size('iso_a2_420x594mm') })
    expect(found?.why).toBe('The rear stack takes at most 329 mm across.')
    expect(found?.ways.map((w) => w.set)).toEqual([{ sheet: expect.objectContaining({ kind: 'size' }) }])
    const named = found?.ways[0]?.set.sheet
    expect(named && named.kind === 'size' ? closed(named).v : 'none').toBeUndefined()
  })
  it('a preset that is closed at this sheet brings a sheet along', () => {
    const found = out({}, { versionId: 'r' })
    expect(found?.ways[0]?.set).toEqual({
      versionId: 'r',
      sheet: { kind: 'cut', width: fromMm(297), length: 'auto' },
    })
  })
  it('margins where the preset allows nothing else', () => {
    const found = out({ versionId: 'm', edge: 'borderless' })
    expect(found?.why).toBe('Matte colour is for margins only.')
    expect(found?.ways[0]).toEqual({ says: 'With margins', set: { edge: 'margins' } })
    expect(found?.ways.map((w) => w.set)).toContainEqual({ versionId: 'v' })
  })
  it('every way that is offered opens it', () => {
    let offered = 0
    for (const versionId of ['v', 'r', 'm'])
      for (const sheet of [
        B4,
        size('iso_a2_420x594mm'),
        size('iso_a4_210x297mm'),
        { kind: 'cut', width: fromMm(900), length: 'auto' } as const,
      ])
        for (const edge of ['margins', 'borderless'] as const)
          for (const way of out({ versionId, sheet, edge })?.ways ?? []) {
            offered += 1
            expect(out({ versionId, sheet, edge, ...way.set }), way.says).toBeNull()
          }
    expect(offered).toBeGreaterThan(15)
  })
})
