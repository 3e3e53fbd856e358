import { bends } from './curve'
import { luminance } from './lightness'
import { ends, type PatchRead, type Reading } from './reading'

/** A stretch of the wedge by the black that is asked for, 0 to 1. */
export type Stretch = { readonly from: number; readonly to: number }

/** From where on a wedge’s bend (L*) and its tint (distance in a* and b*) are said aloud. */
export type ToneLimits = { readonly toneBend: number; readonly toneTint: number }

export type ToneVerdict = {
  /** the largest and the mean distance from even steps, in L*; where the largest lies */
  readonly worstBend: number
  readonly worstAt: number
  readonly meanBend: number
  readonly white: number
  readonly black: number
  /** density of full black above the paper's */
  readonly densityRange: number
  /** how much lightness the last tenth of the scale still has, in L* */
  readonly lastTenth: number
  /** neighbours that cannot be told apart */
  readonly blocked: readonly Stretch[]
  /** neighbours where asking for more black gives less, by more than the reading is sure of */
  readonly reversed: readonly Stretch[]
  /** a* and b* less the paper's, by thirds from light to dark; null: no instrument read them */
  readonly tint: readonly (readonly [number, number])[] | null
}

/** Steps smaller than this are not seen as two, in L*. */
const SEEN = 0.5

const pairs = (patches: readonly PatchRead[]): readonly (readonly [PatchRead, PatchRead])[] =>
  patches.slice(1).map((p, i) => [patches[i] ?? p, p])

/** Two patches read apart differ by chance up to twice the spread of their difference. */
const unsure = (a: PatchRead, b: PatchRead): number => 2 * Math.hypot(a.spread, b.spread)

/**
 * What a wedge says of a printer, a media setting and a darkness. Lightness in L*, black 0 to 1.
 * @example verdictOf({ patches: [{ d: 0, l: 90, spread: 0.1, ab: null }, { d: 0.5, l: 40, spread: 0.1, ab: null }, { d: 1, l: 10, spread: 0.1, ab: null }], within: 0.3 }).worstBend // 10
 */
export function verdictOf(reading: Reading): ToneVerdict {
  const { patches } = reading
  const { white, black } = ends(reading)
  const off = bends(reading).map(Math.abs)
  const worstBend = Math.max(...off)
  const stretch = ([a, b]: readonly [PatchRead, PatchRead]): Stretch => ({ from: a.d, to: b.d })
  return {
    ...{ worstBend, white, black },
    worstAt: patches[off.indexOf(worstBend)]?.d ?? 0,
    meanBend: off.reduce((sum, v) => sum + v, 0) / off.length,
    densityRange: Math.log10(luminance(white) / luminance(black)),
    lastTenth: lightnessAt(patches, 0.9) - black,
    blocked: pairs(patches)
      .filter(([a, b]) => Math.abs(a.l - b.l) < Math.max(SEEN, unsure(a, b)))
      .map(stretch),
    reversed: pairs(patches)
      .filter(([a, b]) => b.l - a.l > unsure(a, b))
      .map(stretch),
    tint: tintByThirds(patches),
  }
}

/** L* at a black between two patches, in a straight line. */
function lightnessAt(patches: readonly PatchRead[], d: number): number {
  const next = patches.findIndex((p) => p.d >= d)
  const [a, b] = [patches[Math.max(0, next - 1)], patches[next]]
  if (!a || !b) throw new Error('a reading that does not reach full black')
  return a === b || a.d === b.d ? b.l : a.l + ((d - a.d) / (b.d - a.d)) * (b.l - a.l)
}

function tintByThirds(patches: readonly PatchRead[]): ToneVerdict['tint'] {
  const paper = patches[0]?.ab
  if (!paper) return null
  const inked = patches.filter((p) => p.d > 0)
  const means = [0, 1, 2].map((third) => {
    const of = inked.flatMap((p) => (Math.min(2, Math.floor(p.d * 3)) === third && p.ab ? [p.ab] : []))
    if (of.length === 0) return null
    const mean = (axis: 0 | 1): number => of.reduce((sum, ab) => sum + ab[axis] - paper[axis], 0) / of.length
    return [mean(0), mean(1)] as const
  })
  return means.every((m) => m !== null) ? means : null
}
