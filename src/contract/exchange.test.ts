import { describe, expect, it } from 'vitest'
import { DEMO_PRINTERS } from '../../demo/printers'
import { exchangeSchemas, presetFileSchema, printerFileSchema, readExchange, sayExchange } from './exchange'

const otter = DEMO_PRINTERS[0]
if (!otter) throw new Error('the demo has printers')
const feeds = otter.feeds.map((f, i) => ({ ...f, id: `feed ${i}` }))
const file = {
  libreta: 'printer',
  version: 1,
  nickname: otter.nickname,
  makeModel: otter.makeModel,
  feeds,
  queues: otter.queues.map((q) => ({ name: q.name, language: q.language, facts: q.facts(feeds.map((f) => f.id)) })),
}
const read = (data: unknown) => readExchange(JSON.stringify(data), 'printer', printerFileSchema)

describe('a printer as a file', () => {
  it('comes back as it went', () => {
    expect(read(file)).toEqual({ ok: true, value: file })
  })
  const refused: readonly [string, string, RegExp][] = [
    ['words', 'dear printer', /not a JSON file/],
    ['a preset', JSON.stringify({ ...file, libreta: 'preset' }), /holds a preset, not a printer/],
    ['something else', '[1, 2]', /holds something else/],
    ['a newer number', JSON.stringify({ ...file, version: 9 }), /format number 9; this Libreta knows up to 1/],
    [
      'a negative margin',
      JSON.stringify(file).replace('"left":3400', '"left":-3400'),
      /queues\.0\.facts\.feeds\.0\.margins\.0\.margins\.left/,
    ],
    [
      'no margins row for all widths',
      JSON.stringify(file).replace('"upToWidth":null', '"upToWidth":9'),
      /last row of margins/,
    ],
    [
      'a feed whose limits cross',
      JSON.stringify(file).replace('"minWidth":89000', '"minWidth":990000'),
      /smallest width is above the largest/,
    ],
  ]
  it.each(refused)('%s gets a sentence, and nothing is taken', (_name, text, says) => {
    const result = readExchange(text, 'printer', printerFileSchema)
    expect(result.ok).toBe(false)
    if (!result.ok) expect(sayExchange(result.problem)).toMatch(says)
  })
  it('has a JSON Schema with its number', () => {
    const { printer, preset } = exchangeSchemas()
    expect(printer).toMatchObject({
      type: 'object',
      properties: { version: { const: 1 }, libreta: { const: 'printer' } },
    })
    expect(JSON.stringify(preset)).toContain('sealHash')
    expect(presetFileSchema.safeParse({}).success).toBe(false)
  })
})
