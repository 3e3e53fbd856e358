import { describe, expect, it } from 'vitest'
import type { BenchCard } from '@/contract/views/card'
import type { PageItem } from '@/core/page/page'
import { cardPage } from './card-page'
import { type Measure, wrapped } from './column'
import { outlinesOf, widthOf } from './letters'

/** Every letter is half as wide as it is high. */
const measure: Measure = (text, height) => text.length * height * 0.5
const NO_CODE = { size: 1, dark: () => false }

const card = (steps: number, more: Partial<BenchCard> = {}): BenchCard => ({
  ...{ versionId: 'v', presetId: 'p', presetName: 'Otter, Fenland Matte', number: 3, seal: 'XWS60C' },
  ...{ printerName: 'Otter', queueName: 'Otter, photo', paperName: 'Fenland Matte', print: null },
  feed: { name: 'rear stack', loading: ['Fan the sheets.'], message: 'Press the round key', pictureId: null },
  steps: Array.from({ length: steps }, (_, i) => ({
    ...{ label: `Setting ${i + 1}`, value: `value ${i + 1}`, after: i === 1 ? ['Setting 1'] : [], afresh: i === 2 },
    at: i < steps - 1 ? ('dialog' as const) : ('printer' as const),
  })),
  ...more,
})
const texts = (items: readonly PageItem[]) => items.flatMap((i) => (i.kind === 'text' ? [i] : []))
const lowest = (items: readonly PageItem[]): number => Math.max(...texts(items).map((t) => t.at.y))

describe('the card as a page', () => {
  it('says loading before settings, each setting once, in its order, with what goes before it', () => {
    const { items } = cardPage(card(4), NO_CODE, null, measure)
    const says = texts(items).map((t) => t.text)
    expect(says).toEqual([
      ...['Otter, Fenland Matte', 'version 3, seal XWS60C', 'Otter, Otter, photo'],
      ...['Load Fenland Matte in the rear stack', 'Fan the sheets.', 'Then: Press the round key'],
      ...['In the dialog of Otter, photo', '1', 'Setting 1', 'value 1'],
      ...['2', 'Setting 2', 'value 2', 'after Setting 1'],
      ...['3', 'Setting 3', 'value 3', 'set it afresh each time'],
      ...['At the printer, or wherever it has them', '4', 'Setting 4', 'value 4'],
    ])
    const down = texts(items).map((t) => t.at.y)
    const label = (name: string): number => down[says.indexOf(name)] ?? 0
    expect(label('Setting 2')).toBeGreaterThan(label('value 1'))
    expect(label('value 2')).toBe(label('Setting 2'))
  })
  it('stays on its page, smaller where there is much to say', () => {
    for (const steps of [1, 12, 24, 34]) {
      const { items, sheet } = cardPage(card(steps), NO_CODE, null, measure)
      expect(lowest(items)).toBeLessThan(sheet.length - 5000)
      for (const t of texts(items)) expect(t.at.x + measure(t.text, t.height)).toBeLessThanOrEqual(sheet.width - 8999)
    }
    const height = (steps: number): number | undefined =>
      texts(cardPage(card(steps), NO_CODE, null, measure).items).find((t) => t.text === 'Setting 1')?.height
    expect(height(24)).toBeLessThan(height(4) ?? 0)
  })
  it('draws the dark modules of the code where they are, right at the top, joined along a row', () => {
    const dark = new Set(['0 0', '0 1', '1 2', '2 0', '2 2'])
    const { items, sheet } = cardPage(
      card(1),
      { size: 3, dark: (row, column) => dark.has(`${row} ${column}`) },
      null,
      measure,
    )
    const left = sheet.width - 9000 - 26_000
    const marks = items.flatMap((i) => (i.kind === 'mark' && i.rect.x >= left ? [i.rect] : []))
    const third = 26_000 / 3
    expect(
      marks.map((m) => [(m.x - left) / third, (m.y - 9000) / third, m.w / third].map((n) => Math.round(n))),
    ).toEqual([
      [0, 0, 2],
      [2, 1, 1],
      [0, 2, 1],
      [2, 2, 1],
    ])
  })
  it('a picture of how it is loaded keeps its shape, and nothing lies on it', () => {
    const picture = { id: 'q', size: { width: 800, height: 400 } }
    const { feed } = card(3)
    const long = {
      ...feed,
      loading: ['Lay the sheet along the right-hand rule, printed side up, and hold it. '.repeat(4)],
    }
    const { items } = cardPage(card(3, { feed: long }), NO_CODE, picture, measure)
    const part = items.find((i) => i.kind === 'picture')
    if (part?.kind !== 'picture') throw new Error('no picture')
    expect(part.window.w / part.window.h).toBeCloseTo(2, 5)
    const { x, y, w, h } = part.window
    for (const t of texts(items)) {
      const over = t.at.y > y && t.at.y - t.height < y + h && t.at.x + measure(t.text, t.height) > x && t.at.x < x + w
      expect(over, t.text).toBe(false)
    }
  })
})

describe('words in lines', () => {
  it('break between words, and inside one only where it is wider than the line', () => {
    expect(wrapped('a bb  ccc', 2, 4, measure)).toEqual(['a bb', 'ccc'])
    expect(wrapped('abcdefghij k', 2, 4, measure)).toEqual(['abcd', 'efgh', 'ij k'])
    expect(wrapped('  ', 2, 4, measure)).toEqual([])
    expect(wrapped('abc', 2, 1, measure)).toEqual(['a', 'b', 'c'])
  })
})

describe('the width of a line', () => {
  it('is that of its outlines, in any script', () => {
    for (const text of ['Otter, Fenland Matte', 'Журавль 12', 'α ≤ β', '']) {
      const { width } = outlinesOf({ kind: 'text', text, at: { x: 0, y: 0 }, height: 3300 })
      expect(widthOf(text, 3300)).toBeCloseTo(width, 6)
    }
  })
})
