import { z } from 'zod'

type Schema = {
  readonly type?: string
  readonly const?: unknown
  readonly enum?: readonly unknown[]
  readonly anyOf?: readonly Schema[]
  readonly oneOf?: readonly Schema[]
  readonly properties?: Readonly<Record<string, Schema>>
  readonly required?: readonly string[]
  readonly additionalProperties?: Schema | boolean
  readonly propertyNames?: Schema
  readonly items?: Schema | false
  /** of a tuple, in their order */
  readonly prefixItems?: readonly Schema[]
  readonly minItems?: number
  readonly maxItems?: number
  readonly minimum?: number
  readonly maximum?: number
  readonly exclusiveMinimum?: number
  readonly format?: string
  readonly pattern?: string
  readonly minLength?: number
  readonly maxLength?: number
}

const TEXTS = [
  '',
  ' ',
  'fern',
  'ü',
  '山',
  'x'.repeat(119),
  '<b>',
  "'; drop table runs; --",
  '\u0000',
  '9007199254740991',
]
const NUMBERS = [0, 1, -1, 2, 100, 1.5, 1e6, -1e6, Number.MAX_SAFE_INTEGER, Number.MIN_SAFE_INTEGER, 1e308]

/**
 * A value that a schema may take, drawn towards its ends, with ids of other things where ids are wanted. Now and then a
 * value that it may not take.
 */
export function fromSchema(schema: z.ZodType, random: () => number, ids: readonly string[]): unknown {
  const json = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Schema
  return make(json, random, ids)
}

const pick = <T>(random: () => number, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T

function make(s: Schema, random: () => number, ids: readonly string[]): unknown {
  if (random() < 0.01) return pick(random, [null, 'x', -1, [], {}])
  const choices = s.anyOf ?? s.oneOf
  if (choices) return make(pick(random, choices), random, ids)
  if ('const' in s) return s.const
  if (s.enum) return pick(random, s.enum)
  switch (s.type) {
    case 'object': {
      const out: Record<string, unknown> = {}
      for (const [key, of] of Object.entries(s.properties ?? {}))
        if (s.required?.includes(key) || random() < 0.7) out[key] = make(of, random, ids)
      if (typeof s.additionalProperties === 'object' && !s.properties)
        for (let i = Math.floor(random() * 3); i > 0; i--)
          out[String(make(s.propertyNames ?? { type: 'string' }, random, ids))] = make(
            s.additionalProperties,
            random,
            ids,
          )
      return out
    }
    case 'array': {
      if (s.prefixItems) return s.prefixItems.map((of) => make(of, random, ids))
      const n = Math.min(s.maxItems ?? 3, (s.minItems ?? 0) + Math.floor(random() * 3))
      return Array.from({ length: n }, () => make(s.items || {}, random, ids))
    }
    case 'integer':
    case 'number': {
      const [low, high] = [s.minimum ?? s.exclusiveMinimum ?? -1e9, s.maximum ?? 1e9]
      const n =
        random() < 0.1
          ? pick(random, NUMBERS)
          : pick(random, [low, high, low + 1, (low + high) / 2, low + random() * (high - low)])
      return s.type === 'integer' && random() < 0.98 ? Math.trunc(n) : n
    }
    case 'boolean':
      return random() < 0.5
    case 'null':
      return null
    case 'string':
      if (s.format === 'uuid') return pick(random, ids)
      if (s.pattern?.includes('a-z')) return pick(random, ['photo', 'draft', 'matte', 'main', 'a-b'])
      return pick(random, TEXTS).slice(0, s.maxLength ?? 1000)
    default:
      return pick(random, ['x', 1, null])
  }
}
