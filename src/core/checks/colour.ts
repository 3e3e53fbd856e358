import { colourCheck, colourLevel, fileColoursOf } from '@/core/colour/colour-check'
import { type Check, found } from './check'

/** Somebody said with which seals it was made, and this is none of them. */
const madeForAnother = (seals: readonly string[], seal: string): boolean => seals.length > 0 && !seals.includes(seal)

/** A version that converts to a profile needs that profile, made with the seal in use. */
export const profilePresent: Check = {
  id: 'profile',
  about: 'the profile of the preset is here and right for its seal',
  of: 'print',
  run: ({ version }) => {
    if (!version || version.settings.fileColour.kind === 'untouched') return null
    const { profile } = version
    if (!profile) return found('stop', { code: 'profile_missing', preset: version.presetName })
    if (profile.retired)
      return found('stop', { code: 'profile_retired', name: profile.name, preset: version.presetName })
    if (profile.staleSince)
      return found('caution', {
        ...{ code: 'profile_stale', name: profile.name, printer: version.printerName, since: profile.staleSince },
      })
    return madeForAnother(profile.seals, version.seal)
      ? found('caution', {
          code: 'profile_other_seal',
          name: profile.name,
          madeWith: profile.seals.join(' and '),
          seal: version.seal,
        })
      : found('fine', { code: 'profile_present', name: profile.name })
  },
}

/**
 * Numbers without a profile mean nothing by themselves: a colour picture, or a grey one that is to be converted, is
 * read as an assumption. An untouched grey file is meant as device grey.
 */
export const colourDescribed: Check = {
  id: 'colour',
  about: 'the picture says what its numbers mean',
  of: 'piece',
  run: ({ picture }, { version }) => {
    if (!picture) return null
    const { colourNote: note, name } = picture
    if (note)
      return found(picture.colourAsks ? 'stop' : 'caution', {
        code: 'colour_note',
        name,
        note,
        asks: picture.colourAsks ?? false,
      })
    const untouched = version?.settings.fileColour.kind === 'untouched'
    if (picture.profile !== null || (picture.grey && untouched)) return found('fine', { code: 'colour_described' })
    return found('caution', { code: 'colour_unknown', grey: picture.grey })
  },
}

/** Converted exactly once, twice, or not at all, from file, version and queue together. */
export const convertedOnce: Check = {
  id: 'conversion',
  about: 'colour is converted exactly once',
  of: 'piece',
  run: ({ picture }, { version }) => {
    if (!version) return null
    // a profile that asks is what the colour check speaks of
    if (picture?.colourAsks) return null
    const converts = version.settings.fileColour.kind === 'profile'
    const file = picture && fileColoursOf(picture, converts ? version.profile : null)
    const { profile, seal } = version
    const otherSeal = profile !== null && madeForAnother(profile.seals, seal)
    const result = colourCheck(version.settings, profile && { ...profile, otherSeal }, file)
    // so is a profile that is missing, of the profile check
    if (result.code === 'not_known') return null
    return found(colourLevel(result), { code: 'conversion', result })
  },
}

export const blackInkHeld: Check = {
  id: 'black',
  about: 'the printer holds the black ink that the preset needs',
  of: 'print',
  run: ({ version }) => {
    if (!version || version.holdsBlack === null || version.settings.blackInk === null) return null
    const { holdsBlack, settings, printerName } = version
    return holdsBlack === settings.blackInk
      ? found('fine', { code: 'black_held' })
      : found('stop', { code: 'black_swap', holds: holdsBlack, needs: version.settings.blackInk, printer: printerName })
  },
}
