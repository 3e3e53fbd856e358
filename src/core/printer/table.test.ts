import { describe, expect, it } from 'vitest'
import { VERSION } from '../../../test/slip-facts'
import type { Quality } from './facts'
import { readMediaTable, readQualityTable, readStepTable } from './table'

const key = (name: string, taken: readonly string[]): string => {
  const id = name.toLowerCase().replace(/\W+/g, '-')
  return taken.includes(id) ? `${id}-2` : id
}
const FINE: Quality = { id: 'fine', name: 'Fine', rank: 1, ppi: 720 }
const QUICK: Quality = { id: 'quick', name: 'Quick', rank: 2, ppi: 360 }
const SURFACES = ['gloss', 'lustre', 'matte']

describe('qualities as a table', () => {
  const read = (text: string, qualities: readonly Quality[] = []) =>
    readQualityTable(text, { qualities, nativePpi: 600 }, key)
  it('are read line by line, with tabs or commas, the coarsest first', () => {
    expect(read('Quick\t300\n\nFine, 600 ppi\r\nBest')).toEqual({
      items: [
        { id: 'quick', name: 'Quick', rank: 1, ppi: 300 },
        { id: 'fine', name: 'Fine', rank: 2, ppi: 600 },
        { id: 'best', name: 'Best', rank: 3, ppi: 600 },
      ],
      wrong: [],
    })
  })
  it('that are there are changed in their place, others come after them', () => {
    expect(read('FINE, 800\nSlow', [FINE]).items).toEqual([
      { id: 'fine', name: 'FINE', rank: 1, ppi: 800 },
      { id: 'slow', name: 'Slow', rank: 2, ppi: 600 },
    ])
  })
  it('what cannot be read is said with its line, and the others stand', () => {
    const { items, wrong } = read(', 300\nA, many\nB, 59\nC\nc, 300\nD, 300.5')
    expect(items.map((q) => q.name)).toEqual(['C'])
    expect(wrong).toEqual([
      'Line 1 has no name.',
      'Line 2: “many” is no resolution; a whole number from 60 to 2880 is needed.',
      'Line 3: “59” is no resolution; a whole number from 60 to 2880 is needed.',
      'Line 5: c is there twice.',
      'Line 6: “300.5” is no resolution; a whole number from 60 to 2880 is needed.',
    ])
  })
})

describe('media settings as a table', () => {
  const read = (text: string, mediaSettings = [VERSION.mediaSetting]) =>
    readMediaTable(text, { qualities: [FINE, QUICK], mediaSettings }, SURFACES, 'mm', key)
  it('are read with everything, or with what is left empty meaning all', () => {
    expect(read('Satin\tlustre/gloss\tphoto\tFine\t60 cm\tcoated\nBoard').items).toEqual([
      {
        ...{
          id: 'satin',
          name: 'Satin',
          group: 'coated',
          surfaces: ['lustre', 'gloss'],
          blacks: ['photo'],
          inkLimit: {},
        },
        ...{ longest: 600_000, rates: { fine: { minutesPerM2: null, mlPerM2: null } } },
      },
      {
        ...{ id: 'board', name: 'Board', group: '', surfaces: SURFACES, blacks: [], inkLimit: {}, longest: null },
        rates: { fine: { minutesPerM2: null, mlPerM2: null }, quick: { minutesPerM2: null, mlPerM2: null } },
      },
    ])
  })
  it('that are there keep their id, limits and rates', () => {
    const own = { ...VERSION.mediaSetting, inkLimit: { photo: 80 } }
    expect(read(`${own.name.toUpperCase()}, matte + gloss, photo; matte, fine`, [own]).items).toMatchObject([
      {
        id: own.id,
        surfaces: ['matte', 'gloss'],
        blacks: ['photo', 'matte'],
        inkLimit: { photo: 80 },
        rates: { fine: own.rates.fine },
      },
    ])
  })
  it('what cannot be read is said with its line and what there is, and the others stand', () => {
    const { items, wrong } = read(
      'A, sailcloth\nB, gloss, blue\nC, gloss, photo, superb\nD, gloss, photo, fine, far\n, gloss\nE, gloss\ne',
    )
    expect(items.map((m) => m.name)).toEqual(['E'])
    expect(wrong).toEqual([
      'Line 1: “sailcloth” is no surface here; there are gloss, lustre, matte.',
      'Line 2: “blue” is no black here; there are photo, matte.',
      'Line 3: “superb” is no quality here; there are Fine, Quick.',
      'Line 4: “far” is no length.',
      'Line 5: it has no name.',
      'Line 7: e is there twice.',
    ])
  })
})

describe('steps of a dialog as a table', () => {
  const read = (text: string, dialog: Parameters<typeof readStepTable>[1]['dialog'] = []) =>
    readStepTable(
      text,
      { dialog },
      [
        { id: 'quality', name: 'Quality' },
        { id: 'own:pause', name: 'Pause' },
        { id: 'edge', name: 'The print’s edge', also: ['Borderless', 'Edge'] },
      ],
      key,
    )
  it('are settings of ours where they are called so, else instructions; known ones keep what is known', () => {
    const level = {
      id: 'lvl',
      label: 'Level',
      option: 'quality',
      set: null,
      after: ['x'],
      setAfresh: true,
      words: { fine: '4' },
    }
    expect(read('level, quality\nFit\toff, here and there\nWait, pause', [level]).items).toEqual([
      { ...level, label: 'level' },
      { id: 'fit', label: 'Fit', option: null, set: 'off, here and there', after: [], setAfresh: false },
      { id: 'wait', label: 'Wait', option: 'own:pause', set: null, after: [], setAfresh: false },
    ])
  })
  it('another word for a setting binds the step to it', () => {
    expect(read('To the edge, borderless').items).toMatchObject([{ option: 'edge', set: null }])
  })
  it('what cannot be read is said with its line', () => {
    expect(read(', quality\nLevel\nA, quality\na, x').wrong).toEqual([
      'Line 1 has no name.',
      'Line 2: what is set at Level: a setting, or an instruction.',
      'Line 4: a is there twice.',
    ])
  })
})
