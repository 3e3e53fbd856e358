import type { Takes } from '@/core/printer/takes'
import { bad, ok, type Result } from '@/core/result/result'
import type { PageColour } from './colour'

/** How one page goes to one printer. */
export type Delivery = {
  readonly format: 'image/pwg-raster' | 'image/jpeg'
  readonly space: PageColour['space']
  readonly bits: 8 | 16
  readonly ppi: number
}

/** Why nothing that we make is taken. */
export type NotTaken =
  | { readonly code: 'format'; readonly takes: readonly string[] }
  | { readonly code: 'jpeg_scales' }
  | { readonly code: 'device_colour'; readonly takes: readonly string[] }
  | { readonly code: 'no_colour'; readonly takes: readonly string[] }

const RASTER = 'image/pwg-raster'
const JPEG = 'image/jpeg'

/**
 * Other kinds of raster that mean the same numbers: grey may go as three equal channels, sixteen bits as eight. Device
 * values never go as sRGB: the printer would convert them a second time.
 */
const SAME_MEANING: Readonly<Record<PageColour['space'], readonly PageColour['space'][]>> = {
  srgb: ['srgb'],
  sgray: ['sgray', 'srgb'],
  rgb: ['rgb'],
  black: ['black', 'rgb'],
}

/**
 * The told resolution nearest to the wanted one by ratio; of two as near, the finer. Nothing told: the wanted one.
 * @example nearestPpi(720, [300, 600, 1200]) // 600
 */
export function nearestPpi(wanted: number, told: readonly number[]): number {
  const far = (ppi: number): number => Math.abs(Math.log(ppi / wanted))
  return [...told].sort((a, b) => far(a) - far(b) || b - a)[0] ?? wanted
}

/**
 * What is sent for a page of this colour at this resolution. A printer that told nothing is sent what is wanted.
 * @example deliveryOf(null, { space: 'srgb', bits: 8 }, 300) // { ok: true, value: { format: 'image/pwg-raster', space: 'srgb', bits: 8, ppi: 300 } }
 */
export function deliveryOf(
  takes: Takes | null,
  colour: Pick<PageColour, 'space' | 'bits'>,
  ppi: number,
): Result<Delivery, NotTaken> {
  const wanted: Delivery = { format: RASTER, space: colour.space, bits: colour.bits, ppi }
  if (!takes || takes.formats.length === 0) return ok(wanted)
  const at = nearestPpi(ppi, takes.resolutions)
  if (takes.formats.includes(RASTER)) {
    if (takes.rasterTypes.length === 0) return ok({ ...wanted, ppi: at })
    const depths: readonly (8 | 16)[] = colour.bits === 16 ? [16, 8] : [8]
    for (const space of SAME_MEANING[colour.space])
      for (const bits of depths)
        if (takes.rasterTypes.includes(`${space}_${bits}`)) return ok({ format: RASTER, space, bits, ppi: at })
    return bad({ code: colour.space === 'srgb' ? 'no_colour' : 'device_colour', takes: takes.rasterTypes })
  }
  if (!takes.formats.includes(JPEG)) return bad({ code: 'format', takes: takes.formats })
  if (!takes.scaling.includes('none')) return bad({ code: 'jpeg_scales' })
  if (colour.space === 'rgb' || colour.space === 'black') return bad({ code: 'device_colour', takes: ['JPEG in sRGB'] })
  return ok({ format: JPEG, space: colour.space, bits: 8, ppi: at })
}

/**
 * Whether a printer takes anything that we make, whatever the preset; null when it does.
 * @example takesNothing({ formats: ['application/pdf'], rasterTypes: [], resolutions: [], scaling: [] }).code // 'format'
 */
export function takesNothing(takes: Takes): NotTaken | null {
  const any = (['srgb', 'sgray', 'rgb', 'black'] as const).map((space) => deliveryOf(takes, { space, bits: 8 }, 300))
  const [first] = any
  return any.some((d) => d.ok) || !first || first.ok ? null : first.problem
}

/**
 * The reason and the way out, without the printer's name.
 * @example sayNotTaken({ code: 'jpeg_scales' }) // 'it takes JPEG only and does not promise to leave its size alone, so nothing could be said of what comes out. Save the file and print it with scaling off.'
 */
export function sayNotTaken(why: NotTaken): string {
  switch (why.code) {
    case 'format':
      return `it takes neither PWG raster nor JPEG (it told ${why.takes.filter((f) => f !== 'application/octet-stream').join(', ') || 'no format'}). Save the file and print it from a program that the printer knows.`
    case 'jpeg_scales':
      return 'it takes JPEG only and does not promise to leave its size alone, so nothing could be said of what comes out. Save the file and print it with scaling off.'
    case 'device_colour':
      return `the preset sends the printer’s own colour values, and over the network it takes only ${why.takes.map(sayType).join(', ')}. Take a preset that leaves colour to the printer, or save the file and print it from its own dialog.`
    case 'no_colour':
      return `this page is in colour, and over the network it takes only ${why.takes.map(sayType).join(', ')}. Print a grey picture on it, or save the file and print it from its own dialog.`
    default:
      return why satisfies never
  }
}

const TYPES: Readonly<Record<string, string>> = {
  srgb: 'sRGB',
  sgray: 'grey',
  rgb: 'device RGB',
  black: 'device black',
}
const sayType = (type: string): string => {
  const [space = '', bits] = type.split('_')
  return bits ? `${TYPES[space] ?? 'another colour space'} in ${bits} bits` : type
}
