import { createHash } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { VERSION } from '../../../test/slip-facts'
import { differences } from './differences'
import { sealedText, shortSeal } from './seal'
import type { Settings } from './settings'

const base = VERSION.settings

describe('the seal', () => {
  it('is canonical: keys in order, no spaces, NFC', () => {
    expect(sealedText({ ...base, inkSet: 'e\u0301ncre' })).toBe(
      '{"blackInk":"matte","colourMode":"colour","driverProfile":null,"feed":"f","inkSet":"éncre","mediaSetting":"matte","paper":"paper","passes":"one-way","printerColour":"own","quality":"fine","queue":"q","schema":2,"tint":null,"topcoat":null}',
    )
  })
  const lands: readonly Partial<Settings>[] = [
    { queueId: 'q2' },
    { inkSet: 'others' },
    { feedId: 'g' },
    { paperId: 'p2' },
    { mediaSettingId: 'm2' },
    { qualityId: 'slow' },
    { passes: 'two-way' },
    { blackInk: 'photo' },
    { topcoat: 'even' },
    { printerColour: 'off' },
    { colourMode: 'monochrome', printerColour: null },
    { driverProfile: { name: 'fen lustre', intent: 'relative' } },
    { tint: { a: 1, b: 0 } },
  ]
  it.each(lands)('changes with what decides how ink lands: %o', (patch) => {
    expect(sealedText({ ...base, ...patch })).not.toBe(sealedText(base))
  })
  const others: readonly Partial<Settings>[] = [
    { fileColour: { kind: 'profile', profileId: 'x', intent: 'relative', blackPoint: true } },
    { edgeAllowed: 'margins' },
    { mirror: true },
  ]
  it.each(others)('does not change with %o', (patch) => {
    expect(sealedText({ ...base, ...patch })).toBe(sealedText(base))
  })
  it('is shown in Crockford base 32, bits from the top', () => {
    expect(shortSeal(new Uint8Array([0, 0, 0, 0, 0]), 6)).toBe('000000')
    expect(shortSeal(new Uint8Array([0b00001_000, 0b10_00011_0, 0b0100_0010, 0b1_00110_00, 0]), 6)).toBe('123456')
    const hash = createHash('sha256').update(sealedText(base)).digest()
    expect(shortSeal(hash, 8)).toMatch(/^[0-9A-HJKMNP-TV-Z]{8}$/)
    expect(shortSeal(hash, 8).startsWith(shortSeal(hash, 6))).toBe(true)
  })
})

describe('differences', () => {
  it('come in the page’s order, and say whether the seal changed', () => {
    const to = { ...base, qualityId: 'slow', mirror: true }
    expect(differences(base, to)).toEqual({
      changed: [
        { key: 'qualityId', from: 'fine', to: 'slow' },
        { key: 'mirror', from: false, to: true },
      ],
      newSeal: true,
    })
    expect(differences(base, { ...base, mirror: true }).newSeal).toBe(false)
  })
})
