import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import { edges, sameEdges } from '@/core/sheet/sheet'
import { attribute, collection, integer, keyword } from '@/formats/ipp/look'
import type { IppAttribute, IppValue } from '@/formats/ipp/message'
import { toldFrom } from './told'

const range = (lower: number, upper: number): IppValue => ({ kind: 'range', lower, upper })
const col = (
  w: IppValue | number,
  l: IppValue | number,
  margins: readonly number[],
  rest: readonly IppAttribute[] = [attribute('media-source', keyword('main'))],
): IppValue =>
  collection(
    attribute(
      'media-size',
      collection(
        attribute('x-dimension', typeof w === 'number' ? integer(w) : w),
        attribute('y-dimension', typeof l === 'number' ? integer(l) : l),
      ),
    ),
    ...['left', 'right', 'top', 'bottom'].map((side, i) => attribute(`media-${side}-margin`, integer(margins[i] ?? 0))),
    ...rest,
  )
const database = (...values: IppValue[]): readonly IppAttribute[] => [attribute('media-col-database', ...values)]

describe('what a printer tells', () => {
  it('a feed with its limits and margins, borderless by type', () => {
    const told = toldFrom(
      database(
        col(21_000, 29_700, [340, 340, 500, 1250]),
        col(range(8900, 32_900), range(12_700, 91_400), [340, 340, 500, 1250]),
        col(
          25_700,
          range(12_700, 91_400),
          [0, 0, 0, 0],
          [attribute('media-source', keyword('main')), attribute('media-type', keyword('gloss'))],
        ),
      ),
    )
    expect(told.ignored).toEqual([])
    expect(told.sources).toEqual([
      {
        keyword: 'main',
        roll: false,
        minWidth: fromMm(89),
        maxWidth: fromMm(329),
        minLength: fromMm(127),
        maxLength: fromMm(914),
        margins: [{ upToWidth: null, margins: edges(3400, 3400, 5000, 12_500) }],
        borderless: { widths: [fromMm(257)], mediaTypes: ['gloss'] },
      },
    ])
  })
  it('margins by width become rows, and long lengths a roll', () => {
    const told = toldFrom(
      database(
        col(10_200, 15_200, [320, 320, 320, 1400]),
        col(14_800, 21_000, [320, 320, 320, 1000]),
        col(
          range(21_000, 61_000),
          range(21_000, 1_800_000),
          [300, 300, 300, 300],
          [attribute('media-source', keyword('main-roll'))],
        ),
      ),
    )
    expect(told.sources[0]?.margins).toEqual([
      { upToWidth: fromMm(102), margins: edges(3200, 3200, 3200, 14_000) },
      { upToWidth: null, margins: edges(3200, 3200, 3200, 10_000) },
    ])
    expect(told.sources[1]).toMatchObject({ keyword: 'main-roll', roll: true, borderless: null })
  })
  it.each([
    ['negative margins', col(21_000, 29_700, [-5, 340, 500, 1250]), 'negative, missing or absurd'],
    ['margins of half a metre', col(21_000, 29_700, [340, 340, 500, 50_000]), 'negative, missing or absurd'],
    ['margins that leave nothing', col(21_000, 29_700, [10_500, 10_500, 500, 500]), 'nothing would be left'],
    ['a sheet of nothing', col(0, 0, [1, 1, 1, 1]), 'no sheet is so large or small'],
    ['a sheet the wrong way round', col(range(9000, 100), 29_700, [1, 1, 1, 1]), 'no sheet is so large or small'],
    ['no size at all', collection(attribute('media-source', keyword('main'))), 'without a size'],
  ])('%s is left out and said', (_name, value, says) => {
    const told = toldFrom(database(value, col(21_000, 29_700, [340, 340, 500, 1250])))
    expect(told.ignored).toHaveLength(1)
    expect(told.ignored[0]).toContain(says)
    expect(told.sources).toHaveLength(1)
    expect(told.sources[0]?.margins).toHaveLength(1)
  })
  it('two kinds of margins for one width: the larger are kept, and it is said', () => {
    const told = toldFrom(
      database(col(21_000, 29_700, [300, 300, 300, 300]), col(21_000, 14_800, [300, 300, 600, 200])),
    )
    expect(told.sources[0]?.margins).toEqual([{ upToWidth: null, margins: edges(3000, 3000, 6000, 3000) }])
    expect(told.ignored[0]).toContain('two kinds of margins')
  })
  it('a feed that only tells borderless prints without margins', () => {
    const told = toldFrom(database(col(21_000, 29_700, [0, 0, 0, 0])))
    expect(told.sources).toMatchObject([
      {
        margins: [{ upToWidth: null, margins: { left: 0, right: 0, lead: 0, trail: 0 } }],
        borderless: { widths: [210_000], mediaTypes: [] },
      },
    ])
    expect(told.ignored).toEqual([])
  })
  it('sizes as the printer itself counts them, each once for a feed', () => {
    const told = toldFrom(database(col(20_990, 29_704, [340, 340, 500, 1250]), col(20_990, 29_704, [0, 0, 0, 0])))
    expect(told.sizes).toEqual([{ source: told.sources[0]?.keyword, width: 209_900, length: 297_040 }])
  })
  it('what raster may have goes before other resolutions', () => {
    const dots = (n: number) => ({ kind: 'resolution', across: n, along: n, units: 3 }) as const
    const told = toldFrom([
      attribute('printer-resolution-supported', dots(600), dots(1200)),
      attribute('pwg-raster-document-resolution-supported', dots(300)),
    ])
    expect(told.resolutions).toEqual([300])
  })
  it('inks by printer-supply where no markers come; waste tanks are none', () => {
    const octets = (text: string) => ({ kind: 'octetString', bytes: Buffer.from(text) }) as const
    const told = toldFrom([
      attribute(
        'printer-supply',
        octets('type=inkCartridge;maxcapacity=50;level=20;class=supplyThatIsConsumed;colorantname=cyan;'),
        octets('type=wasteInk;maxcapacity=100;level=30;colorantname=none;'),
        octets('type=inkCartridge;maxcapacity=100;level=-3;colorantname=black;'),
      ),
      attribute('printer-state-message', { kind: 'text', value: 'Paused for cleaning' }),
    ])
    expect(told.inks).toEqual([
      { name: 'cyan', colour: '', level: 40 },
      { name: 'black', colour: '', level: null },
    ])
    expect(told.stateMessage).toBe('Paused for cleaning')
  })
  it('absurd resolutions, qualities, keywords and ink levels are left out and said', () => {
    const told = toldFrom([
      ...database(col(21_000, 29_700, [340, 340, 500, 1250])),
      attribute(
        'printer-resolution-supported',
        { kind: 'resolution', across: 0, along: 0, units: 3 },
        { kind: 'resolution', across: 600, along: 300, units: 3 },
        { kind: 'resolution', across: 360, along: 360, units: 3 },
        { kind: 'resolution', across: 236, along: 236, units: 4 },
      ),
      attribute('print-quality-supported', { kind: 'enum', value: 9 }, { kind: 'enum', value: 4 }),
      attribute('media-type-supported', keyword('gloss'), keyword('Über Papier!')),
      attribute('marker-names', keyword('cyan'), keyword('black')),
      attribute('marker-levels', integer(50)),
    ])
    expect(told.resolutions).toEqual([360, 599])
    expect(told.qualities).toEqual([4])
    expect(told.mediaTypes).toEqual(['gloss'])
    expect(told.inks.map((i) => i.level)).toEqual([null, null])
    expect(told.ignored).toHaveLength(5)
  })
  it('without a database it takes what is loaded, and says so', () => {
    const told = toldFrom([attribute('media-col-ready', col(21_000, 29_700, [340, 340, 500, 1250]))])
    expect(told.sources[0]?.margins[0]?.margins).toEqual(edges(3400, 3400, 5000, 12_500))
    expect(told.ignored[0]).toContain('only those of what is loaded')
    expect(told.ready).toEqual([{ source: 'main', width: fromMm(210), length: fromMm(297), mediaType: null }])
  })
  it('a printer that tells nothing leaves everything open', () => {
    const told = toldFrom([])
    expect(told.sources).toEqual([])
    expect(told.state).toBe('not told')
    expect(sameEdges(0).left).toBe(0)
  })
})
