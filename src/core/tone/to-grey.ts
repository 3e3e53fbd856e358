/**
 * Ways in which a colour picture becomes grey, each a weighting of its light (linear, of sRGB's red, green and blue) that
 * adds up to 1. `as light` is luminance, IEC 61966-2-1; the others see as film behind a filter of that colour.
 */
export const GREY_WAYS = ['as light', 'red filter', 'green filter', 'blue filter'] as const
export type GreyWay = (typeof GREY_WAYS)[number]

const WEIGHTS: Readonly<Record<GreyWay, readonly [number, number, number]>> = {
  'as light': [0.2126, 0.7152, 0.0722],
  'red filter': [0.8, 0.16, 0.04],
  'green filter': [0.16, 0.74, 0.1],
  'blue filter': [0.06, 0.22, 0.72],
}

/**
 * The weights of red, green and blue.
 * @example weightsOf('as light') // [0.2126, 0.7152, 0.0722]
 */
export const weightsOf = (way: GreyWay): readonly [number, number, number] => WEIGHTS[way]

/**
 * A weighting in words, for people who choose.
 * @example sayWeights('red filter') // '80 % red, 16 % green, 4 % blue'
 */
export const sayWeights = (way: GreyWay): string =>
  WEIGHTS[way].map((w, i) => `${Math.round(100 * w)} % ${['red', 'green', 'blue'][i]}`).join(', ')
