import { lightness, luminance } from './lightness'
import { throughPoints } from './monotone'
import type { PatchRead, Reading } from './reading'
import type { SampledPatch } from './sample'

/** Where the lightness of the paper and of full black come from. */
export type Anchor = {
  readonly white: number
  readonly black: number
  /** `instrument`: both were measured; `paper`: the paper's data say its white; `assumed`: nobody measured */
  readonly source: 'instrument' | 'paper' | 'assumed'
}

/** What makes a scanner's lightness known: light as it counts it, and the lightness that a meter read there. */
export type ScannerCurve = {
  readonly points: readonly { readonly light: number; readonly l: number }[]
}

/** How far the lightness of a scan may be off the truth, 95 %, in L*: with a scanner check, and without one. */
export const WITHIN = { checked: 1, unchecked: 6 } as const

/**
 * The luminance that a scanner's light stands for, as its check tells it: smooth and rising between the points of the
 * check, and straight on beyond them.
 * @example throughScanner({ points: [{ light: 0, l: 0 }, { light: 1, l: 100 }] })(0.5) // 0.5
 */
export function throughScanner({ points }: ScannerCurve): (light: number) => number {
  const rising = [...points]
    .sort((a, b) => a.light - b.light)
    .filter((p, i, all) => p.light > (all[i - 1]?.light ?? -1))
  const [first, last] = [rising[0], rising.at(-1)]
  if (!first || !last || first === last) throw new Error('a scanner’s curve has two points at least')
  const curve = throughPoints(
    rising.map((p) => p.light),
    rising.map((p) => luminance(p.l)),
  )
  const slope = (luminance(last.l) - luminance(first.l)) / (last.light - first.light)
  return (light) =>
    light > last.light
      ? luminance(last.l) + slope * (light - last.light)
      : light < first.light
        ? Math.max(0, luminance(first.l) + slope * (light - first.light))
        : curve(light)
}

/**
 * A reading from what a scanner saw. Without a check of the scanner, light is anchored on paper and full black; gain and
 * flare are taken back by it, an unknown curve of the scanner's is not.
 * @example readingOf([{ d: 0, light: 0.8, spread: 0, rgb: null, corners: [{ x: 0, y: 0 }, { x: 0, y: 0 }, { x: 0, y: 0 }, { x: 0, y: 0 }], fault: null }, { d: 1, light: 0.1, spread: 0, rgb: null, corners: [{ x: 0, y: 0 }, { x: 0, y: 0 }, { x: 0, y: 0 }, { x: 0, y: 0 }], fault: null }], { anchor: { white: 95, black: 12, source: 'assumed' } }).within // 6
 */
export function readingOf(
  patches: readonly SampledPatch[],
  by: { readonly anchor: Anchor } | { readonly scanner: ScannerCurve },
): Reading {
  const [paper, full] = [patches[0], patches.at(-1)]
  if (!paper || !full) throw new Error('a scan without patches')
  const toLuminance = 'scanner' in by ? throughScanner(by.scanner) : anchored(paper.light, full.light, by.anchor)
  return {
    patches: patches.map((p): PatchRead => {
      const y = toLuminance(p.light)
      const away = Math.max(1e-6, p.spread)
      const spread = Math.abs(lightness(toLuminance(p.light + away)) - lightness(toLuminance(p.light - away))) / 2
      return { d: p.d, l: lightness(y), spread: (spread * p.spread) / away, ab: null }
    }),
    within: 'scanner' in by ? WITHIN.checked : WITHIN.unchecked,
  }
}

function anchored(white: number, black: number, { white: lw, black: lk }: Anchor): (light: number) => number {
  const [yw, yk] = [luminance(lw), luminance(lk)]
  const scale = (yw - yk) / Math.max(1e-6, white - black)
  return (light) => yk + (light - black) * scale
}

/**
 * What a scanner check found: the same wedge read by scanner and by meter.
 * @param light of every patch, as the scanner counts it
 * @throws for readings of different wedges: a bug.
 * @example scannerCurve([0.8], [{ d: 0, l: 95, spread: 0, ab: null }]).points // [{ light: 0.8, l: 95 }]
 */
export function scannerCurve(light: readonly number[], metered: readonly PatchRead[]): ScannerCurve {
  if (light.length !== metered.length) throw new Error(`${light.length} patches scanned, ${metered.length} metered`)
  return { points: light.map((seen, i) => ({ light: seen, l: metered[i]?.l ?? 0 })) }
}
