import { describe, expect, it } from 'vitest'
import type { DialogStep } from '@/core/printer/facts'
import { seeded } from '../../../demo/random'
import { VERSION } from '../../../test/slip-facts'
import { type DialogWalk, dialogWalk, saidOf } from './dialog'
import type { Settings } from './settings'

// Somebody who knows nothing of printing follows the steps at a dialog that hides and forgets things: what stands in it
// at the end is what the version says. The dialog, and who follows, know nothing of Libreta but the words on the page.

/** A driver's dialog: an entry of each field is chosen; some fields are hidden, some fall back when another one changes. */
class Dialog {
  private readonly state: Record<string, string> = {
    ...{ Source: 'Cassette', Stock: 'Office', Grade: '2', 'Both ways': 'Yes', Colours: 'By the driver', Fit: 'On' },
    ...{ Pause: 'No', Toning: '0 / 0' },
  }
  private readonly entries: Readonly<Record<string, readonly string[]>> = {
    ...{ Source: ['Cassette', 'Back', 'Front'], Stock: ['Office', 'Matt 1', 'Shiny 2'], Grade: ['1', '2', '3'] },
    ...{ 'Both ways': ['Yes', 'No'], Colours: ['By the driver', 'None', 'Greys'], Fit: ['On', 'Off'] },
    Pause: ['No', 'Yes'],
  }
  private seen(field: string): boolean {
    if (field === 'Both ways') return this.state.Grade !== '3'
    if (field === 'Toning') return this.state.Colours === 'Greys'
    return true
  }
  /** @throws when a person would stand there and not know what to do. */
  choose(field: string, entry: string): void {
    if (this.state[field] === undefined) throw new Error(`there is no ${field}`)
    if (!this.seen(field)) throw new Error(`${field} is not to be seen`)
    if (field !== 'Toning' && !this.entries[field]?.includes(entry)) throw new Error(`${field} does not offer ${entry}`)
    if (this.state[field] === entry) return
    this.state[field] = entry
    // it falls back in silence
    if (field === 'Source') this.state.Stock = 'Office'
    if (field === 'Source' || field === 'Stock')
      Object.assign(this.state, { Grade: '2', Colours: 'By the driver', Fit: 'On' })
    if (field === 'Colours' && entry !== 'Greys') this.state.Toning = '0 / 0'
  }
  /** What would be printed with: of what is hidden nothing is. */
  get set(): Readonly<Record<string, string>> {
    return Object.fromEntries(Object.entries(this.state).filter(([field]) => this.seen(field)))
  }
}

/** The keeper's script of that dialog. */
const step = (label: string, more: Partial<DialogStep>): DialogStep => ({
  ...{ id: label, label, option: null, set: null, after: [], setAfresh: false },
  ...more,
})
const SCRIPT: readonly DialogStep[] = [
  step('Source', { option: 'feed', words: { f: 'Back', g: 'Front' } }),
  step('Stock', { option: 'mediaSetting', words: { matte: 'Matt 1', shine: 'Shiny 2' }, after: ['Source'] }),
  step('Grade', { option: 'quality', words: { quick: '1', fine: '2', slow: '3' }, after: ['Stock'] }),
  step('Both ways', {
    ...{ option: 'passes', words: { 'two-way': 'Yes', 'one-way': 'No' } },
    shows: { option: 'quality', in: ['quick', 'fine'] },
  }),
  step('Colours', { option: 'printerColour', words: { own: 'By the driver', off: 'None', monochrome: 'Greys' } }),
  step('Toning', { option: 'tint', shows: { option: 'colourMode', in: ['monochrome'] } }),
  step('Fit', { set: 'Off', setAfresh: true }),
]

/** Goes from step to step and does what is written there, nothing else. */
function follow(walk: DialogWalk): Readonly<Record<string, string>> {
  const dialog = new Dialog()
  for (const { label, value } of walk.lines)
    dialog.choose(label, label === 'Toning' ? (value ?? '').replace(', ', ' / ') : (value ?? ''))
  // what no step sets is on a list of its own, under the words of the page
  for (const { name, value } of walk.without) if (name === 'Pause between passes') dialog.choose('Pause', value)
  return dialog.set
}

const VALUES: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
  ...{
    feed: [
      ['f', 'rear stack'],
      ['g', 'front sheet'],
    ],
    mediaSetting: [
      ['matte', 'Matte'],
      ['shine', 'Shine'],
    ],
  },
  ...{
    quality: [
      ['quick', 'Quick'],
      ['fine', 'Fine'],
      ['slow', 'Slow'],
    ],
    passes: [
      ['one-way', 'One-way'],
      ['two-way', 'Two-way'],
    ],
  },
  ...{
    colourMode: [
      ['colour', 'Colour'],
      ['monochrome', 'Monochrome'],
    ],
    printerColour: [
      ['own', 'Own'],
      ['off', 'Off'],
    ],
  },
  'own:pause': [
    ['none', 'No'],
    ['second', 'Yes'],
  ],
}
const NAMES: Readonly<Record<string, string>> = { 'own:pause': 'Pause between passes' }

/** What a page says of settings, as options with their values. */
function saying(chosen: Readonly<Record<string, string>>, settings: Settings) {
  return saidOf(
    settings,
    Object.entries(VALUES).map(([id, values]) => {
      const value = values.find(([v]) => v === chosen[id])
      return { id, name: NAMES[id] ?? id, value: value ? { id: value[0], name: value[1] } : null }
    }),
  )
}

describe('a dialog, followed step by step', () => {
  const random = seeded(12)
  const of = (option: string): string =>
    VALUES[option]?.[Math.floor(random() * (VALUES[option]?.length ?? 0))]?.[0] ?? ''
  const versions = Array.from({ length: 300 }, () => {
    const monochrome = random() < 0.4
    const quality = of('quality')
    const tint = monochrome ? { a: Math.floor(random() * 5), b: -Math.floor(random() * 5) } : null
    const chosen: Readonly<Record<string, string>> = {
      ...{ feed: of('feed'), mediaSetting: of('mediaSetting'), quality },
      passes: quality === 'slow' ? 'one-way' : of('passes'),
      ...(monochrome ? { colourMode: 'monochrome' } : { colourMode: 'colour', printerColour: of('printerColour') }),
      'own:pause': of('own:pause'),
    }
    const expected: Readonly<Record<string, string>> = {
      Source: { f: 'Back', g: 'Front' }[chosen.feed ?? ''] ?? '',
      Stock: { matte: 'Matt 1', shine: 'Shiny 2' }[chosen.mediaSetting ?? ''] ?? '',
      Grade: { quick: '1', fine: '2', slow: '3' }[quality] ?? '',
      ...(quality === 'slow' ? {} : { 'Both ways': chosen.passes === 'two-way' ? 'Yes' : 'No' }),
      Colours: monochrome ? 'Greys' : chosen.printerColour === 'own' ? 'By the driver' : 'None',
      ...(tint ? { Toning: `${tint.a} / ${tint.b}` } : {}),
      ...{ Fit: 'Off', Pause: chosen['own:pause'] === 'second' ? 'Yes' : 'No' },
    }
    return { expected, said: saying(chosen, { ...VERSION.settings, tint, driverProfile: null }) }
  })
  it('ends at the right settings, for 300 versions', () => {
    for (const { said, expected } of versions) expect(follow(dialogWalk(SCRIPT, said))).toEqual(expected)
  })
  it('does not with the same steps in another order, or with one left out: the dialog does forget', () => {
    const wrong = (script: readonly DialogStep[]): number =>
      versions.filter(({ said, expected }) => {
        try {
          return (
            JSON.stringify(Object.entries(follow(dialogWalk(script, said))).sort()) !==
            JSON.stringify(Object.entries(expected).sort())
          )
        } catch {
          return true
        }
      }).length
    expect(wrong(SCRIPT)).toBe(0)
    expect(wrong([...SCRIPT.slice(1), ...SCRIPT.slice(0, 1)])).toBeGreaterThan(100)
    expect(wrong(SCRIPT.filter((s) => s.label !== 'Fit'))).toBe(300)
    expect(wrong(SCRIPT.map((s) => ({ ...s, shows: null })))).toBeGreaterThan(50)
  })
})
