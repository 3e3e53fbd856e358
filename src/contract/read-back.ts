import { z } from 'zod'
import type { Found } from './views/card'

const saidSchema = z.string().trim().min(1, 'say what stood there').max(200, 'at most 200 letters')

/** What was found otherwise at a printer's own dialog. */
export const foundSchema = z
  .array(
    z.object({ label: saidSchema, expected: z.string().max(400), found: saidSchema }).readonly() satisfies z.ZodType<
      Found,
      unknown
    >,
  )
  .max(80, 'at most 80 settings')
  .readonly()
