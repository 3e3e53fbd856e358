import type { z } from 'zod'
import { PAPERS_INPUTS } from './inputs/papers'
import { PLANS_INPUTS } from './inputs/plans'
import { PRESETS_INPUTS } from './inputs/presets'
import { PRINTERS_INPUTS } from './inputs/printers'
import { PRINTS_INPUTS } from './inputs/prints'
import { ROOM_INPUTS } from './inputs/room'
import { TONE_INPUTS } from './inputs/tone'

/** The inputs of every write, by the action's name; by subject in `inputs/`. */
export const INPUTS = {
  ...ROOM_INPUTS,
  ...PAPERS_INPUTS,
  ...PLANS_INPUTS,
  ...PRINTERS_INPUTS,
  ...PRESETS_INPUTS,
  ...PRINTS_INPUTS,
  ...TONE_INPUTS,
} as const satisfies Record<string, z.ZodType>

export type ActionName = keyof typeof INPUTS
export type ActionInput<N extends ActionName> = z.input<(typeof INPUTS)[N]>
