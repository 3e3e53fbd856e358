import type { Found } from '@/core/tone/find'
import type { SampledPatch } from '@/core/tone/sample'
import { sayCode } from '@/core/tone/wedge-code'

/**
 * What keeps a scan from being read as the wedge that is wanted, and what to do; null: it is on it once.
 * @param code of the wedge that is wanted
 * @example sayFound({ wedges: [], cutAt: null, unread: 0, aslant: false, bilevel: true }, 7) // 'This scan holds black and white alone, like a fax. Scan in grey or colour.'
 */
export function sayFound({ wedges, cutAt, unread, aslant, bilevel }: Found, code: number): string | null {
  if (bilevel) return 'This scan holds black and white alone, like a fax. Scan in grey or colour.'
  const own = wedges.filter((w) => w.code === code)
  if (own.length === 1) return null
  if (own.length > 1)
    return `Wedge ${sayCode(code)} is on this scan ${own.length} times. Scan one sheet at a time, or cut the others off.`
  const [other] = wedges
  if (other)
    return `This scan shows ${wedges.length === 1 ? `wedge ${sayCode(other.code)}` : `the wedges ${wedges.map((w) => sayCode(w.code)).join(', ')}`}, and ${sayCode(code)} is wanted. Scan that sheet, or read this one under its own tone check.`
  if (aslant)
    return 'The wedge was seen from aside, as a camera does: its lightness cannot be trusted. Lay the sheet on a scanner.'
  if (cutAt)
    return `The wedge runs off the scan ${cutAt === 'foot' ? 'at its foot' : cutAt === 'top' ? 'at its top' : `at its ${cutAt} side`}: part of it is missing. Scan again with the whole black frame and some white around it.`
  if (unread > 0)
    return 'A black frame is there, but the code in its first bar cannot be read: it may be covered, or scanned too coarsely (75 ppi at least). Scan again, or set the four corners by hand.'
  return 'No wedge was found: there is no black frame with a code in its first bar. Is it the right side of the right sheet? If the frame is damaged, set its four corners by hand.'
}

/**
 * What is wrong with patches that were found, and what to do; null: nothing.
 * @example sayFaults([]) // null
 */
export function sayFaults(patches: readonly SampledPatch[]): string | null {
  const named = (fault: SampledPatch['fault']): string =>
    patches
      .filter((p) => p.fault === fault)
      .map((p) => `${Math.round(100 * p.d)} %`)
      .join(', ')
  const [uneven, light, dark] = [named('uneven'), named('too light'), named('too dark')]
  if (uneven)
    return `Part of the patch ${uneven} has another tone: something lies on it, or it is damaged. Clean the glass and scan again.`
  if (light)
    return `The patch ${light} is as light as this scanner counts: what is lighter is lost. Scan again with a darker setting, automatic exposure off.`
  if (dark)
    return `The patch ${dark} is as dark as this scanner counts: what is darker is lost. Scan again with a lighter setting, automatic exposure off.`
  return null
}
