import type { Corners } from '@/core/tone/plane'
import type { SampledPatch } from '@/core/tone/sample'

/** Four corners of a patch, wherever it is. */
export const SPOT: Corners = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
]

/** Patches as a scanner saw them, in even steps, from the light that it counted. */
export const anchored = (light: readonly number[], spread = 0): readonly SampledPatch[] =>
  light.map((seen, i) => ({
    ...{ d: i / (light.length - 1), light: seen, spread, rgb: null, corners: SPOT, fault: null },
  }))
