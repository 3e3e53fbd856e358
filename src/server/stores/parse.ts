import type { z } from 'zod'

/** Parses a JSON column: rows were written through the door, so a mismatch is a bug and is thrown. */
export function parsed<T extends z.ZodType>(schema: T, value: unknown, what: string): z.output<T> {
  const result = schema.safeParse(value)
  if (result.success) return result.data
  const [first] = result.error.issues
  throw new Error(`${what} in the database is not what it should be: ${first?.path.join('.')} ${first?.message}`)
}
