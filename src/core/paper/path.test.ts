import { describe, expect, it } from 'vitest'
import { NOTHING_KNOWN, PATH, type PathFacts, type Said, STEP_IDS, type StepSaid, standing } from './path'

const states = (facts: Partial<PathFacts> = {}, said: Said = {}) =>
  Object.fromEntries(standing(PATH, { ...NOTHING_KNOWN, ...facts }, said).map((s) => [s.step.id, s.state]))
const word = (state: StepSaid['state']): StepSaid => ({ state, says: 'no time', at: 5, by: 'Perrin' })

describe('the path of a new paper', () => {
  it('begins with every step open, each with a reason and a name of its own', () => {
    expect(Object.values(states())).toEqual(PATH.map(() => 'open'))
    expect(PATH.map((s) => s.id)).toEqual(STEP_IDS)
    expect(new Set(PATH.map((s) => s.name)).size).toBe(PATH.length)
    for (const step of PATH) expect(step.reason).toMatch(/^[A-Z].{30,}\.$/)
  })
  it('is settled by what the room knows', () => {
    expect(
      states({
        nozzleCheck: { at: 1, by: 'Perrin', result: 'no gaps', gaps: false },
        ...{ trials: 3, kept: { number: 2, mediaSetting: 'Matte A', flaws: 0 } },
        edgeCheck: { number: 4, here: true, paper: 'Fenland Matte', elsewhere: null },
        version: { preset: 'Otter, Fenland', number: 1, seal: 'ABC123' },
        profile: { name: 'fen', used: true },
        toneCheck: { number: 3, curve: 0.8 },
        readBack: { at: 9, changed: 0 },
      }),
    ).toEqual({
      ...{ nozzles: 'done', settings: 'done', edges: 'done', quality: 'open' },
      ...{ version: 'done', profile: 'done', tone: 'done', card: 'done' },
    })
  })
  it('is not settled by half of it, and says what is missing', () => {
    const half: Partial<PathFacts> = {
      nozzleCheck: { at: 1, by: 'Perrin', result: 'two gaps in the grey', gaps: true },
      trials: 2,
      edgeCheck: { number: 4, here: false, paper: 'Dune Lustre', elsewhere: null },
      profile: { name: 'fen', used: false },
      readBack: { at: 9, changed: 2 },
    }
    expect(Object.values(states(half))).toEqual(PATH.map(() => 'open'))
    expect(standing(PATH, { ...NOTHING_KNOWN, ...half }, {}).flatMap((s) => s.found?.says ?? [])).toEqual([
      'Perrin found two gaps in the grey: clean the heads and check again',
      '2 trials, none kept yet',
      'edge check 4 is of Dune Lustre; it counts until there is one of this paper',
      'fen was made with its seal; the version does not convert to it yet',
      'read back, 2 found otherwise',
    ])
  })
  it('a word settles what the room does not know; the reason stays when the room knows it later', () => {
    expect(states({}, { quality: word('done'), edges: word('skipped') })).toMatchObject({
      ...{ quality: 'done', edges: 'skipped', nozzles: 'open' },
    })
    const [later] = standing(
      PATH.filter((s) => s.id === 'edges'),
      { ...NOTHING_KNOWN, edgeCheck: { number: 4, here: true, paper: 'x', elsewhere: null } },
      { edges: word('skipped') },
    )
    expect(later).toMatchObject({ state: 'done', said: { state: 'skipped', says: 'no time' } })
  })
})
