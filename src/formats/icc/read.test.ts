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
  /** A header, one tag `desc` at 144, and its data. */
  const tagged = (data: readonly number[], size = data.length): Uint8Array => {
    const bytes = new Uint8Array(144 + data.length)
    bytes.set(matrixProfile('x', WIDE, 2.2).subarray(0, 128))
    const view = new DataView(bytes.buffer)
    view.setUint32(128, 1)
    bytes.set(
      [...'desc'].map((c) => c.charCodeAt(0)),
      132,
    )
    view.setUint32(136, 144)
    view.setUint32(140, size)
    bytes.set(data, 144)
    return bytes
  }
  const ascii = (t: string): number[] => [...t].map((c) => c.charCodeAt(0))
  const name = (bytes: Uint8Array): string | null => {
    const read = readIcc(bytes)
    return read.ok ? read.value.description : null
  }
  it('reads a plain description up to its end, its count or its tag, whichever comes first', () => {
    const desc = (count: number, t: string): number[] => [...ascii('desc'), 0, 0, 0, 0, 0, 0, 0, count, ...ascii(t)]
    expect(name(tagged(desc(9, 'Marsh sRG\0')))).toBe('Marsh sRG')
    expect(name(tagged(desc(5, 'Marsh sRG')))).toBe('Marsh')
    expect(name(tagged(desc(200, 'Marsh\0 more')))).toBe('Marsh')
    expect(name(tagged(desc(200, 'Marsh sRG and more'), 12 + 9))).toBe('Marsh sRG')
  })
  it('reads no description of a tag that is too short for one, and one that holds a single letter', () => {
    const desc = [...ascii('desc'), 0, 0, 0, 0, 0, 0, 0, 1, 0x4d]
    expect(name(tagged(desc, 11))).toBe('')
    expect(name(tagged(desc, 12))).toBe('')
    expect(name(tagged(desc, 13))).toBe('M')
  })
  it('takes Latin letters where it is no UTF-8', () => {
    const desc = [...ascii('desc'), 0, 0, 0, 0, 0, 0, 0, 4, 0x46, 0xe9, 0x6e, 0]
    expect(name(tagged(desc))).toBe('Fén')
    expect(name(tagged([...ascii('desc'), 0, 0, 0, 0, 0, 0, 0, 4, 0x46, 0xc3, 0xa9, 0]))).toBe('Fé')
  })
  it('reads the first of several languages', () => {
    const u32 = (v: number): number[] => [0, 0, v >> 8, v & 255]
    const wide = (t: string): number[] => ascii(t).flatMap((c) => [0, c])
    const mluc = (count: number, length: number, start: number, t: string): number[] => [
      ...[...ascii('mluc'), 0, 0, 0, 0, ...u32(count), ...u32(12)],
      ...[...ascii('enUS'), ...u32(length), ...u32(start)],
      ...wide(t),
    ]
    expect(name(tagged(mluc(1, 10, 28, 'Marsh')))).toBe('Marsh')
    expect(name(tagged(mluc(2, 6, 30, 'Marsh')))).toBe('ars')
    expect(name(tagged(mluc(0, 10, 28, 'Marsh')))).toBe('')
    expect(name(tagged(mluc(1, 12, 28, 'Marsh')))).toBe('')
    expect(name(tagged([...ascii('text'), ...mluc(1, 10, 28, 'Marsh').slice(4)]))).toBe('')
  })
  it('a tag that is too short for any description has none, one that leads out of the file is refused', () => {
    expect(name(tagged([...ascii('desc'), 0, 0, 0, 0, 0, 0, 0], 11))).toBe('')
    expect(readIcc(tagged([...ascii('desc'), 0, 0, 0, 0, 0, 0, 0, 0], 13))).toMatchObject({
      ...{ ok: false, problem: { why: 'the tag desc lies beyond its end' } },
    })
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
