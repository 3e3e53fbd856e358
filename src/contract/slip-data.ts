import type { SlipBody } from '@/core/slip/facts'

/** A slip before anything was filled in. */
export const EMPTY_SLIP: SlipBody = {
  title: '',
  memberId: null,
  chargeTo: 'member',
  pictureId: null,
  crop: null,
  quarter: 'auto',
  versionId: null,
  sheet: null,
  edge: 'margins',
  growth: 'cancelled',
  centring: { kind: 'true' },
  placing: { mode: 'whole' },
  anchor: { x: 0.5, y: 0.5 },
  depth: 0,
  copies: 1,
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
