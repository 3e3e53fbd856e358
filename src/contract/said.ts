import { z } from 'zod'
import { bad, ok, type Result } from '@/core/result/result'

type Raw = Parameters<z.core.$ZodErrorMap>[0]

const shown = (value: unknown): string =>
  typeof value === 'string' ? `“${value}”` : typeof value === 'number' ? String(value) : 'this'

const NOTHING: ReadonlySet<unknown> = new Set([undefined, null, ''])

/**
 * Why a value is refused, in words that a form shows beside its field: the limit and what was typed. A message that the
 * schema itself has is left as it is.
 */
const sayIssue = (issue: Raw): string | undefined => {
  const { input } = issue
  switch (issue.code) {
    case 'invalid_type':
      if (NOTHING.has(input)) return 'this is needed'
      return issue.expected === 'int'
        ? `a whole number, not ${shown(input)}`
        : `a ${issue.expected} is needed, not ${shown(input)}`
    case 'too_small':
      if (issue.origin === 'string') return 'this is needed'
      return issue.origin === 'array'
        ? `at least ${issue.minimum} of them`
        : `at least ${issue.minimum}, not ${shown(input)}`
    case 'too_big':
      if (issue.origin === 'string') return `at most ${issue.maximum} letters`
      return issue.origin === 'array'
        ? `at most ${issue.maximum} of them`
        : `at most ${issue.maximum}, not ${shown(input)}`
    case 'invalid_value':
      return NOTHING.has(input) ? 'a choice is needed' : `one of ${issue.values.join(', ')}, not ${shown(input)}`
    default:
      return undefined
  }
}

/** What is wrong with a value: where, as in `facts.darkness.least`, and why. */
export type Wrong = { readonly path: string; readonly message: string }

/** A value as a schema reads it, or everything that the schema has against it. */
export function readInput<S extends z.ZodType>(
  schema: S,
  value: unknown,
): Result<z.output<S>, { readonly code: 'input'; readonly issues: readonly Wrong[] }> {
  const parsed = schema.safeParse(value, { error: sayIssue })
  if (parsed.success) return ok(parsed.data)
  const issues = parsed.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message }))
  return bad({ code: 'input', issues })
}

/** Everything that a schema has against a value; empty: it holds. */
export function wrongWith(schema: z.ZodType, value: unknown): readonly Wrong[] {
  const read = readInput(schema, value)
  return read.ok ? [] : read.problem.issues
}

/** What a field can hold, as the schema says; what it does not say is left away. */
export type Limits = { readonly min?: number; readonly max?: number; readonly letters?: number }

/** Zod gives whole numbers the limits of what a number can hold exactly: nobody set those. */
const set = (limit: number | null): limit is number =>
  limit !== null && Number.isFinite(limit) && Math.abs(limit) < Number.MAX_SAFE_INTEGER

const one = (key: keyof Limits, limit: number | null): Limits => (set(limit) ? { [key]: limit } : {})

function limitsIn(schema: unknown, path: readonly string[]): Limits {
  if (schema instanceof z.ZodPipe) return { ...limitsIn(schema.in, path), ...limitsIn(schema.out, path) }
  if (
    schema instanceof z.ZodNullable ||
    schema instanceof z.ZodOptional ||
    schema instanceof z.ZodDefault ||
    schema instanceof z.ZodReadonly
  )
    return limitsIn(schema.def.innerType, path)
  const [first, ...rest] = path
  if (first !== undefined) return schema instanceof z.ZodObject ? limitsIn(schema.shape[first], rest) : {}
  if (schema instanceof z.ZodNumber) return { ...one('min', schema.minValue), ...one('max', schema.maxValue) }
  return schema instanceof z.ZodString ? one('letters', schema.maxLength) : {}
}

/**
 * The limits that a schema sets to the value at a path, so that a form need not repeat them.
 * @param path as in {@link Wrong}. @returns nothing where the schema has no such value.
 */
export const limitsOf = (schema: z.ZodType, path: string): Limits => limitsIn(schema, path.split('.'))
