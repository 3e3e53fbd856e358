/** Lights that a print is judged under, from the one that can be compared to those that cannot. */
export const LIGHTS = ['viewing booth', 'window at noon', 'room lamps', 'another light'] as const
export type Light = (typeof LIGHTS)[number]

/** What became of a trial. */
export const KEPT = ['kept', 'not kept', 'not decided'] as const
export type Kept = (typeof KEPT)[number]

/** A screen of the room as it was measured last: luminance of its white in cd/m2, correlated colour temperature in K. */
export type ScreenReading = { readonly brightness: number; readonly white: number; readonly at: number }

/** What the room says of screens and of drying. */
export type JudgingRules = {
  /** days that a measurement of a screen stays good */
  readonly screenDays: number
  /** a screen brighter than this makes prints look dark, cd/m2 */
  readonly brightestScreen: number
  /** hours after printing until a print looks as it will */
  readonly dryHours: number
}

/** What makes a screen no judge of prints; empty: nothing. */
export type ScreenFlaw =
  | { readonly code: 'screen not measured' }
  | { readonly code: 'screen measured long ago'; readonly days: number; readonly good: number }
  | { readonly code: 'screen too bright'; readonly brightness: number; readonly most: number }

export type TrialFlaw =
  | ScreenFlaw
  | { readonly code: 'poor light'; readonly light: Light }
  | { readonly code: 'not dry'; readonly hours: number; readonly needs: number }

const HOUR = 3_600_000
const DAY = 24 * HOUR

/**
 * Why a screen cannot be compared with a print at this time.
 * @param reading its newest measurement; null: it was never measured.
 * @example screenFlaws(null, 0, { screenDays: 30, brightestScreen: 120, dryHours: 24 }) // [{ code: 'screen not measured' }]
 */
export function screenFlaws(
  reading: ScreenReading | null,
  at: number,
  { screenDays, brightestScreen }: JudgingRules,
): readonly ScreenFlaw[] {
  if (!reading) return [{ code: 'screen not measured' }]
  const days = Math.floor((at - reading.at) / DAY)
  return [
    ...(days > screenDays ? [{ code: 'screen measured long ago', days, good: screenDays } as const] : []),
    ...(reading.brightness > brightestScreen
      ? [{ code: 'screen too bright', brightness: reading.brightness, most: brightestScreen } as const]
      : []),
  ]
}

/** The only lights under which two prints look alike on two days: ISO 3664 gives the booth's, noon is near it. */
const FAIR: readonly Light[] = ['viewing booth', 'window at noon']

/**
 * What speaks against a judgement for ever: its light, a print that was not dry, the screen it was held against.
 * @param printedAt null: nobody knows. @param screen undefined: it was held against none.
 * @example trialFlaws({ light: 'room lamps', printedAt: null, at: 0 }, undefined, { screenDays: 30, brightestScreen: 120, dryHours: 24 }) // [{ code: 'poor light', light: 'room lamps' }]
 */
export function trialFlaws(
  judged: { readonly light: Light; readonly printedAt: number | null; readonly at: number },
  screen: ScreenReading | null | undefined,
  rules: JudgingRules,
): readonly TrialFlaw[] {
  const { light, printedAt, at } = judged
  const hours = printedAt === null ? null : Math.max(0, (at - printedAt) / HOUR)
  return [
    ...(FAIR.includes(light) ? [] : [{ code: 'poor light', light } as const]),
    ...(hours !== null && hours < rules.dryHours
      ? [{ code: 'not dry', hours: Math.floor(hours), needs: rules.dryHours } as const]
      : []),
    ...(screen === undefined ? [] : screenFlaws(screen, at, rules)),
  ]
}
