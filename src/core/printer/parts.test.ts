import { expect, it } from 'vitest'
import { QUEUE, RULE } from '../../../test/example-facts'
import { partName, removedFrom } from './parts'

const STEP = { id: 's', label: 'Level', option: 'quality', set: null, after: [], setAfresh: false }
const NOTE = { id: 'n', when: { option: 'feed', in: ['f'] }, beside: 'feed', says: 'slow' }
const [setting] = QUEUE.mediaSettings
const [quality] = QUEUE.qualities
if (!setting || !quality) throw new Error('the example queue knows nothing')

it('each kind of part is called by what a person knows it by', () => {
  expect([
    partName('mediaSettings', setting),
    partName('qualities', quality),
    partName('rules', RULE),
    partName('notes', NOTE),
    partName('dialog', STEP),
  ]).toEqual([setting.name, quality.name, `because ${RULE.because}`, 'slow', 'Level'])
})

it('what is gone is told by its kind, and what was added is not', () => {
  const before = { ...QUEUE, notes: [NOTE], dialog: [STEP], rules: [RULE] }
  expect(removedFrom(before, { ...before, notes: [], dialog: [] })).toEqual({ notes: [NOTE], dialog: [STEP] })
  expect(removedFrom(QUEUE, before)).toBeNull()
})
