type Fields = Readonly<Record<string, unknown>>

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const fieldsOf = (value: object): Fields => ({ ...value })

/**
 * Whether two values say the same: lists by their items in order, fields by name, in any order.
 * @example same({ a: [1, 2] }, { a: [2, 1] }) // false
 */
export function same(a: unknown, b: unknown): boolean {
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((item, i) => same(item, b[i]))
  if (!isFields(a) || !isFields(b)) return Object.is(a, b)
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((key) => same(a[key], b[key]))
}

/**
 * The fields in which two values differ, as paths: `facts.darkness.least`. A list is one field.
 * @example differing({ a: 1, b: { c: 2, d: [3] } }, { a: 1, b: { c: 5, d: [4] } }) // ['b.c', 'b.d']
 */
export const differing = (a: object, b: object): readonly string[] =>
  [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) => {
    const [x, y] = [fieldsOf(a)[key], fieldsOf(b)[key]]
    if (isFields(x) && isFields(y)) return differing(x, y).map((path) => `${key}.${path}`)
    return same(x, y) ? [] : [key]
  })

/**
 * What two people made of one value at once, field by field: what was changed here since `base` stays, everything else is
 * as the other left it. A field that the other took out, and that was not touched here, is out.
 * @param base as both began. @param mine as it is here. @param theirs as it is there.
 * @example merged({ a: 1, b: 1, c: 1 }, { a: 2, b: 1, c: 1 }, { a: 3, b: 3, c: 1 }) // { a: 2, b: 3, c: 1 }
 */
export function merged<T extends object>(base: T, mine: T, theirs: T): T {
  return mergedAny(base, mine, theirs, false) as T
}

/**
 * {@link merged}, and lists of things that have ids are merged thing by thing: what was added or taken out at either side
 * is, in the order of here; what was taken out there and changed here stays.
 * @example mergedById({ l: [{ id: 'a', n: 1, m: 1 }] }, { l: [{ id: 'a', n: 2, m: 1 }] }, { l: [{ id: 'a', n: 1, m: 5 }] }) // { l: [{ id: 'a', n: 2, m: 5 }] }
 */
export function mergedById<T extends object>(base: T, mine: T, theirs: T): T {
  return mergedAny(base, mine, theirs, true) as T
}

type Thing = Fields & { readonly id: string }

const areThings = (value: unknown): value is readonly Thing[] =>
  Array.isArray(value) && value.every((v) => isFields(v) && typeof v.id === 'string')

function mergedThings(base: readonly Thing[], mine: readonly Thing[], theirs: readonly Thing[]): readonly unknown[] {
  const of = (list: readonly Thing[], { id }: Thing): Thing | undefined => list.find((x) => x.id === id)
  const here = mine.flatMap((m) => {
    const [before, there] = [of(base, m), of(theirs, m)]
    if (there) return [mergedAny(before, m, there, true)]
    return before && same(before, m) ? [] : [m]
  })
  return [...here, ...theirs.filter((t) => !of(mine, t) && !same(of(base, t), t))]
}

function mergedAny(base: unknown, mine: unknown, theirs: unknown, byId: boolean): unknown {
  if (byId && areThings(mine) && areThings(theirs)) return mergedThings(areThings(base) ? base : [], mine, theirs)
  if (!isFields(mine) || !isFields(theirs)) return same(mine, base) ? theirs : mine
  const before = isFields(base) ? base : {}
  const keys = new Set([...Object.keys(theirs), ...Object.keys(mine)])
  return Object.fromEntries(
    [...keys].flatMap((key) => {
      const value = mergedAny(before[key], mine[key], theirs[key], byId)
      return value === undefined ? [] : [[key, value]]
    }),
  )
}
