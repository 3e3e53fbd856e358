import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { attribute, attributesOf, collectionsOf, integer, keyword, numberOf, wordsOf } from './look'
import { GROUP, type IppAttribute, type IppMessage, type IppValue } from './message'
import { readIpp } from './read'
import { writeIpp } from './write'

const MUTATIONS = process.env.LIBRETA_FULL ? 50_000 : 500

const words = fc.string({ maxLength: 30, unit: 'binary' })
const i32 = fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 })
const bytes = (n: number) => fc.uint8Array({ minLength: 0, maxLength: n })
const octet = fc.integer({ min: 0, max: 255 })

/** Every kind of value; collections inside collections, tags that nobody knows. */
const value: fc.Arbitrary<IppValue> = fc.letrec<{ value: IppValue; attribute: IppAttribute }>((tie) => ({
  attribute: fc.record({
    name: fc.string({ minLength: 1, maxLength: 20 }),
    values: fc.array(tie('value'), { minLength: 1, maxLength: 3 }),
  }),
  value: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    fc.record({ kind: fc.constantFrom('integer' as const, 'enum' as const), value: i32 }),
    fc.record({ kind: fc.constant('boolean' as const), value: fc.boolean() }),
    fc.record({
      kind: fc.constantFrom(
        'text' as const,
        'name' as const,
        'keyword' as const,
        'uri' as const,
        'uriScheme' as const,
        'charset' as const,
        'naturalLanguage' as const,
        'mimeMediaType' as const,
      ),
      value: words,
    }),
    fc.record({
      kind: fc.constantFrom('textWithLanguage' as const, 'nameWithLanguage' as const),
      language: words,
      value: words,
    }),
    fc.record({ kind: fc.constant('octetString' as const), bytes: bytes(40) }),
    fc.record({
      kind: fc.constant('dateTime' as const),
      value: fc.record({
        year: fc.integer({ min: 0, max: 65_535 }),
        month: octet,
        day: octet,
        hour: octet,
        minute: octet,
        second: octet,
        tenth: octet,
        zone: fc.integer({ min: -840, max: 840 }),
      }),
    }),
    fc.record({ kind: fc.constant('resolution' as const), across: i32, along: i32, units: octet }),
    fc.record({ kind: fc.constant('range' as const), lower: i32, upper: i32 }),
    fc.record({ kind: fc.constantFrom('unsupported' as const, 'unknown' as const, 'no-value' as const) }),
    fc.record({
      kind: fc.constant('other' as const),
      tag: fc.constantFrom(0x11, 0x15, 0x16, 0x17, 0x20, 0x38, 0x4b, 0x5f, 0x7f),
      bytes: bytes(20),
    }),
    fc.record({ kind: fc.constant('collection' as const), members: fc.array(tie('attribute'), { maxLength: 3 }) }),
  ),
})).value

const message: fc.Arbitrary<IppMessage> = fc.record({
  version: fc.tuple(octet, octet),
  code: fc.integer({ min: 0, max: 65_535 }),
  requestId: i32,
  groups: fc.array(
    fc.record({
      tag: fc.constantFrom(0x01, 0x02, 0x04, 0x05, 0x06, 0x0c),
      attributes: fc.array(
        fc.record({
          name: fc.string({ minLength: 1, maxLength: 24 }),
          values: fc.array(value, { minLength: 1, maxLength: 4 }),
        }),
        { maxLength: 6 },
      ),
    }),
    { maxLength: 4 },
  ),
})

describe('an IPP message', () => {
  it('comes back as it was written, whatever is in it', () => {
    fc.assert(
      fc.property(message, (m) => {
        const written = writeIpp(m)
        const read = readIpp(written)
        expect(read).toEqual({ ok: true, value: { message: m, end: written.length } })
      }),
      { numRuns: 400 },
    )
  })
  it('reads a Print-Job request octet for octet as RFC 8010 appendix A.1 has it', () => {
    const hex = [
      '0101 0002 00000001 01',
      '47 0012 617474726962757465732d63686172736574 0005 7574662d38',
      '48 001b 617474726962757465732d6e61747572616c2d6c616e6775616765 0005 656e2d7573',
      '45 000b 7072696e7465722d757269 002c 6970703a2f2f7072696e7465722e6578616d706c652e636f6d2f6970702f7072696e742f70696e6574726565',
      '42 0008 6a6f622d6e616d65 0006 666f6f626172',
      '22 0016 6970702d6174747269627574652d666964656c697479 0001 01',
      '02 21 0006 636f70696573 0004 00000014',
      '44 0005 7369646573 0013 74776f2d73696465642d6c6f6e672d65646765',
      '03 2521',
    ].join('')
    const bytes = Buffer.from(hex.replace(/ /g, ''), 'hex')
    const read = readIpp(bytes)
    if (!read.ok) throw new Error(read.problem.says)
    const { message: m, end } = read.value
    expect([m.version, m.code, m.requestId]).toEqual([[1, 1], 2, 1])
    expect(m.groups.map((g) => g.tag)).toEqual([1, 2])
    expect(m.groups[0]?.attributes.map((a) => a.name)).toEqual([
      'attributes-charset',
      'attributes-natural-language',
      'printer-uri',
      'job-name',
      'ipp-attribute-fidelity',
    ])
    expect(numberOf(attributesOf(m, GROUP.job), 'copies')).toBe(20)
    expect(bytes.subarray(end).toString('latin1')).toBe('%!')
    expect(Buffer.from(writeIpp(m)).equals(bytes.subarray(0, end))).toBe(true)
  })
  it('reads a set with an empty name for each further value, and a collection inside one', () => {
    const col: IppValue = {
      kind: 'collection',
      members: [
        attribute('media-size', {
          kind: 'collection',
          members: [
            attribute('x-dimension', integer(25_700)),
            attribute('y-dimension', { kind: 'range', lower: 1, upper: 2 }),
          ],
        }),
        attribute('media-type', keyword('gloss'), keyword('lustre')),
      ],
    }
    const m: IppMessage = {
      version: [2, 0],
      code: 0,
      requestId: 9,
      groups: [{ tag: GROUP.printer, attributes: [attribute('media-col-database', col, col)] }],
    }
    const read = readIpp(writeIpp(m))
    if (!read.ok) throw new Error(read.problem.says)
    const all = collectionsOf(attributesOf(read.value.message, GROUP.printer), 'media-col-database')
    expect(all).toHaveLength(2)
    expect(wordsOf(all[1] ?? [], 'media-type')).toEqual(['gloss', 'lustre'])
    expect(numberOf(collectionsOf(all[0] ?? [], 'media-size')[0] ?? [], 'x-dimension')).toBe(25_700)
  })
  it.each([
    ['nothing', '', 'ends in the middle of the version'],
    ['no end tag', '0200000b00000001 01', 'no end-of-attributes tag'],
    ['a value before a group', '0200000b00000001 2100016100040000000103', 'before the first group'],
    ['a length that is longer than the message', '0200000b00000001 01 44 0001 61 ffff 61', 'ends in the middle'],
    ['a further value without a first', '0200000b00000001 01 440000 0001 61 03', 'without its first'],
    ['a collection without its end', '0200000b00000001 01 34 0001 61 0000 03', 'has no end'],
    ['a member name outside of a collection', '0200000b00000001 01 4a 0001 61 0001 62 03', 'outside of one'],
  ])('says what is wrong with %s', (_name, hex, says) => {
    const read = readIpp(Buffer.from(hex.replace(/ /g, ''), 'hex'))
    expect(read.ok).toBe(false)
    if (!read.ok) expect(read.problem.says).toContain(says)
  })
  it('does not go deeper than collections sensibly do', () => {
    const open = Buffer.concat(Array.from({ length: 40 }, () => Buffer.from('4a00000001613400000000', 'hex')))
    const read = readIpp(Buffer.concat([Buffer.from('0200000b00000001043400016100', 'hex'), Buffer.from([0]), open]))
    expect(read.ok).toBe(false)
    if (!read.ok) expect(read.problem.says).toContain('deep')
  })
  it('keeps a value whose length is not what its tag wants', () => {
    const read = readIpp(Buffer.from('0200000b0000000104210001610002000103', 'hex'))
    if (!read.ok) throw new Error(read.problem.says)
    expect(read.value.message.groups[0]?.attributes[0]?.values[0]).toEqual({
      kind: 'other',
      tag: 0x21,
      bytes: Uint8Array.of(0, 1),
    })
  })
})

it('a message of empty groups without end is refused, not held', () => {
  const bytes = new Uint8Array(8_000_000).fill(0x04)
  bytes.set([2, 0, 0, 0, 0, 0, 0, 1])
  const result = readIpp(bytes)
  expect(result).toMatchObject({ ok: false, problem: { says: 'more than 2000 groups' } })
})

it(`never hangs or throws on ${MUTATIONS} mutated messages`, () => {
  const seeds = fc.sample(message, { numRuns: 40, seed: 7 }).map((m) => writeIpp(m))
  let state = 99
  const random = (n: number): number => {
    state = (Math.imul(state, 1_103_515_245) + 12_345) >>> 0
    return (state >>> 8) % n
  }
  let read = 0
  let refused = 0
  for (let i = 0; i < MUTATIONS; i++) {
    const from = seeds[i % seeds.length] as Uint8Array
    const changed = Uint8Array.from(from)
    for (let k = 0; k <= random(4); k++) changed[random(changed.length)] = random(256)
    const cut = random(3) === 0 ? changed.subarray(0, random(changed.length + 1)) : changed
    const result = readIpp(cut)
    if (result.ok) read += 1
    else {
      refused += 1
      expect(result.problem.says.length).toBeGreaterThan(0)
    }
  }
  expect(read + refused).toBe(MUTATIONS)
  expect(read).toBeGreaterThan(0)
  expect(refused).toBeGreaterThan(0)
})

describe('a message of every kind of value', () => {
  const every: readonly IppValue[] = [
    { kind: 'integer', value: -2 },
    { kind: 'enum', value: 0x0102_0304 },
    { kind: 'boolean', value: true },
    { kind: 'boolean', value: false },
    ...(['text', 'name', 'keyword', 'uri', 'uriScheme', 'charset', 'naturalLanguage', 'mimeMediaType'] as const).map(
      (kind): IppValue => ({ kind, value: 'é' }),
    ),
    { kind: 'textWithLanguage', language: 'en', value: 'a' },
    { kind: 'nameWithLanguage', language: 'de', value: 'b' },
    { kind: 'octetString', bytes: Uint8Array.of(1, 255) },
    ...([90, -345] as const).map(
      (zone): IppValue => ({
        kind: 'dateTime',
        value: { year: 2026, month: 11, day: 27, hour: 12, minute: 30, second: 59, tenth: 7, zone },
      }),
    ),
    { kind: 'resolution', across: 600, along: 300, units: 3 },
    { kind: 'range', lower: -1, upper: 70_000 },
    { kind: 'collection', members: [attribute('x', integer(5), integer(6)), attribute('y', keyword('z'))] },
    { kind: 'unsupported' },
    { kind: 'unknown' },
    { kind: 'no-value' },
    { kind: 'other', tag: 0x39, bytes: Uint8Array.of(9) },
  ]
  it('has these octets, and no others', () => {
    const lines = every.map((v) => {
      const message = {
        version: [2, 0] as const,
        code: 2,
        requestId: 1,
        groups: [{ tag: GROUP.printer, attributes: [attribute('a', v)] }],
      }
      const octets = writeIpp(message)
      const read = readIpp(octets)
      expect(read.ok && read.value).toEqual({ message, end: octets.length })
      return `${v.kind}: ${Buffer.from(octets).toString('hex')}`
    })
    expect(lines).toMatchSnapshot()
  })
  it.each([
    [12, true],
    [13, false],
  ])('collections %i deep', (depth, taken) => {
    let value: IppValue = integer(1)
    for (let i = 0; i < depth; i++) value = { kind: 'collection', members: [attribute('m', value)] }
    const message = {
      version: [2, 0] as const,
      code: 2,
      requestId: 1,
      groups: [{ tag: GROUP.job, attributes: [attribute('a', value)] }],
    }
    expect(readIpp(writeIpp(message)).ok).toBe(taken)
  })
})
