import { z } from 'zod'
import { DISTANCES, type DistanceName, type Distances, type Held } from '@/core/edge/measured-run'
import type { Um } from '@/core/length/length'
import { instrumentSchema } from './edge-check'
import { lengthSchema, umSchema } from './lengths'

/** Distances as they are typed: null where nothing was. */
export type ReadDistances = Readonly<Record<DistanceName, Um | null>>

const one = lengthSchema.nullable()

/** What somebody took on a printed sheet: two distances tell something, one may be a slip of the rule. */
export const measuredSchema = z.object({
  instrument: instrumentSchema,
  piece: z.int().min(0).max(200).default(0),
  read: z
    .object({ left: one, right: one, lead: one, trail: one, width: one, height: one })
    .readonly()
    .refine((r) => DISTANCES.filter((name) => r[name] !== null).length >= 2, 'type at least two distances'),
})
export type Measured = z.output<typeof measuredSchema>

/** The distances that were read, without those that were not. */
export const distancesOf = (read: ReadDistances): Distances =>
  Object.fromEntries(DISTANCES.flatMap((name) => (read[name] === null ? [] : [[name, read[name]]])))

/** Nothing read yet. */
export const NOTHING_READ: ReadDistances = {
  ...{ left: null, right: null, lead: null, trail: null },
  ...{ width: null, height: null },
}

/** What was read, as the room keeps it beside its promise. */
export const heldSchema = z
  .array(
    z
      .object({
        name: z.enum(DISTANCES),
        ...{ promised: umSchema, tolerance: umSchema, measured: umSchema, by: umSchema },
        holds: z.boolean(),
      })
      .readonly(),
  )
  .readonly() satisfies z.ZodType<readonly Held[], unknown>
