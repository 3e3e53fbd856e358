import { type PlainPatch, type PrintBody, patched, type SlipBody, type SlipHead } from '@/core/slip/body'

/** The id of a slip's first print and of a print's first piece. */
export const FIRST = 'first'

/** What one slip may ask for. */
export const MOST_PRINTS = 40

/** A print before anything was filled in. */
export const EMPTY_PRINT: PrintBody = {
  id: FIRST,
  versionId: null,
  sheet: null,
  edge: 'margins',
  enlargement: 'corrected',
  centring: { kind: 'true' },
  darkness: 0,
  copies: 1,
  pieces: [
    {
      ...{ id: FIRST, pictureId: null, crop: null, quarter: 'auto' },
      placing: { mode: 'whole' },
      anchor: { x: 0.5, y: 0.5 },
    },
  ],
}

/** A slip before anything was filled in. */
export const EMPTY_SLIP: SlipBody = { title: '', memberId: null, chargeTo: 'member', prints: [EMPTY_PRINT] }

/** What one print with one piece needs: its own fields, its piece's and its slip's, in one. */
export type PlainSlip = Partial<SlipHead> & PlainPatch

/** A slip with one print and one piece. */
export function plainSlip({ title, memberId, chargeTo, screenId, ...patch }: PlainSlip): SlipBody {
  const head = {
    ...{ title: title ?? '', memberId: memberId ?? null, chargeTo: chargeTo ?? ('member' as const) },
    ...(screenId === undefined ? {} : { screenId }),
  }
  return { ...head, prints: [patched(EMPTY_PRINT, patch)] }
}

/** What spoils a print; the last is for the room's own words, in the note. */
export const CAUSES = [
  'wrong feed',
  'fed askew',
  'head strike',
  'banding',
  'wrong size',
  'wrong paper side',
  'colour off',
  'ink ran out',
  'something else',
] as const
export type Cause = (typeof CAUSES)[number]
