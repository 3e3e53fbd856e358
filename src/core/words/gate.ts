import type { Chosen, GateFinding } from '@/core/gate/gate'
import { absurd } from '@/core/result/result'
import { listed } from './count'
import { SETTING_NAMES } from './settings'

const capital = (text: string): string => (text[0]?.toUpperCase() ?? '') + text.slice(1)
const lower = (text: string): string =>
  /^[A-Z][a-z]/.test(text) ? (text[0]?.toLowerCase() ?? '') + text.slice(1) : text

const sayChosen = (chosen: readonly Chosen[]): string =>
  chosen.length === 0 ? '' : ` (${chosen.map((c) => `${lower(c.option)}: ${c.value}`).join(', ')})`

/**
 * What speaks against settings, in a sentence.
 * @example sayGate({ code: 'ink_set', printer: 'Otter', holds: 'Pigment 2', named: 'Pigment 1' }) // 'Otter holds Pigment 2 now; this names Pigment 1, and what was measured with that no longer holds.'
 */
export function sayGate(f: GateFinding): string {
  switch (f.code) {
    case 'retired':
      return f.what === 'printer' || f.what === 'preset'
        ? `${capital(f.what)} ${f.name} is retired.`
        : `The ${f.what} ${f.name} is retired.`
    case 'gone':
      return `${f.queue} does not have this ${lower(f.option)} any more.`
    case 'against_rules':
      return `${capital(listed(f.because))}${sayChosen(f.chosen)}.`
    case 'nobody_set':
      return `Nobody has set ${lower(f.option)}: it would print as whoever stood there last left it.`
    case 'ink_set':
      return `${f.printer} holds ${f.holds} now; this names ${f.named}, and what was measured with that no longer holds.`
    case 'profile_elsewhere':
      return `Profile ${f.name} was made with ${f.differs.length === 0 ? 'other settings' : `another ${listed(f.differs.map((k) => SETTING_NAMES[k]))}`}.`
    case 'profile_stale':
      return `Since profile ${f.name} was made, ${f.printer} had ${/^[aeiou]/.test(f.since) ? 'an' : 'a'} ${f.since}: print its target again and measure it.`
    case 'printer_colour_unsaid':
      return 'Say what the printer does to colour: off, its own, or its driver’s profile.'
    case 'driver_profile_unsaid':
      return 'Say which profile the driver converts to: its name is part of the seal.'
    default:
      return absurd(f)
  }
}
