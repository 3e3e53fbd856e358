import type { Settings } from '@/core/preset/settings'
import { absurd } from '@/core/result/result'

/** How often colour is converted between the file and the paper, and by whom. */
export type ColourCheck =
  | { readonly code: 'once_by_file'; readonly profile: string }
  | { readonly code: 'once_by_printer'; readonly how: 'own' | 'driver profile' }
  | { readonly code: 'grey_by_printer' }
  | { readonly code: 'grey_by_both'; readonly profile: string }
  | { readonly code: 'twice'; readonly profile: string; readonly how: 'own' | 'driver profile' | 'monochrome' }
  | { readonly code: 'not_at_all' }
  | { readonly code: 'not_described'; readonly profile: string }

/**
 * Converted exactly once, twice, or not at all: from the version, its profile, and whether the picture says what its
 * numbers mean (null: no picture yet).
 * @example colourCheck({ ...VERSION.settings, printerColour: 'off' }, null, true) // { code: 'not_at_all' }
 */
export function colourCheck(
  settings: Pick<Settings, 'fileColour' | 'colourMode' | 'printerColour'>,
  profile: { readonly name: string; readonly grey: boolean } | null,
  described: boolean | null,
): ColourCheck {
  const { fileColour, colourMode } = settings
  // a draft in colour whose printer colour is not said yet does nothing to it
  const printerColour = settings.printerColour ?? 'off'
  if (fileColour.kind === 'untouched') {
    if (colourMode === 'monochrome') return { code: 'grey_by_printer' }
    return printerColour === 'off' ? { code: 'not_at_all' } : { code: 'once_by_printer', how: printerColour }
  }
  const name = profile?.name ?? 'a profile that is missing'
  if (colourMode === 'monochrome')
    return profile?.grey ? { code: 'grey_by_both', profile: name } : { code: 'twice', profile: name, how: 'monochrome' }
  if (printerColour !== 'off') return { code: 'twice', profile: name, how: printerColour }
  return described === false ? { code: 'not_described', profile: name } : { code: 'once_by_file', profile: name }
}

/** How a result is rated: twice is a stop. @example colourLevel({ code: 'not_at_all' }) // 'caution' */
export const colourLevel = (c: ColourCheck): 'stop' | 'caution' | 'fine' =>
  c.code === 'twice' ? 'stop' : c.code === 'not_at_all' || c.code === 'not_described' ? 'caution' : 'fine'

/**
 * The result in a sentence.
 * @example sayColour({ code: 'once_by_printer', how: 'own' }) // 'Colour is converted once, by the printer (own); the file goes as it is.'
 */
export function sayColour(c: ColourCheck): string {
  switch (c.code) {
    case 'once_by_file':
      return `Colour is converted once: the file to ${c.profile}, the printer leaves it alone.`
    case 'once_by_printer':
      return `Colour is converted once, by the printer (${c.how}); the file goes as it is.`
    case 'grey_by_printer':
      return 'Grey is made once, in the printer’s own monochrome; the file goes as it is.'
    case 'grey_by_both':
      return `Grey is converted to ${c.profile}, which was made for monochrome.`
    case 'twice':
      return `Colour is converted twice: the file to ${c.profile}, then again by the printer (${c.how}). Turn one of them off.`
    case 'not_at_all':
      return 'Colour is not converted at all: right for a target or a wedge, wrong for a picture.'
    case 'not_described':
      return `The picture has no profile, so its colours are taken as sRGB before they go to ${c.profile}.`
    default:
      return absurd(c)
  }
}
