import type { Settings } from '@/core/preset/settings'

/** How a page's colour goes to a printer as raster. */
export type PageColour = {
  /** `rgb` and `black` are device values; `srgb` and `sgray` say what they look like */
  readonly space: 'rgb' | 'black' | 'srgb' | 'sgray'
  readonly bits: 8 | 16
  /** what is done to the picture's numbers first */
  readonly convert: 'nothing' | 'to sRGB' | 'to the profile'
}

/**
 * The raster's colour from a version's settings and the picture. After a conversion to a profile the numbers are
 * the printer's own and are never labelled sRGB; so are untouched numbers when the printer's own colour is off. A printer
 * that does colour by itself gets sRGB, into which a picture with another profile is brought: raster knows no profiles.
 */
export function pageColour(
  settings: Pick<Settings, 'fileColour' | 'printerColour' | 'bits'>,
  picture: { readonly grey: boolean; readonly otherProfile: boolean },
  profileIsGrey: boolean,
): PageColour {
  const { bits } = settings
  if (settings.fileColour.kind === 'profile')
    return { space: profileIsGrey ? 'black' : 'rgb', bits, convert: 'to the profile' }
  const grey = picture.grey
  if (settings.printerColour === 'off') return { space: grey ? 'black' : 'rgb', bits, convert: 'nothing' }
  // grey with a profile of its own is brought to sRGB like any other: raster knows no profiles
  if (grey && !picture.otherProfile) return { space: 'sgray', bits, convert: 'nothing' }
  return { space: 'srgb', bits, convert: picture.otherProfile ? 'to sRGB' : 'nothing' }
}
