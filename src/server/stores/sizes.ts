import { asc, isNull } from 'drizzle-orm'
import { um } from '@/core/length/length'
import { type Size, STANDARD_SIZES } from '@/core/sizes/sizes'
import type { Db } from '@/server/db/open'
import { sizes } from '@/server/db/schema'

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
})

export const listCustomSizes = (db: Db): readonly CustomSize[] =>
  db.select().from(sizes).where(isNull(sizes.retiredAt)).orderBy(asc(sizes.name)).all().map(toSize)

/** The room's own sizes first, then the standard ones. */
export const listSizes = (db: Db): readonly Size[] => [...listCustomSizes(db), ...STANDARD_SIZES]

/** Every size that a slip may name: those that are no longer offered too. */
export const everySize = (db: Db): readonly Size[] => [
  ...db.select().from(sizes).orderBy(asc(sizes.name)).all().map(toSize),
  ...STANDARD_SIZES,
]
