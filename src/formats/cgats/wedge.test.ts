import { describe, expect, it } from 'vitest'
import { sayWedgeFile } from './say'
import { wedgeFromCgats } from './wedge'
import { writeCgats } from './write'

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text)
const table = (rows: readonly string[], columns = 'SAMPLE_ID LAB_L LAB_A LAB_B'): string =>
  `CGATS.17\nINSTRUMENTATION "a meter"\nBEGIN_DATA_FORMAT\n${columns}\nEND_DATA_FORMAT\nBEGIN_DATA\n${rows.join('\n')}\nEND_DATA\n`
const rows = (count = 21, of = (i: number) => `${i + 1} ${95 - (80 * i) / (count - 1)} 0.2 -1`): readonly string[] =>
  Array.from({ length: count }, (_, i) => of(i))
const read = (text: string, steps = 21) => wedgeFromCgats(bytes(text), steps)
const says = (text: string, steps = 21): string => {
  const result = read(text, steps)
  return result.ok ? 'read' : sayWedgeFile(result.problem)
}
const lightness = (text: string): readonly number[] => {
  const result = read(text)
  if (!result.ok) throw new Error(sayWedgeFile(result.problem))
  return result.value.reading.patches.map((p) => Math.round(p.l))
}

describe('a meter’s file of a wedge', () => {
  it('is a reading within 0.3 L*, with its tint and its instrument', () => {
    const result = read(table(rows()))
    if (!result.ok) throw new Error('it is one')
    expect(result.value).toMatchObject({ instrument: 'a meter', order: 'by SAMPLE_ID', reading: { within: 0.3 } })
    expect(result.value.reading.patches[0]).toMatchObject({ d: 0, l: 95, ab: [0.2, -1] })
    expect(result.value.reading.patches.at(-1)).toMatchObject({ d: 1, l: 15 })
  })
  it('is put in order by SAMPLE_ID, turned where it begins with black, and by lightness where it has no order', () => {
    const straight = lightness(table(rows()))
    expect(lightness(table(rows().toReversed()))).toEqual(straight)
    expect(lightness(table(rows(21, (i) => `p${21 - i} ${95 - 4 * i} 0 0`)))).toEqual(straight)
    const shuffled = Array.from({ length: 21 }, (_, i) => `x ${95 - 4 * ((i * 8) % 21)} 0 0`.replace('x', `a${i}`))
    const result = read(table(shuffled))
    expect(result.ok && result.value.order).toBe('by lightness')
    expect(lightness(table(shuffled))).toEqual(straight)
  })
  it('keeps a reversal where it stands', () => {
    const back = rows(21, (i) => `${i + 1} ${i === 10 ? 62 : 95 - 4 * i} 0 0`)
    expect(lightness(table(back))[10]).toBe(62)
  })
  it('is found among several tables, and its XYZ are taken where there is no Lab', () => {
    expect(lightness(table(rows(5)) + table(rows()))).toHaveLength(21)
    const xyz = rows(21, (i) => `${i + 1} ${0.96422 * (90 - 4 * i)} ${90 - 4 * i} ${0.82521 * (90 - 4 * i)}`)
    expect(lightness(table(xyz, 'SAMPLE_ID XYZ_X XYZ_Y XYZ_Z'))[0]).toBe(96)
  })
  it('of visual densities is a lightness without a tint', () => {
    const densities = rows(21, (i) => `${i + 1} ${(0.05 + 0.08 * i).toFixed(3)}`)
    const result = read(table(densities, 'SAMPLE_ID D_VIS'))
    if (!result.ok) throw new Error(sayWedgeFile(result.problem))
    const [paper] = result.value.reading.patches
    expect([paper?.l, paper?.ab]).toEqual([expect.closeTo(116 * Math.cbrt(10 ** -0.05) - 16, 6), null])
  })
  it('that is none says what is wrong, where, and what to do', () => {
    expect(says(table(rows(22)))).toMatch(/^It has 22 patches, and this wedge has 21\. One was measured twice/)
    expect(says(table(rows(20)))).toMatch(/^It has 20 patches.*Some were left out/)
    expect(says(table(rows(21, (i) => `${i + 1} ${i === 4 ? 'low' : 50} 0 0`)))).toMatch(
      /^Line 11 has “low” under LAB_L, where a number belongs/,
    )
    expect(
      says(
        table(
          rows(21, (i) => `${i + 1} 0.5`),
          'SAMPLE_ID D_RED',
        ),
      ),
    ).toMatch(/^It has no usable columns: SAMPLE_ID, D_RED/)
    expect(says(table(rows(21, (i) => `${i === 20 ? 20 : i + 1} ${95 - 4 * i} 0 0`)))).toMatch(
      /names the patch 20 a second time/,
    )
    expect(says('a letter')).toMatch(/^It holds no table/)
    expect(says('')).toMatch(/^It holds no table/)
  })
  it('that this room writes is read again as it was', () => {
    const patches = Array.from({ length: 51 }, (_, i) => ({
      ...{ d: i / 50, l: 95.123 - 1.6 * i, spread: 0.08, ab: [0.125, -1.5] as const },
    }))
    const text = writeCgats({
      ...{ originator: 'Libreta', made: '2026-03-01', keywords: { SEAL: 'A "quoted" one' }, patches },
    })
    const again = read(text, 51)
    if (!again.ok) throw new Error(sayWedgeFile(again.problem))
    expect(again.value.reading.patches.map((p) => [p.l, p.ab])).toEqual(
      patches.map((p) => [expect.closeTo(p.l, 3), [expect.closeTo(0.125, 3), -1.5]]),
    )
    expect(
      writeCgats({ ...{ originator: 'x', made: '', keywords: {} }, patches: [{ d: 0, l: 5, spread: 0, ab: null }] }),
    ).toContain('LAB_AB_READ\t"no"')
  })
})
