import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { QUEUE, ROOM } from '../../../test/example-facts'
import { VERSION } from '../../../test/slip-facts'
import { elsewhere } from './elsewhere'

const paper = { id: 'shine', name: 'Dune Gloss', surface: 'gloss', thickness: um(240), weight: 240 }
const room = { ...ROOM, papers: [...ROOM.papers, paper] }
const at = (id: string, facts: Partial<typeof QUEUE> = {}) => ({
  ...room,
  id,
  name: `queue ${id}`,
  facts: { ...QUEUE, ...facts },
})
const both = {
  mediaSettings: [
    VERSION.mediaSetting,
    { ...VERSION.mediaSetting, id: 'gloss', name: 'Gloss', surfaces: ['gloss'], blacks: ['photo' as const] },
  ],
}
const names = (list: ReturnType<typeof elsewhere>) => list.map((q) => q.queue)

describe('where else a closed choice is open', () => {
  it('names other queues that have the value and let it be chosen with this paper, not this one', () => {
    const queues = [
      at('a'),
      at('b', { topcoats: ['thin'] }),
      at('c', { topcoats: ['Thin'], ...both }),
      at('d', { topcoats: ['thick'], ...both }),
    ]
    const wanted = { option: 'topcoat', value: 'Thin' }
    // the topcoat lies on gloss alone: with matte paper nobody can, with gloss only where a media setting takes it
    expect(names(elsewhere(queues, 'a', wanted, 'paper'))).toEqual([])
    expect(names(elsewhere(queues, 'a', wanted, 'shine'))).toEqual(['queue c'])
    expect(names(elsewhere(queues, 'c', wanted, 'shine'))).toEqual([])
  })
  it('at most so many, and none whose rules allow nothing or that does not know the paper', () => {
    const good = (id: string) => at(id, both)
    const mad = at('mad', {
      ...both,
      rules: [
        { id: 'r', when: [], then: { option: 'mirror', in: ['off'] }, because: 'x' },
        { id: 's', when: [], then: { option: 'mirror', in: ['on'] }, because: 'y' },
      ],
    })
    const wanted = { option: 'mediaSetting', value: 'gloss' }
    expect(names(elsewhere([mad, good('b'), good('c'), good('d')], 'a', wanted, 'shine'))).toEqual([
      'queue b',
      'queue c',
    ])
    expect(names(elsewhere([good('b')], 'a', wanted, 'unheard'))).toEqual([])
    expect(names(elsewhere([good('b'), good('c')], 'a', { option: 'paper', value: 'Dune Gloss' }, 'shine', 1))).toEqual(
      ['queue b'],
    )
  })
})
