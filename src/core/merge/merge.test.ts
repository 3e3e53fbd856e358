import { describe, expect, it } from 'vitest'
import { differing, merged, mergedById, same } from './merge'

describe('what two people made of one value', () => {
  const base = { name: 'Ann', note: '', facts: { least: -20, most: 20 }, list: [1, 2], days: { check: 7, align: 90 } }
  it('each keeps what they changed', () => {
    const mine = { ...base, name: 'Anna', facts: { least: -20, most: 40 } }
    const theirs = { ...base, note: 'key 14', facts: { least: -50, most: 20 } }
    expect(merged(base, mine, theirs)).toEqual({
      ...base,
      name: 'Anna',
      note: 'key 14',
      facts: { least: -50, most: 40 },
    })
  })
  it('what both changed is as it is here', () => {
    expect(merged(base, { ...base, name: 'Anna' }, { ...base, name: 'Anne' }).name).toBe('Anna')
  })
  it('a list is one field', () => {
    expect(merged(base, base, { ...base, list: [3] }).list).toEqual([3])
    expect(merged(base, { ...base, list: [1, 2, 4] }, { ...base, list: [3] }).list).toEqual([1, 2, 4])
    expect(merged(base, { ...base, list: [1, 2] }, { ...base, list: [3] }).list).toEqual([3])
  })
  it('a field that the other took out is out, one that was put in here is in', () => {
    const mine = { ...base, days: { check: 7, align: 90, clean: 30 } }
    expect(merged(base, mine, { ...base, days: { align: 90 } } as typeof mine).days).toEqual({ align: 90, clean: 30 })
  })
  it('a field that was taken out here stays out, one that the other put in is in', () => {
    const mine = { ...base, days: { check: 7 } } as typeof base
    expect(merged(base, mine, { ...base, days: { check: 7, align: 90, clean: 5 } } as typeof base).days).toEqual({
      check: 7,
      clean: 5,
    })
  })
  it('nothing stands for null or for none', () => {
    expect(merged({ a: 1 } as { a: number | null }, { a: null }, { a: 2 })).toEqual({ a: null })
    expect(merged({ a: null } as { a: number | null }, { a: null }, { a: 2 })).toEqual({ a: 2 })
  })
})

describe('two changes of lists of things with ids', () => {
  const thing = (id: string, a = 1, b = 1) => ({ id, a, b })
  const base = { title: '', list: [thing('x'), thing('y')] }
  it('each thing is merged by itself', () => {
    const mine = { title: 'Fern', list: [thing('x', 2), thing('y')] }
    const theirs = { title: '', list: [thing('x', 1, 5), thing('y', 7)] }
    expect(mergedById(base, mine, theirs)).toEqual({ title: 'Fern', list: [thing('x', 2, 5), thing('y', 7)] })
  })
  it('what was added or taken out at either side is', () => {
    const mine = { ...base, list: [thing('x'), thing('mine')] }
    const theirs = { ...base, list: [thing('x'), thing('y'), thing('theirs')] }
    expect(mergedById(base, mine, theirs).list.map((t) => t.id)).toEqual(['x', 'mine', 'theirs'])
    expect(mergedById(base, base, { ...base, list: [] }).list).toEqual([])
  })
  it('what was taken out at one side and changed at the other stays', () => {
    expect(mergedById(base, { ...base, list: [thing('x', 9)] }, { ...base, list: [thing('y', 8)] }).list).toEqual([
      thing('x', 9),
      thing('y', 8),
    ])
  })
})

describe('where two values differ', () => {
  it('by path, a list as one', () => {
    expect(differing({ a: 1, b: { c: 2, d: [3] } }, { a: 2, b: { c: 2, d: [3, 4] } })).toEqual(['a', 'b.d'])
  })
  it('also in what only one of them has', () => {
    expect(differing({ a: 1 }, { b: 2 })).toEqual(['a', 'b'])
    expect(differing({ a: { x: 1 } }, { a: null })).toEqual(['a'])
  })
  it('the order of fields says nothing, that of items does', () => {
    expect(same({ a: 1, b: [1, 2] }, { b: [1, 2], a: 1 })).toBe(true)
    expect(same([1, 2], [2, 1])).toBe(false)
    expect(same({ a: undefined }, {})).toBe(true)
    expect(same([1], [1, 2])).toBe(false)
  })
})
