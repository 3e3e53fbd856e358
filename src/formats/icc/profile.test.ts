import fc from 'fast-check'
import { instantiate } from 'lcms-wasm'
import { describe, expect, it } from 'vitest'
import { matrixProfile, printerProfile, WIDE } from '../../../demo/icc'
import { gammaCurve, greyProfile } from '../../../test/icc'
import { ICC_INTENTS, type IccProfile, readProfile } from './profile'
import { sayProfile, whyNot } from './say'

const PRINTER = printerProfile('fen', { gamma: 2, black: 0.03, chroma: 0.8 })
const GREY = new Uint8Array(greyProfile('fen grey', gammaCurve(1.9)))
const SCREEN = matrixProfile('Marsh wide RGB', WIDE, 2.2)
const VALID = { PRINTER, GREY, SCREEN }

const value = (bytes: Uint8Array): IccProfile => {
  const read = readProfile(bytes)
  if (!read.ok) throw new Error(read.problem.why)
  return read.value
}
const why = (bytes: Uint8Array): string => {
  const read = readProfile(bytes)
  return read.ok ? 'read' : read.problem.why
}
/** Where a tag's entry stands in the table. */
const entry = (bytes: Uint8Array, name: string): number => {
  const at = Buffer.from(bytes).indexOf(name, 132, 'latin1')
  if (at < 0) throw new Error(`no tag ${name}`)
  return at
}
/** A copy with some 32-bit numbers put in. */
const put = (bytes: Uint8Array, ...numbers: readonly (readonly [at: number, value: number])[]): Uint8Array => {
  const copy = bytes.slice()
  const view = new DataView(copy.buffer)
  for (const [at, v] of numbers) view.setUint32(at, v)
  return copy
}
const offsetOf = (bytes: Uint8Array, name: string): number =>
  new DataView(bytes.buffer, bytes.byteOffset).getUint32(entry(bytes, name) + 4)

describe('a profile, read whole', () => {
  it('tells class, spaces, version, texts, white, tags, tables and curves', () => {
    expect(value(PRINTER)).toMatchObject({
      ...{ size: PRINTER.length, version: '2.4', deviceClass: 'prtr', space: 'RGB', pcs: 'Lab' },
      ...{ intent: 'relative colorimetric', description: 'fen', copyright: 'No rights reserved.' },
      tags: ['desc', 'cprt', 'wtpt', 'A2B0', 'A2B1', 'B2A0', 'B2A1'],
      ...{ toDevice: ['perceptual', 'relative colorimetric'], fromDevice: ['perceptual', 'relative colorimetric'] },
      curves: [],
    })
    expect(value(PRINTER).white?.x).toBeCloseTo(0.9642, 4)
    expect(value(GREY)).toMatchObject({
      ...{ space: 'GRAY', toDevice: [], curves: [{ tag: 'kTRC', kind: 'table', entries: 256 }] },
    })
    expect(value(SCREEN).curves).toEqual(
      ['rTRC', 'gTRC', 'bTRC'].map((tag) => ({ tag, kind: 'gamma', gamma: expect.closeTo(2.2, 2) })),
    )
  })
  it('reads a parametric curve, a straight one, and the English of several languages', () => {
    const at = offsetOf(SCREEN, 'rTRC')
    const straight = put(SCREEN, [at + 8, 0])
    expect(value(straight).curves[0]).toEqual({ tag: 'rTRC', kind: 'gamma', gamma: 1 })
    const long = new Uint8Array(SCREEN.length + 16)
    long.set(SCREEN)
    const moved = put(
      long,
      [0, long.length],
      [entry(SCREEN, 'rTRC') + 4, SCREEN.length],
      [entry(SCREEN, 'rTRC') + 8, 16],
    )
    const parametric = put(moved, [SCREEN.length, 0x70617261], [SCREEN.length + 12, Math.round(1.8 * 65_536)])
    expect(value(parametric).curves[0]).toMatchObject({ kind: 'gamma', gamma: expect.closeTo(1.8, 4) })
    // function 4 has seven parameters, for which there is no room
    expect(why(put(parametric, [SCREEN.length + 8, 4 << 16]))).toBe('the curve rTRC lacks some of its 7 parameters')
    expect(why(put(parametric, [SCREEN.length + 8, 5 << 16]))).toBe(
      'the curve rTRC is of the function 5; there are 0 to 4',
    )
    const text = Buffer.concat([
      Buffer.from('mluc\0\0\0\0\0\0\0\u0002\0\0\0\u000c', 'latin1'),
      Buffer.from('deDE\0\0\0\u0006\0\0\0\u0028', 'latin1'),
      Buffer.from('enGB\0\0\0\u0006\0\0\0\u002e', 'latin1'),
      Buffer.from('\0M\0o\0o\0F\0e\0n\0\0\0\0', 'latin1'),
    ])
    const languages = new Uint8Array(SCREEN.length + text.length)
    languages.set(SCREEN)
    languages.set(text, SCREEN.length)
    const desc = entry(SCREEN, 'desc')
    const both = put(languages, [0, languages.length], [desc + 4, SCREEN.length], [desc + 8, text.length])
    expect(value(both).description).toBe('Fen')
  })
  it('refuses what is damaged, with what and where', () => {
    expect(why(PRINTER.slice(0, 40))).toBe('it has 40 bytes; a header alone has 132')
    expect(why(put(PRINTER, [0, 4000]))).toBe(`its header says 4000 bytes, the file has ${PRINTER.length}`)
    expect(why(put(PRINTER, [0, PRINTER.length + 1]))).toMatch(/its header says/)
    expect(why(put(PRINTER, [0, PRINTER.length - 3]))).toMatch(/lies beyond the end|read/)
    expect(why(put(PRINTER, [0, PRINTER.length - 4]))).toMatch(/its header says/)
    expect(why(put(PRINTER, [128, 0xffff_ffff]))).toBe('a table of 4294967295 tags does not fit')
    const white = entry(PRINTER, 'wtpt')
    expect(why(put(PRINTER, [white + 4, offsetOf(PRINTER, 'wtpt') + 2]))).toMatch(
      /the tag wtpt begins at \d+, which is no multiple of 4/,
    )
    expect(why(put(PRINTER, [white + 4, 132]))).toBe('the tag wtpt lies inside the table of tags')
    expect(why(put(PRINTER, [white + 8, 0xffff_0000]))).toBe('the tag wtpt lies beyond the end')
    expect(why(put(PRINTER, [white + 8, 4]))).toBe('the tag wtpt has 4 bytes; the least is 8')
    expect(why(put(PRINTER, [white + 4, offsetOf(PRINTER, 'cprt') + 4]))).toBe('the tags cprt and wtpt overlap')
    // by the least that can be: it has 28 bytes, and the next begins four before its end
    expect(why(put(PRINTER, [white + 4, offsetOf(PRINTER, 'cprt') + 24]))).toBe('the tags cprt and wtpt overlap')
    // two tags may share one place
    const shared = put(PRINTER, [entry(PRINTER, 'A2B1') + 4, offsetOf(PRINTER, 'A2B0')])
    expect(why(shared)).toBe('read')
  })
  it('counts nothing that its tags have no room for', () => {
    const curve = offsetOf(GREY, 'kTRC')
    expect(why(put(GREY, [curve + 8, 1_000_000_000]))).toBe(
      'the curve kTRC says 1000000000 entries, its tag has room for 256',
    )
    expect(why(put(GREY, [curve + 8, 257]))).toMatch(/says 257 entries/)
    expect(why(put(GREY, [curve, 0x74657874]))).toBe('the curve kTRC is of the type text')
    const table = offsetOf(PRINTER, 'B2A0')
    const wider = PRINTER.slice()
    wider[table + 10] = 18
    expect(why(wider)).toMatch(/the table A2B0 needs|the table B2A0 needs \d+ bytes, its tag has \d+/)
    wider[table + 10] = 17
    wider[table + 8] = 0
    expect(why(wider)).toBe('the table B2A0 has 0 to 3 channels')
    expect(why(put(PRINTER, [table, 0x74657874]))).toBe('the table B2A0 is of the type text')
    // a table of the newer kind whose parts lie beyond it
    expect(why(put(PRINTER, [table, 0x6d424120], [table + 12, 0x7fff_ffff]))).toBe(
      'a part of the table B2A0 lies beyond its tag',
    )
    expect(why(put(PRINTER, [offsetOf(PRINTER, 'wtpt'), 0x74657874]))).toBe('its white is no XYZ value')
  })
  it('reads what another program reads', async () => {
    const lcms = await instantiate()
    for (const bytes of Object.values(VALID)) {
      const handle = lcms.cmsOpenProfileFromMem(bytes, bytes.length)
      const p = value(bytes)
      expect(lcms.cmsGetColorSpaceASCII(handle).trim()).toBe(p.space)
      expect(ICC_INTENTS[lcms.cmsGetHeaderRenderingIntent(handle)]).toBe(p.intent)
      expect(lcms.cmsGetProfileInfoASCII(handle, 0, 'en', 'US')).toBe(p.description)
      expect(lcms.cmsGetProfileInfoASCII(handle, 3, 'en', 'US')).toBe(p.copyright)
      lcms.cmsCloseProfile(handle)
    }
  })
  it('ends on hostile bytes, with a sentence or a profile, and never makes more than it was given', () => {
    const sources = Object.values(VALID)
    fc.assert(
      fc.property(
        fc.nat(sources.length - 1),
        // mostly where counts and places stand: header, table, the first bytes of tags
        fc.array(fc.tuple(fc.oneof(fc.nat(300), fc.nat(4000)), fc.nat(255)), { minLength: 1, maxLength: 24 }),
        fc.option(fc.nat(4000)),
        (which, hits, cut) => {
          const bytes = (sources[which] ?? PRINTER).slice()
          for (const [at, v] of hits) bytes[at % bytes.length] = v
          const read = readProfile(cut === null ? bytes : bytes.slice(0, cut))
          if (!read.ok) {
            expect(read.problem.why.length).toBeGreaterThan(10)
            return
          }
          expect(read.value.tags.length).toBeLessThanOrEqual(200)
          for (const c of read.value.curves) if (c.kind === 'table') expect(c.entries * 2).toBeLessThan(bytes.length)
          expect(sayProfile(read.value).length).toBeGreaterThan(2)
        },
      ),
      { numRuns: process.env.LIBRETA_FULL ? 20_000 : 500 },
    )
  })
})

describe('a profile in words', () => {
  it('is chosen only where it is a printer’s, for RGB or grey, and can be converted to', () => {
    expect([PRINTER, GREY].map((b) => whyNot(value(b)))).toEqual([null, null])
    expect(whyNot(value(SCREEN))).toMatch(/^It describes a screen, not a printer: ask for/)
    expect(whyNot({ ...value(PRINTER), space: 'CMYK' })).toMatch(/^It takes cyan, magenta, yellow and black/)
    expect(whyNot({ ...value(PRINTER), toDevice: [] })).toMatch(/no table to printer values/)
    expect(whyNot({ ...value(GREY), curves: [] })).toMatch(/no table to printer values/)
    expect(whyNot({ ...value(PRINTER), deviceClass: 'xyzw' })).toMatch(/the class xyzw/)
  })
  it('says what it can, and which intent it only names', () => {
    expect(sayProfile(value(PRINTER))).toEqual([
      'Of a printer, RGB to Lab, version 2.4.',
      'Tables for perceptual and relative colorimetric.',
      'White X 0.964, Y 1.000, Z 0.825.',
      '“No rights reserved.”',
    ])
    expect(sayProfile({ ...value(PRINTER), intent: 'saturation' })[1]).toBe(
      'Tables for perceptual and relative colorimetric; none for saturation, which its header names.',
    )
    expect(sayProfile(value(GREY)).slice(1, 3)).toEqual(['No tables to device values.', 'Curves: kTRC of 256 entries.'])
    expect(sayProfile({ ...value(GREY), white: null }).at(-2)).toBe('It names no white.')
  })
})
