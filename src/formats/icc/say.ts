import { listed } from '@/core/words/count'
import type { IccProfile } from './profile'

const CLASSES: Readonly<Record<string, string>> = {
  prtr: 'a printer',
  mntr: 'a screen',
  scnr: 'a scanner or camera',
  spac: 'a colour space',
  link: 'a link between two devices',
  abst: 'an effect',
  nmcl: 'named colours',
}
const SPACES: Readonly<Record<string, string>> = { GRAY: 'grey', CMYK: 'cyan, magenta, yellow and black' }

const kindOf = ({ deviceClass }: IccProfile): string => CLASSES[deviceClass] ?? `the class ${deviceClass.trim()}`

/**
 * Why a profile cannot be chosen for printing here, with what to do; null: it can.
 * @example whyNot({ ...PROFILE, deviceClass: 'mntr' }) // 'It describes a screen, not a printer: ask for the profile of printer, paper and settings.'
 */
export function whyNot(p: IccProfile): string | null {
  if (p.deviceClass !== 'prtr')
    return `It describes ${kindOf(p)}, not a printer: ask for the profile of printer, paper and settings.`
  if (p.space !== 'RGB' && p.space !== 'GRAY')
    return `It takes ${SPACES[p.space] ?? p.space}: printers here take RGB or grey, so ask for one of those.`
  const grey = p.space === 'GRAY' && p.curves.some((c) => c.tag === 'kTRC')
  if (p.toDevice.length === 0 && !grey)
    return 'It has no table to printer values, so nothing can be converted to it: fetch it again, or ask who made it.'
  return null
}

/**
 * What a profile is, in sentences: of what, which values, what it can, its white, its rights.
 * @example sayProfile(PROFILE)[0] // 'Of a printer, RGB to Lab, version 4.3.'
 */
export function sayProfile(p: IccProfile): readonly string[] {
  const { white } = p
  return [
    `Of ${kindOf(p)}, ${SPACES[p.space] ?? p.space} to ${p.pcs}, version ${p.version}.`,
    p.toDevice.length > 0
      ? `Tables for ${listed(p.toDevice)}${p.toDevice.includes(p.intent) || p.intent === 'absolute colorimetric' ? '' : `; none for ${p.intent}, which its header names`}.`
      : 'No tables to device values.',
    ...(p.curves.length > 0
      ? [
          `Curves: ${listed(p.curves.map((c) => (c.kind === 'gamma' ? `${c.tag} a power of ${c.gamma.toFixed(2)}` : `${c.tag} of ${c.entries} entries`)))}.`,
        ]
      : []),
    white ? `White X ${white.x.toFixed(3)}, Y ${white.y.toFixed(3)}, Z ${white.z.toFixed(3)}.` : 'It names no white.',
    ...(p.copyright ? [`“${p.copyright.slice(0, 200)}”`] : []),
  ]
}
