import { asc, isNull } from 'drizzle-orm'
import { um } from '@/core/length/length'
import { type Size, STANDARD_SIZES } from '@/core/sizes/sizes'
import type { Db } from '@/server/db/open'
import { sizes } from '@/server/db/schema'

export type CustomSize = Size & { readonly revision: number }

export function listCustomSizes(db: Db): readonly CustomSize[] {
  return db
    .select()
    .from(sizes)
    .where(isNull(sizes.retiredAt))
    .orderBy(asc(sizes.name))
    .all()
    .map((s) => ({
      id: s.id,
      name: s.name,
      family: 'Custom',
      short: um(s.shortUm),
      long: um(s.longUm),
      unit: s.unit,
      pwg: s.pwg,
      revision: s.revision,
    }))
}

/** The room's own sizes first, then the standard ones. */
export const listSizes = (db: Db): readonly Size[] => [...listCustomSizes(db), ...STANDARD_SIZES]
