import { describe, expect, it } from 'vitest'
import { optionsOf } from '@/core/options/room-options'
import { rulesOf } from '@/core/options/room-rules'
import type { Option } from '@/core/rules/rules'
import { ROOM } from '../../../test/example-facts'
import { randomSet } from '../../../test/random-rules'
import { sayRule } from './options'
import { readRule } from './read-rule'

const named = (id: string, name: string, ...values: readonly string[]): Option => ({
  ...{ id, name },
  values: values.map((v, i) => ({ id: `${id}${i}`, name: v })),
})
const OPTIONS = [
  named('m', 'Media setting', 'Matte', 'Matte B', 'Lustre, or so'),
  named('q', 'Quality', 'Fine', 'Slow'),
  named('t', 'Topcoat', 'None', 'On the picture alone'),
]
const read = (text: string) => {
  const r = readRule(text, OPTIONS)
  return r.ok ? r.value : r.problem
}

describe('a rule that is typed as it is said', () => {
  it('has its conditions, its result and its reason, whatever the capitals', () => {
    expect(
      read('when MEDIA SETTING is matte b or Matte and quality is Slow, topcoat is None, because it cracks.'),
    ).toEqual({
      when: [
        { option: 'm', in: ['m1', 'm0'] },
        { option: 'q', in: ['q1'] },
      ],
      then: { option: 't', in: ['t0'] },
      because: 'it cracks',
    })
    expect(read('Always, quality is Fine or Slow, because the third is broken')).toEqual({
      when: [],
      then: { option: 'q', in: ['q0', 'q1'] },
      because: 'the third is broken',
    })
  })
  it('takes values whose names hold commas and words of the sentence', () => {
    expect(
      read('When media setting is Lustre, or so, Matte or Matte B, topcoat is On the picture alone, because x'),
    ).toMatchObject({
      when: [{ in: ['m2', 'm0', 'm1'] }],
      then: { in: ['t1'] },
    })
  })
  it.each([
    ['If quality is Fine', /begins with “When” or “Always,”/],
    [
      'When sound is loud, quality is Fine, because x',
      /“sound is loud.*begins with no option of this queue; there are media setting, quality, topcoat/,
    ],
    ['When quality was Fine, topcoat is None, because x', /after “quality” comes “is”/],
    [
      'When quality is Superb, topcoat is None, because x',
      /“Superb.*begins with no value of quality; there are Fine, Slow/,
    ],
    ['When quality is Fine topcoat is None, because x', /comes a comma, and what it is then, not “ topcoat/],
    ['When quality is Fine, topcoat is None', /ends with “, because/],
    ['When quality is Fine, topcoat is None, because ', /say why/],
  ])('%s', (text, says) => {
    expect(read(text)).toMatch(says)
  })
  it('is what it was, said and read again: rules of a room and 200 random ones', () => {
    const options = optionsOf(ROOM)
    for (const { id: _, ...rule } of rulesOf(ROOM)) {
      if (rule.when.some((l) => l.in.length === 0)) continue
      expect(readRule(sayRule({ id: 'r', ...rule }, options), options)).toEqual({ ok: true, value: rule })
    }
    for (let seed = 1; seed <= 50; seed++) {
      const set = randomSet(seed)
      for (const { id: _, ...rule } of set.rules)
        expect(readRule(sayRule({ id: 'r', ...rule }, set.options), set.options)).toEqual({ ok: true, value: rule })
    }
  })
})
