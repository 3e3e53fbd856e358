import { describe, expect, it } from 'vitest'
import { DEMO_PRINTERS } from '../../demo/printers'
import { VERSION } from '../../test/slip-facts'
import { exchangeSchemas, presetFileSchema, printerFileSchema, readExchange, sayExchange } from './exchange'

const otter = DEMO_PRINTERS[0]
if (!otter) throw new Error('the demo has printers')
const feeds = otter.feeds.map((f, i) => ({ ...f, id: `feed ${i}` }))
const file = {
  libreta: 'printer',
  version: 3,
  nickname: otter.nickname,
  makeModel: otter.makeModel,
  feeds,
  queues: otter.queues.map((q) => ({ name: q.name, language: q.language, facts: q.facts(feeds.map((f) => f.id)) })),
}
const read = (data: unknown) => readExchange(JSON.stringify(data), 'printer', printerFileSchema)

describe('a printer as a file', () => {
  it('comes back as it went', () => {
    expect(read(file)).toMatchObject({ ok: true, value: file })
  })
  it('of format 1, where monochrome was one of the printer’s colours, is read with its rules', () => {
    const literal = (...values: readonly string[]) => ({ option: 'printerColour', in: values })
    const rule = (id: string, when: unknown, then: unknown) => ({ id, when: [when], then, because: 'why' })
    const was = {
      ...file,
      version: 1,
      queues: file.queues.map(({ facts: { colourModes, ...facts }, ...q }) => ({
        ...q,
        facts: {
          ...facts,
          printerColours: [...facts.printerColours, ...(colourModes.includes('monochrome') ? ['grey mode'] : [])],
          rules: [
            ...facts.rules,
            rule('alone', literal('grey mode'), { option: 'quality', in: ['fine'] }),
            rule('among', { option: 'quality', in: ['fine'] }, literal('off', 'grey mode')),
          ],
          notes: [{ id: 'n', when: literal('grey mode'), beside: 'printerColour', says: 'dries slowly' }],
        },
      })),
    }
    const now = read(was)
    expect(now.ok).toBe(true)
    if (!now.ok) return
    expect(now.value.queues.map((q) => [q.facts.colourModes, q.facts.printerColours])).toEqual(
      file.queues.map((q) => [q.facts.colourModes, q.facts.printerColours]),
    )
    const [facts] = now.value.queues.map((q) => q.facts)
    expect(facts?.rules.find((r) => r.id === 'alone')?.when).toEqual([{ option: 'colourMode', in: ['monochrome'] }])
    expect(facts?.rules.find((r) => r.id === 'among')?.then).toEqual(literal('off', 'none'))
    expect(facts?.notes[0]?.when).toEqual({ option: 'colourMode', in: ['monochrome'] })
  })
  it('of format 2, where a step that falls back was to be chosen again, is read with its steps', () => {
    const was = {
      ...file,
      version: 2,
      queues: file.queues.map(({ facts, ...q }) => ({
        ...q,
        facts: { ...facts, dialog: facts.dialog.map(({ setAfresh, ...d }) => ({ ...d, chooseAgain: setAfresh })) },
      })),
    }
    expect(read(was)).toMatchObject({ ok: true, value: file })
    expect(file.queues.flatMap((q) => q.facts.dialog.map((d) => d.setAfresh))).toContain(true)
  })
  const refused: readonly [string, string, RegExp][] = [
    ['words', 'dear printer', /not a JSON file/],
    ['a preset', JSON.stringify({ ...file, libreta: 'preset' }), /holds a preset, not a printer/],
    ['something else', '[1, 2]', /holds something else/],
    ['a newer number', JSON.stringify({ ...file, version: 9 }), /format number 9; this Libreta knows up to 3/],
    [
      'a negative margin',
      JSON.stringify(file).replace('"left":3700', '"left":-3700'),
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
  it.each([
    ['grey mode', 'monochrome', null],
    ['driver profile', 'colour', 'driver profile'],
  ])('a preset of format 1 in %s is read in today’s words', (was, colourMode, printerColour) => {
    const { colourMode: _, driverProfile: __, ...settings } = { ...VERSION.settings, printerColour: was }
    const id = '01935c00-0000-7000-8000-00000000000a'
    const text = JSON.stringify({
      ...{ libreta: 'preset', version: 1, name: 'Old', sealHash: 'a'.repeat(64), seal: 'ABC123', why: '' },
      settings: { ...settings, queueId: id, feedId: id, paperId: id },
      names: { queue: 'q', paper: 'p', feed: 'f', profile: null },
    })
    const now = readExchange(text, 'preset', presetFileSchema)
    expect(now.ok && now.value.settings).toMatchObject({ colourMode, printerColour, driverProfile: null })
  })
  it('has a JSON Schema with its number', () => {
    const { printer, preset } = exchangeSchemas()
    expect(printer).toMatchObject({
      type: 'object',
      properties: { version: { const: 3 }, libreta: { const: 'printer' } },
    })
    expect(JSON.stringify(preset)).toContain('sealHash')
    expect(presetFileSchema.safeParse({}).success).toBe(false)
  })
})
