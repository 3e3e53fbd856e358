import type { Settings } from '@/core/preset/settings'

/** What is done to a picture's numbers before they are laid. */
export type Conversion = 'nothing' | 'to sRGB' | 'to the profile'

/** How a page's colour goes to a printer as raster, or into a file. */
export type PageColour = {
  /** `rgb` and `black` are device values; `srgb` and `sgray` say what they look like */
  readonly space: 'rgb' | 'black' | 'srgb' | 'sgray'
  readonly bits: 8 | 16
  /** for each picture, in their order */
  readonly convert: readonly Conversion[]
}

/**
 * The page's colour from a version's settings and the pictures on it. After a conversion to a profile the numbers are
 * the printer's own and are never labelled sRGB; so are untouched numbers when the printer's own colour is off. A printer
 * that does colour by itself gets sRGB, into which a picture with another profile is brought: raster knows no profiles.
 * A page is grey only when every picture on it is.
 * @example pageColour({ fileColour: { kind: 'untouched' }, printerColour: 'own', bits: 8 }, [{ grey: true, otherProfile: false }], false) // { space: 'sgray', bits: 8, convert: ['nothing'] }
 */
export function pageColour(
  settings: Pick<Settings, 'fileColour' | 'printerColour' | 'bits'>,
  pictures: readonly {
    readonly grey: boolean
    readonly otherProfile: boolean
    /** it is in the profile already that the version converts to */
    readonly inTarget?: boolean
  }[],
  profileIsGrey: boolean,
): PageColour {
  const { bits } = settings
  const every = (how: Conversion) => pictures.map(() => how)
  if (settings.fileColour.kind === 'profile')
    return {
      ...{ space: profileIsGrey ? 'black' : 'rgb', bits },
      convert: pictures.map((p) => (p.inTarget ? 'nothing' : 'to the profile')),
    }
  const grey = pictures.length > 0 && pictures.every((p) => p.grey)
  if (settings.printerColour === 'off') return { space: grey ? 'black' : 'rgb', bits, convert: every('nothing') }
  const others = pictures.some((p) => p.otherProfile)
  // grey with a profile of its own is brought to sRGB like any other: raster knows no profiles
  if (grey && !others) return { space: 'sgray', bits, convert: every('nothing') }
  return { space: 'srgb', bits, convert: pictures.map((p) => (p.otherProfile ? 'to sRGB' : 'nothing')) }
}
