import { z } from 'zod'
import { idSchema, lengthSchema, noteSchema } from '../lengths'
import { MOST_IN_PLAN, planBodySchema } from '../roll-plan'
import { innerIdSchema } from '../slip'
import { CAUSES } from '../slip-data'
import { answersSchema, CAUSE_FITS, causeFits, edited, revisionSchema } from './shared'

export const PLANS_INPUTS = {
  /** a plan is kept as it was found: from then on its copies are nobody else's */
  'plan.keep': z.object({ group: z.string().max(200), plan: planBodySchema }),
  /** prints of slips made as wide as so many go across a roll */
  'plan.sizes': z.object({
    width: lengthSchema.refine((v) => v >= 10_000, 'at least 10 mm'),
    prints: z
      .array(z.object({ slipId: idSchema, revision: revisionSchema, printId: innerIdSchema }).readonly())
      .min(1, 'choose at least one print')
      .max(MOST_IN_PLAN)
      .readonly(),
  }),
  'plan.put-away': z.object(edited),
  'plan.print': z.object({ ...edited, outcome: z.enum(['good', 'proof']), note: noteSchema, answers: answersSchema }),
  /** it was printed from its file: the run is logged by hand */
  'plan.log': z
    .object({
      ...{ ...edited, outcome: z.enum(['good', 'proof', 'spoiled']), cause: z.enum(CAUSES).nullable() },
      ...{ note: noteSchema, answers: answersSchema },
    })
    .refine(causeFits, CAUSE_FITS),
  'plan.file': z.object(edited),
  /** a piece that fell off at a cut is wide enough to keep: it is laid on the shelf as a sheet */
  'plan.offcut': z.object({
    id: idSchema,
    cut: z
      .int()
      .min(1)
      .max(4 * MOST_IN_PLAN),
    side: z.union([z.literal(0), z.literal(1)]),
  }),
  'plan.cuts': z.object({
    id: idSchema,
    /** cuts that were ticked when this tick was set: when somebody else's came between, nothing is written over */
    was: z
      .int()
      .min(0)
      .max(4 * MOST_IN_PLAN),
    made: z
      .int()
      .min(0)
      .max(4 * MOST_IN_PLAN),
  }),
} as const satisfies Record<string, z.ZodType>
