import type { Settings } from '@/core/preset/settings'
import { absurd } from '@/core/result/result'

/** What a picture's file says of its numbers, as far as it matters to who converts them. */
export type FileColours =
  | 'untagged'
  /** in sRGB, or in a space that is no wider */
  | 'tagged'
  /** in a working space that is wider than sRGB */
  | 'wide'
  /** already in the very profile that the version converts to */
  | 'in the target'
  /** already in a printer's profile, another one */
  | 'in a printer profile'
  | 'untagged grey'
  | 'grey profile'
  /** an embedded profile that can describe no picture, and nobody has said what to make of it yet */
  | 'wrong class'
  | 'Lab'

/** Every kind of file, in the order of the table. */
export const FILE_COLOURS: readonly FileColours[] = [
  ...(['untagged', 'tagged', 'wide', 'in the target', 'in a printer profile'] as const),
  ...(['untagged grey', 'grey profile', 'wrong class', 'Lab'] as const),
]

/** The profile that a version converts to; `retired`: no longer offered, its file is kept and still used. */
export type TargetProfile = {
  readonly name: string
  readonly grey: boolean
  readonly retired?: boolean
  /** made with another seal than the version's */
  readonly otherSeal?: boolean
}

/** What speaks against the profile that is converted to, though it is here. */
type Doubt = 'retired' | 'other seal'

type Printing = 'own' | 'driver profile'

/** How often colour is converted between the file and the paper, and by whom. */
export type ColourCheck =
  | { readonly code: 'once_by_file'; readonly profile: string; readonly assumed: boolean; readonly doubt: Doubt | null }
  | { readonly code: 'once_again'; readonly profile: string; readonly doubt: Doubt | null }
  | { readonly code: 'once_before'; readonly profile: string | null }
  | { readonly code: 'once_by_printer'; readonly how: Printing }
  | { readonly code: 'once_narrowed'; readonly how: Printing }
  | { readonly code: 'grey_by_printer' }
  | { readonly code: 'grey_by_both'; readonly profile: string }
  | { readonly code: 'twice'; readonly profile: string; readonly how: Printing | 'monochrome' }
  | { readonly code: 'twice_before'; readonly how: Printing | 'monochrome' }
  | { readonly code: 'not_at_all' }
  | { readonly code: 'not_known'; readonly why: 'missing' | 'wrong class' | 'Lab' }

/** How often, in a word. */
export type Times = 'once' | 'twice' | 'not at all' | 'not known'

/**
 * The one table of who converts colour: from the version, the profile that it converts to (null: it is not in the room),
 * and what the file says of its numbers (null: no picture yet, which is taken as one in a working space).
 *
 * Untouched: the printer converts, or nobody does. A file that is in a printer's profile already has been converted
 * before it came: a printer that converts as well does it a second time. To a profile: the file is converted here, and a
 * printer that converts as well does it a second time; a file in that very profile stays as it is.
 * @example colourCheck({ ...VERSION.settings, printerColour: 'off' }, null, 'tagged') // { code: 'not_at_all' }
 */
export function colourCheck(
  settings: Pick<Settings, 'fileColour' | 'colourMode' | 'printerColour'>,
  profile: TargetProfile | null,
  file: FileColours | null,
): ColourCheck {
  const { fileColour, colourMode } = settings
  if (file === 'wrong class' || file === 'Lab') return { code: 'not_known', why: file }
  const monochrome = colourMode === 'monochrome'
  // a draft in colour whose printer colour is not said yet does nothing to it
  const printer = settings.printerColour ?? 'off'
  const before = file === 'in the target' || file === 'in a printer profile'
  if (fileColour.kind === 'untouched') {
    if (monochrome) return before ? { code: 'twice_before', how: 'monochrome' } : { code: 'grey_by_printer' }
    if (printer === 'off') return before ? { code: 'once_before', profile: null } : { code: 'not_at_all' }
    if (before) return { code: 'twice_before', how: printer }
    return file === 'wide' ? { code: 'once_narrowed', how: printer } : { code: 'once_by_printer', how: printer }
  }
  if (!profile) return { code: 'not_known', why: 'missing' }
  const { name } = profile
  if (monochrome)
    return profile.grey ? { code: 'grey_by_both', profile: name } : { code: 'twice', profile: name, how: 'monochrome' }
  if (printer !== 'off') return { code: 'twice', profile: name, how: printer }
  if (file === 'in the target') return { code: 'once_before', profile: name }
  const doubt = profile.retired ? 'retired' : profile.otherSeal ? 'other seal' : null
  if (file === 'in a printer profile') return { code: 'once_again', profile: name, doubt }
  return { code: 'once_by_file', profile: name, assumed: file === 'untagged' || file === 'untagged grey', doubt }
}

const TIMES: Readonly<Record<ColourCheck['code'], Times>> = {
  once_by_file: 'once',
  once_again: 'once',
  once_before: 'once',
  once_by_printer: 'once',
  once_narrowed: 'once',
  grey_by_printer: 'once',
  grey_by_both: 'once',
  twice: 'twice',
  twice_before: 'twice',
  not_at_all: 'not at all',
  not_known: 'not known',
}

/** How often colour is converted. @example timesConverted({ code: 'not_at_all' }) // 'not at all' */
export const timesConverted = (c: ColourCheck): Times => TIMES[c.code]

/**
 * How a result is rated: twice and not known are stops; not at all, and what loses colours on the way, are cautions.
 * @example colourLevel({ code: 'not_at_all' }) // 'caution'
 */
export function colourLevel(c: ColourCheck): 'stop' | 'caution' | 'fine' {
  const times = timesConverted(c)
  if (times === 'twice' || times === 'not known') return 'stop'
  const doubtful = 'doubt' in c && c.doubt !== null
  return times === 'not at all' || c.code === 'once_again' || c.code === 'once_narrowed' || doubtful
    ? 'caution'
    : 'fine'
}

/**
 * The result in a sentence.
 * @example sayColour({ code: 'once_by_printer', how: 'own' }) // 'Colour is converted once, by the printer (own); the file goes as it is.'
 */
export function sayColour(c: ColourCheck): string {
  switch (c.code) {
    case 'once_by_file':
      return `Colour is converted once: the file${c.assumed ? ', taken as sRGB since it names no profile,' : ''} to ${c.profile}, the printer leaves it alone.${sayDoubt(c.doubt)}`
    case 'once_again':
      return `The file is in another printer’s profile, so it holds only that one’s colours; it is converted once from there to ${c.profile}. Ask for the picture as it was before, if there is one.${sayDoubt(c.doubt)}`
    case 'once_before':
      return c.profile === null
        ? 'The file was converted to a printer’s profile before it came, and nobody converts it again. Right if that profile is this printer’s and paper’s.'
        : `The file is in ${c.profile} already: it stays as it is, and the printer leaves it alone.`
    case 'once_by_printer':
      return `Colour is converted once, by the printer (${c.how}); the file goes as it is.`
    case 'once_narrowed':
      return `The printer (${c.how}) takes sRGB, so the file is brought into it first: colours beyond sRGB are lost. A preset that converts to a profile keeps them.`
    case 'grey_by_printer':
      return 'Grey is made once, in the printer’s own monochrome; the file goes as it is.'
    case 'grey_by_both':
      return `Grey is converted to ${c.profile}, which was made for monochrome.`
    case 'twice':
      return `Colour is converted twice: the file to ${c.profile}, then again by the printer (${c.how}). Turn one of them off.`
    case 'twice_before':
      return `Colour is converted twice: the file was in a printer’s profile when it came, and the printer (${c.how}) converts again. Ask for the picture as it was before, or take a preset whose printer colour is off.`
    case 'not_at_all':
      return 'Colour is not converted at all: right for a target or a wedge, wrong for a picture.'
    case 'not_known':
      return NOT_KNOWN[c.why]
    default:
      return absurd(c)
  }
}

const sayDoubt = (doubt: Doubt | null): string =>
  doubt === 'retired'
    ? ' The profile is retired.'
    : doubt === 'other seal'
      ? ' The profile was made with other settings, so colours may be off.'
      : ''

const NOT_KNOWN = {
  missing: 'How colour is converted is not known: the profile of this preset is not in the room.',
  'wrong class':
    'How colour is converted is not known: the profile in the file can describe no picture. Ask for the file again, or take it as untagged.',
  Lab: 'How colour is converted is not known: the file is in Lab. Ask for it in RGB or grey.',
} as const

/** What is known of a picture's own profile. */
export type PictureColours = {
  readonly grey: boolean
  /** the embedded profile's description; null: none that counts */
  readonly profile: string | null
  /** SHA-256 of the embedded profile, where it was noted */
  readonly profileSha?: string | null
  /** ICC device class of the embedded profile, where it was noted */
  readonly profileClass?: string | null
  readonly colourAsks?: boolean
}

/** Whether a profile's own description says sRGB, which is what untagged colour is taken for. @example isSrgb('sRGB IEC61966-2.1') // true */
export const isSrgb = (description: string): boolean => /s\s?RGB/i.test(description)

/**
 * The row of the table that a picture stands in.
 * @param target the profile that its version converts to, or null. Where nobody noted the embedded profile's own bytes (a
 * picture from before they were), its description is compared.
 * @example fileColoursOf({ grey: false, profile: null }, null) // 'untagged'
 */
export function fileColoursOf(
  picture: PictureColours,
  target: { readonly name: string; readonly sha?: string | null } | null,
): FileColours {
  const { grey, profile, profileSha = null, profileClass = null } = picture
  if (picture.colourAsks) return 'wrong class'
  if (profile === null) return grey ? 'untagged grey' : 'untagged'
  if (target && (profileSha !== null && target.sha ? profileSha === target.sha : profile === target.name))
    return 'in the target'
  if (profileClass === 'prtr') return 'in a printer profile'
  if (grey) return 'grey profile'
  return isSrgb(profile) ? 'tagged' : 'wide'
}
