import { z } from 'zod'
import type { Laid } from '@/core/nest/ask'
import { lengthSchema } from './lengths'
import { innerIdSchema } from './slip'

/** No plan has more prints. */
export const MOST_IN_PLAN = 300

const laidSchema = z
  .object({
    ...{ i: z.int().min(0).max(MOST_IN_PLAN), x: lengthSchema, y: lengthSchema, w: lengthSchema, h: lengthSchema },
    turned: z.boolean(),
  })
  .readonly() satisfies z.ZodType<Laid, unknown>

/** What lies where in a plan, and how it is to be printed. Lengths um; y from where prints may begin. */
export const planBodySchema = z
  .object({
    width: lengthSchema,
    gap: lengthSchema.refine((v) => v <= 100_000, 'at most 100 mm'),
    /** white at both sides */
    margin: lengthSchema,
    cut: z.enum(['straight', 'any']),
    /** a copy of a print each, in the order that `laid` names them by */
    items: z
      .array(z.object({ slipId: z.string(), printId: innerIdSchema, mayTurn: z.boolean() }).readonly())
      .min(1, 'lay at least one print')
      .max(MOST_IN_PLAN, `at most ${MOST_IN_PLAN} prints`)
      .readonly(),
    laid: z.array(laidSchema).max(MOST_IN_PLAN).readonly(),
    length: lengthSchema,
    /** what is printed between the prints */
    labels: z.boolean(),
    ticks: z.boolean(),
  })
  .readonly()
export type PlanBody = z.output<typeof planBodySchema>

/** The schema of a plan as it is stored now. */
export const PLAN_SCHEMA = 1

/** What is stored of a plan. */
export const storedPlan = (body: PlanBody) => ({ schema: PLAN_SCHEMA, body })

/** A plan out of the database. @throws where it is none of this program's: a bug. */
export const readPlanBody = (json: unknown): PlanBody =>
  planBodySchema.parse(z.object({ schema: z.literal(PLAN_SCHEMA), body: z.unknown() }).parse(json).body)
