import canonicalize from 'canonicalize'
import type { Settings } from './settings'

/** The schema number of what a seal covers: raised when a field joins it. */
export const SEAL_SCHEMA = 2

/** Crockford's base 32: no I, L, O, U, so that a seal can be read out. */
const CROCKFORD = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'

/**
 * What decides how ink lands, and nothing else: profiles, curves, edges and sizes are no part of it.
 * @param sealOwn ids of the room's own options that decide how ink lands; without one the schema has no `own`.
 * @example sealed({ ...VERSION.settings, topcoat: 'even', own: { drying: 'slow', sound: 'off' } }, ['drying']).own // { drying: 'slow' }
 */
export function sealed(settings: Settings, sealOwn: readonly string[] = []): Readonly<Record<string, unknown>> {
  const driver = settings.driverProfile
  const own = Object.fromEntries(Object.entries(settings.own).filter(([id]) => sealOwn.includes(id)))
  return {
    ...(Object.keys(own).length > 0 ? { own } : {}),
    schema: SEAL_SCHEMA,
    queue: settings.queueId,
    inkSet: settings.inkSet.normalize('NFC'),
    feed: settings.feedId,
    paper: settings.paperId,
    mediaSetting: settings.mediaSettingId,
    quality: settings.qualityId,
    passes: settings.passes,
    blackInk: settings.blackInk,
    topcoat: settings.topcoat === null ? null : settings.topcoat.normalize('NFC'),
    colourMode: settings.colourMode,
    printerColour: settings.printerColour,
    driverProfile: driver && { name: driver.name.normalize('NFC'), intent: driver.intent },
    tint: settings.tint,
  }
}

/**
 * The canonical text of {@link sealed}: RFC 8785, stored beside the seal.
 * @example sealedText(VERSION.settings) === sealedText({ ...VERSION.settings, mirror: true }) // true
 */
export function sealedText(settings: Settings, sealOwn: readonly string[] = []): string {
  const text = canonicalize(sealed(settings, sealOwn))
  if (text === undefined) throw new Error('what a seal covers is always an object')
  return text
}

/**
 * The first letters of a hash: 5 bits each, most significant first.
 * @param hash SHA-256 of {@link sealedText}.
 * @example shortSeal(new Uint8Array([255, 255, 255, 255, 255]), 6) // 'ZZZZZZ'
 */
export function shortSeal(hash: Uint8Array, letters: 6 | 8): string {
  let bits = 0
  let held = 0
  let out = ''
  for (const byte of hash) {
    held = (held << 8) | byte
    bits += 8
    while (bits >= 5 && out.length < letters) {
      bits -= 5
      out += CROCKFORD[(held >> bits) & 31]
      held &= (1 << bits) - 1
    }
    if (out.length === letters) break
  }
  return out
}
