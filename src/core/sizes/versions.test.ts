import { describe, expect, it } from 'vitest'
import { newerSize, ofEveryVersion, versionsOf } from './versions'

const SIZES = [{ id: 'a', replacedBy: 'b' }, { id: 'b', replacedBy: 'c' }, { id: 'c' }, { id: 'other' }]
const rule = (...ids: string[]) => ({
  ...{ id: 'r', when: [{ option: 'size', in: ids }], because: 'x' },
  then: { option: 'edge', in: ['margins'] },
})

describe('versions of a size', () => {
  it('lead to the newest, which leads nowhere', () => {
    expect(['a', 'b', 'c', 'other', 'gone'].map((id) => newerSize(SIZES, id)?.id ?? null)).toEqual([
      'c',
      'c',
      null,
      null,
      null,
    ])
  })
  it('a chain that leads out of the list ends at its last, a ring does not run for ever', () => {
    expect(newerSize([{ id: 'a', replacedBy: 'gone' }], 'a')).toBeNull()
    expect(
      newerSize(
        [
          { id: 'a', replacedBy: 'b' },
          { id: 'b', replacedBy: 'a' },
        ],
        'a',
      ),
    ).toBeNull()
  })
  it('what a rule says of one it says of all, whichever it names; other literals stay', () => {
    for (const id of ['a', 'b', 'c'])
      expect(ofEveryVersion([rule(id, 'other')], SIZES)[0]?.when).toEqual([
        { option: 'size', in: ['a', 'b', 'c', 'other'] },
      ])
    expect(ofEveryVersion([rule('a')], SIZES)[0]?.then).toEqual({ option: 'edge', in: ['margins'] })
    const rules = [rule('a')]
    expect(ofEveryVersion(rules, [{ id: 'a' }])).toBe(rules)
  })
})

describe('the versions of a size up to this one', () => {
  const known = [{ id: 'c' }, { id: 'a', replacedBy: 'b' }, { id: 'b', replacedBy: 'c' }, { id: 'x', replacedBy: 'y' }]
  it('stand the oldest first, and a ring of them has an end', () => {
    expect(versionsOf(known, 'c')).toEqual(['a', 'b', 'c'])
    expect(versionsOf(known, 'b')).toEqual(['a', 'b'])
    expect(versionsOf(known, 'gone')).toEqual(['gone'])
    const ring = [
      { id: 'a', replacedBy: 'b' },
      { id: 'b', replacedBy: 'a' },
    ]
    expect(versionsOf(ring, 'a')).toEqual(['b', 'a'])
  })
})
