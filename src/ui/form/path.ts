type Leaf = string | number | boolean | null | undefined | File | readonly unknown[]

/** Where a field's value stands in a form's values: `name`, `facts.darkness.least`. A list is one field. */
export type Path<V> = {
  [K in keyof V & string]: NonNullable<V[K]> extends Leaf ? K : K | `${K}.${Path<NonNullable<V[K]>>}`
}[keyof V & string]

/** The type of what stands there. */
export type At<V, P extends string> = P extends `${infer K}.${infer Rest}`
  ? K extends keyof V
    ? At<NonNullable<V[K]>, Rest>
    : never
  : P extends keyof V
    ? V[P]
    : never

type Fields = Readonly<Record<string, unknown>>
const fieldsOf = (value: unknown): Fields => (typeof value === 'object' && value !== null ? { ...value } : {})

const read = (value: unknown, keys: readonly string[]): unknown =>
  keys.reduce<unknown>((inner, key) => fieldsOf(inner)[key], value)

const put = (value: unknown, [key, ...rest]: readonly string[], next: unknown): unknown =>
  key === undefined ? next : { ...fieldsOf(value), [key]: put(fieldsOf(value)[key], rest, next) }

/** What stands at a path. */
export const readAt = <V extends object, P extends Path<V>>(values: V, path: P): At<V, P> =>
  read(values, path.split('.')) as At<V, P>

/** The same values, with another at this path. */
export const putAt = <V extends object, P extends Path<V>>(values: V, path: P, next: At<V, P>): V =>
  put(values, path.split('.'), next) as V
