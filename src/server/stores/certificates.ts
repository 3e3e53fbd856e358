import { eq } from 'drizzle-orm'
import type { Db } from '@/server/db/open'
import { certificates } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'

type Place = { readonly host: string; readonly port: number; readonly secure: boolean }

export const placeOf = ({ host, port }: Place): string => `${host}:${port}`

/** The fingerprint that a keeper trusts at an address, or null. */
export const trustOf = (db: Db, place: Place): string | null =>
  place.secure
    ? (db
        .select({ fingerprint: certificates.fingerprint })
        .from(certificates)
        .where(eq(certificates.address, placeOf(place)))
        .orderBy(newestFirst(certificates))
        .get()?.fingerprint ?? null)
    : null
