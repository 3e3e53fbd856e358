import { describe, expect, it } from 'vitest'
import type { DialogStep } from '@/core/printer/facts'
import { VERSION } from '../../../test/slip-facts'
import { cardSteps, dialogWalk, type Said, saidOf } from './dialog'

const step = (id: string, more: Partial<DialogStep>): DialogStep => ({
  ...{ id, label: id.toUpperCase(), option: null, set: null, after: [], setAfresh: false },
  ...more,
})
const SAID: readonly Said[] = [
  { option: 'feed', name: 'Feed', id: 'f', value: 'rear stack' },
  { option: 'quality', name: 'Quality', id: 'fine', value: 'Fine' },
  { option: 'colourMode', name: 'Colour mode', id: 'colour', value: 'Colour' },
  { option: 'printerColour', name: 'Printer colour', id: 'off', value: 'Off' },
]

describe('a dialog, walked', () => {
  it('has its steps in their order, each with what is set there in the dialog’s own word', () => {
    const walk = dialogWalk(
      [
        step('source', { option: 'feed' }),
        step('level', { option: 'quality', words: { fine: '4 of 5' }, after: ['source', 'gone'], setAfresh: true }),
        step('scale', { set: 'off' }),
        step('count', { option: 'copies', words: { 1: 'one' } }),
        step('unknown', { option: 'own:nothing' }),
      ],
      SAID,
    )
    expect(walk.lines).toEqual([
      { label: 'SOURCE', value: 'rear stack', of: null, words: {}, after: [], afresh: false },
      { label: 'LEVEL', value: '4 of 5', of: null, words: { fine: '4 of 5' }, after: ['SOURCE'], afresh: true },
      { label: 'SCALE', value: 'off', of: null, words: {}, after: [], afresh: false, fixed: true },
      { label: 'COUNT', value: null, of: 'copies', words: { 1: 'one' }, after: [], afresh: false },
      { label: 'UNKNOWN', value: 'as it is', of: null, words: {}, after: [], afresh: false },
    ])
    expect(walk.without.map((w) => w.name)).toEqual(['Colour mode', 'Printer colour'])
  })
  it('leaves out a step that the choices hide, and nothing waits for it', () => {
    const dialog = [
      step('a', { option: 'feed', shows: { option: 'quality', in: ['quick'] } }),
      step('b', { option: 'quality', after: ['a'], shows: { option: 'feed', in: ['f', 'g'] } }),
    ]
    const walk = dialogWalk(dialog, SAID)
    expect(walk.lines.map((l) => [l.label, l.after])).toEqual([['B', []]])
    expect(walk.without.map((w) => w.name)).toEqual(['Feed', 'Colour mode', 'Printer colour'])
  })
  it('sets monochrome where the printer’s colour is set', () => {
    const mono = SAID.slice(0, 2).concat({
      option: 'colourMode',
      name: 'Colour mode',
      id: 'monochrome',
      value: 'Monochrome',
    })
    const dialog = [step('colour-by', { option: 'printerColour', words: { monochrome: 'Greys' } })]
    expect(dialogWalk(dialog, mono)).toMatchObject({
      lines: [{ value: 'Greys' }],
      without: [{ name: 'Feed' }, { name: 'Quality' }],
    })
    expect(dialogWalk(dialog, SAID).lines[0]?.value).toBe('Off')
  })
  it('says every setting of a version with its numbers, and nothing that no dialog sets', () => {
    const value = (id: string, name: string) => ({ id, name })
    const names = [
      { id: 'paper', name: 'Paper', value: value('p', 'Fenland Matte') },
      { id: 'feed', name: 'Feed', value: value('f', 'rear stack') },
      { id: 'printerColour', name: 'Printer colour', value: value('driver profile', 'Driver profile') },
      { id: 'topcoat', name: 'Topcoat', value: null },
      { id: 'length', name: 'Longest print', value: value('9', '900 mm') },
    ]
    const settings = {
      ...VERSION.settings,
      tint: { a: 2, b: -1 },
      driverProfile: { name: 'Lustre, fine', intent: 'relative' as const },
    }
    expect(saidOf(settings, names).map((s) => `${s.name}: ${s.value}`)).toEqual([
      'Feed: rear stack',
      'Printer colour: Driver profile: Lustre, fine, relative',
      'Tint: 2, -1',
    ])
  })
})

describe('a card of a walked dialog', () => {
  const says = { size: 'A4', length: '297 mm', edge: 'borderless', copies: '3', darkness: '-2' }
  const steps = (dialog: readonly DialogStep[], print: typeof says | null) =>
    cardSteps(dialogWalk(dialog, SAID.slice(0, 1)), print).map((s) => `${s.at}: ${s.label} ${s.value}`)
  it('names the print’s own values where its dialog asks for them, else after it, and scaling always', () => {
    const count = step('count', { option: 'copies' })
    const scale = step('fit', { set: 'off' })
    expect(steps([count, scale], says)).toEqual([
      ...['dialog: COUNT 3', 'dialog: FIT off'],
      ...['printer: Size A4', 'printer: Edge borderless', 'printer: Darkness -2', 'printer: Feed rear stack'],
    ])
    expect(steps([], { ...says, darkness: '0' })).toEqual([
      ...['printer: Size A4', 'printer: Edge borderless', 'printer: Copies 3', 'printer: Feed rear stack'],
      'printer: Scaling off, 100 %',
    ])
  })
  it('a length is said where the dialog has a step for it, and nowhere else', () => {
    expect(steps([step('long', { option: 'length' })], says).filter((s) => /297/.test(s))).toEqual([
      'dialog: LONG 297 mm',
    ])
    expect(steps([], says).filter((s) => /297/.test(s))).toEqual([])
  })
  it('of a version alone says nothing of a print but at its steps', () => {
    expect(steps([step('count', { option: 'copies' })], null)).toEqual([
      'dialog: COUNT the print’s copies',
      'printer: Feed rear stack',
      'printer: Scaling off, 100 %',
    ])
  })
})
