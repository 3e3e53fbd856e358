import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { matrixProfile, printerProfile, WIDE } from '../../../demo/icc'
import { readIcc } from './read'

describe('reading an ICC profile', () => {
  it('tells name, class and space', () => {
    expect(readIcc(matrixProfile('Marsh wide RGB', WIDE, 2.2))).toEqual({
      ok: true,
      value: { description: 'Marsh wide RGB', deviceClass: 'mntr', space: 'RGB', version: 2 },
    })
    expect(readIcc(printerProfile('fen', { gamma: 2, black: 0.03, chroma: 0.8 }))).toMatchObject({
      value: { description: 'fen', deviceClass: 'prtr' },
    })
  })
  it('refuses what is none, with the reason', () => {
    expect(readIcc(new Uint8Array(40))).toMatchObject({ ok: false, problem: { why: 'shorter than its header' } })
    expect(readIcc(new Uint8Array(400))).toMatchObject({ ok: false, problem: { why: 'the signature acsp is missing' } })
  })
  it('takes a table that just fits, and none that is longer than the file or than tables are', () => {
    const table = (count: number, length: number) => {
      const bytes = new Uint8Array(length)
      bytes.set(matrixProfile('x', WIDE, 2.2).subarray(0, 128))
      new DataView(bytes.buffer).setUint32(128, count)
      return readIcc(bytes)
    }
    const fits = (count: number, length: number): boolean => {
      const read = table(count, length)
      return read.ok || !read.problem.why.includes('does not fit')
    }
    expect([fits(3, 168), fits(3, 167), fits(200, 132 + 2400), fits(201, 132 + 2412)]).toEqual([
      true,
      false,
      true,
      false,
    ])
  })
  it('ends on hostile bytes: counts and offsets beyond the file are no problem', () => {
    const good = matrixProfile('x', WIDE, 2.2)
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(good.length - 1), fc.nat(255)), { minLength: 1, maxLength: 20 }), (hits) => {
        const bytes = good.slice()
        for (const [at, value] of hits) bytes[at] = value
        const result = readIcc(bytes)
        if (result.ok) expect(typeof result.value.description).toBe('string')
      }),
      { numRuns: process.env.LIBRETA_FULL ? 50_000 : 500 },
    )
  })
})
