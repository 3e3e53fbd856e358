import { describe, expect, it } from 'vitest'
import { INPUTS } from './actions'
import { limitsOf, wrongWith } from './said'

describe('limits of a field', () => {
  it.each([
    ['paper.edit', 'weight', { min: 20, max: 2000 }],
    ['paper.edit', 'thickness', { min: 0, max: 100_000_000 }],
    ['paper.edit', 'name', { letters: 120 }],
    ['paper.edit', 'maker', { letters: 120 }],
    ['person.add', 'note', { letters: 4000 }],
    ['room.set-up', 'paper.count', { min: 0, max: 10_000 }],
    ['queue.save', 'facts.darkness.least', { min: -100, max: 0 }],
    ['queue.save', 'facts.twoWayBelowRank', { min: 1, max: 21 }],
    ['queue.save', 'isDefault', {}],
    ['queue.save', 'facts.nothing.there', {}],
  ] as const)('%s, %s', (action, path, limits) => {
    expect(limitsOf(INPUTS[action], path)).toEqual(limits)
  })
})

describe('what is wrong', () => {
  const paper = { maker: '', name: 'Fenland', surface: 'matte', weight: 200, thickness: 250, note: '' }
  const says = (patch: object) => wrongWith(INPUTS['paper.add'], { ...paper, ...patch })
  it('nothing, when it holds', () => {
    expect(says({})).toEqual([])
  })
  it.each([
    [{ name: '  ' }, { path: 'name', message: 'a name is needed' }],
    [{ weight: 12 }, { path: 'weight', message: 'at least 20, not 12' }],
    [{ weight: 2001 }, { path: 'weight', message: 'at most 2000, not 2001' }],
    [{ weight: 20.5 }, { path: 'weight', message: 'a whole number, not 20.5' }],
    [{ name: null }, { path: 'name', message: 'this is needed' }],
    [{ weight: 'heavy' }, { path: 'weight', message: 'a number is needed, not “heavy”' }],
    [{ surface: null }, { path: 'surface', message: 'this is needed' }],
    [{ surface: '  ' }, { path: 'surface', message: 'a surface has a name' }],
    [{ maker: 'm'.repeat(121) }, { path: 'maker', message: 'at most 120 letters' }],
    [{ note: 'n'.repeat(4001) }, { path: 'note', message: 'at most 4000 letters' }],
  ])('%j', (patch, wrong) => {
    expect(says(patch)).toEqual([wrong])
  })
  it('all of it at once, each at its place', () => {
    const wrong = wrongWith(INPUTS['edge-check.start'], { versionId: 'x', edge: 'margins', sheets: 0 })
    expect(wrong.map((w) => w.path)).toEqual(['versionId', 'sheet', 'sheets', 'instrument', 'print', 'note'])
  })
})
