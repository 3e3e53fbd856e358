import { isNull } from 'drizzle-orm'
import { um } from '@/core/length/length'
import { type Size, STANDARD_SIZES } from '@/core/sizes/sizes'
import type { Db } from '@/server/db/open'
import { sizeNames, sizes } from '@/server/db/schema'
import { byName } from './holds'

export type CustomSize = Size & { readonly revision: number }

const toSize = (s: typeof sizes.$inferSelect): CustomSize => ({
  id: s.id,
  name: s.name,
  family: 'Custom',
  short: um(s.shortUm),
  long: um(s.longUm),
  unit: s.unit,
  pwg: s.pwg,
  revision: s.revision,
  ...(s.retiredAt === null ? {} : { retired: true }),
  ...(s.replacedById === null ? {} : { replacedBy: s.replacedById }),
})

/** The standard sizes, by the room's own names where it has such. */
export function standardSizes(db: Db): readonly Size[] {
  const own = new Map(
    db
      .select()
      .from(sizeNames)
      .all()
      .map((n) => [n.sizeId, n.name]),
  )
  if (own.size === 0) return STANDARD_SIZES
  return STANDARD_SIZES.map((s) => {
    const name = own.get(s.id)
    return name === undefined ? s : { ...s, name, standardName: s.name }
  })
}

export const listCustomSizes = (db: Db): readonly CustomSize[] =>
  db.select().from(sizes).where(isNull(sizes.retiredAt)).orderBy(byName(sizes.name)).all().map(toSize)

/** The room's own sizes first, then the standard ones. */
export const listSizes = (db: Db): readonly Size[] => [...listCustomSizes(db), ...standardSizes(db)]

/** Every size that a slip may name: those that are no longer offered too. */
export const everySize = (db: Db): readonly Size[] => [
  ...db.select().from(sizes).orderBy(byName(sizes.name)).all().map(toSize),
  ...standardSizes(db),
]
