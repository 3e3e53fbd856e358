import { z } from 'zod'
import { FIRST } from './slip-data'

/** The first schema of a slip's body: one print with one piece, all in one, and older words. */
const flat = z.looseObject({
  title: z.unknown(),
  memberId: z.unknown(),
  chargeTo: z.unknown(),
  pictureId: z.unknown(),
  crop: z.unknown(),
  quarter: z.unknown(),
  versionId: z.unknown(),
  sheet: z.unknown(),
  edge: z.unknown(),
  growth: z.enum(['cancelled', 'accepted']),
  centring: z.unknown(),
  placing: z.unknown(),
  anchor: z.unknown(),
  depth: z.unknown(),
  copies: z.unknown(),
})

/** A body of the first schema as one of the second; what it holds is judged by the schema of now. */
export function upgradedBody(json: unknown) {
  const { title, memberId, chargeTo, ...b } = flat.parse(json)
  const { pictureId, crop, quarter, placing, anchor } = b
  return {
    ...{ title, memberId, chargeTo },
    prints: [
      {
        ...{ id: FIRST, versionId: b.versionId, sheet: b.sheet, edge: b.edge },
        enlargement: b.growth === 'cancelled' ? 'corrected' : 'left',
        ...{ centring: b.centring, darkness: b.depth, copies: b.copies },
        pieces: [{ id: FIRST, pictureId, crop, quarter, placing, anchor }],
      },
    ],
  }
}
