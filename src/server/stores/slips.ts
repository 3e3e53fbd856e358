import { and, count, desc, eq, inArray } from 'drizzle-orm'
import { readSlipBody } from '@/contract/slip'
import type { SlipInLine, SlipState } from '@/contract/views/slip'
import { um } from '@/core/length/length'
import { screenFlaws } from '@/core/paper/trial'
import { withShelf } from '@/core/sizes/shelf'
import type { SlipBody } from '@/core/slip/body'
import type { Catalogue } from '@/core/slip/catalogue'
import type { PictureFacts } from '@/core/slip/facts'
import type { Db } from '@/server/db/open'
import { people, pictures, slips } from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'
import { listStocks, stocksAt } from './papers'
import { readRoom, tariffAt } from './room'
import { listScreens } from './screens'
import { everySize } from './sizes'
import { spokenFor, withoutSpoken } from './spoken'
import { versionFacts } from './version-facts'

export type Slip = {
  readonly id: string
  readonly number: number
  readonly state: SlipState
  readonly body: SlipBody
  readonly revision: number
  readonly createdAt: number
  readonly updatedAt: number
}

export type Picture = PictureFacts & {
  readonly sha: string
  readonly mime: 'image/jpeg' | 'image/png' | 'image/tiff'
  readonly bytes: number
  readonly orientation: number
  /** which picture of the file, from 0 */
  readonly page: number
  readonly thumbSha: string
  readonly previewSha: string | null
}

export type SlipLine = {
  readonly slip: Slip
  readonly picture: Picture | null
  readonly memberName: string | null
}

const toSlip = (row: typeof slips.$inferSelect): Slip => ({
  id: row.id,
  number: row.number,
  state: row.state,
  body: readSlipBody(row.body),
  revision: row.revision,
  createdAt: row.createdAt,
  updatedAt: row.updatedAt,
})

const toPicture = (row: typeof pictures.$inferSelect): Picture => ({
  id: row.id,
  name: row.name,
  width: row.width,
  height: row.height,
  grey: row.grey,
  bits: row.bits,
  profile: row.profile,
  colourNote: row.colourNote,
  profileSha: row.profileSha,
  profileClass: row.profileClass,
  colourAsks: row.colourAsks,
  stated:
    row.statedWidthUm === null || row.statedHeightUm === null
      ? null
      : { width: um(row.statedWidthUm), height: um(row.statedHeightUm) },
  page: row.page,
  decoded: row.decoded,
  sha: row.sha,
  mime: row.mime,
  bytes: row.bytes,
  orientation: row.orientation,
  thumbSha: row.thumbSha,
  previewSha: row.previewSha,
})

export function readSlip(db: Db, id: string): Slip | null {
  const row = db.select().from(slips).where(eq(slips.id, id)).get()
  return row ? toSlip(row) : null
}

export function readPicture(db: Db, id: string | null): Picture | null {
  if (id === null) return null
  const row = db.select().from(pictures).where(eq(pictures.id, id)).get()
  return row ? toPicture(row) : null
}

/** The pictures that a slip's prints show, by their id. */
export const picturesOf = (db: Db, ...bodies: readonly SlipBody[]): ReadonlyMap<string, Picture> => {
  const ids = new Set(bodies.flatMap((b) => b.prints.flatMap((p) => p.pieces.flatMap((x) => x.pictureId ?? []))))
  return new Map(
    db
      .select()
      .from(pictures)
      .where(inArray(pictures.id, [...ids]))
      .all()
      .map((row) => [row.id, toPicture(row)]),
  )
}

/** How many slips are in these states. */
export const countSlips = (db: Db, states: readonly SlipState[]): number =>
  db
    .select({ n: count() })
    .from(slips)
    .where(inArray(slips.state, [...states]))
    .get()?.n ?? 0

/** Slips in these states, the newest change first. */
export function listSlips(db: Db, states: readonly SlipState[], limit = 200, from = 0): readonly SlipLine[] {
  return db
    .select({ slip: slips, picture: pictures, member: people.name })
    .from(slips)
    .leftJoin(pictures, eq(pictures.id, slips.pictureId))
    .leftJoin(people, eq(people.id, slips.memberId))
    .where(and(inArray(slips.state, [...states])))
    .orderBy(desc(slips.updatedAt), desc(slips.number))
    .limit(limit)
    .offset(from)
    .all()
    .map((r) => ({ slip: toSlip(r.slip), picture: r.picture ? toPicture(r.picture) : null, memberName: r.member }))
}

/** The pictures that came in last, each file once. */
export const newestPictures = (db: Db, most: number): readonly { readonly id: string; readonly name: string }[] => {
  const rows = db
    .select({ id: pictures.id, name: pictures.name, sha: pictures.sha })
    .from(pictures)
    .orderBy(newestFirst(pictures))
    .limit(most * 3)
    .all()
  return rows
    .filter((r, i) => rows.findIndex((x) => x.sha === r.sha) === i)
    .slice(0, most)
    .map(({ id, name }) => ({ id, name }))
}

/** A member's newest slips, in a line each. */
export const slipsOf = (db: Db, memberId: string, limit: number): readonly SlipInLine[] =>
  db
    .select({ id: slips.id, number: slips.number, title: slips.title, state: slips.state, pictureId: slips.pictureId })
    .from(slips)
    .where(eq(slips.memberId, memberId))
    .orderBy(desc(slips.number))
    .limit(limit)
    .all()

/**
 * What slips are filled from now, with the facts of these versions. What is left of paper is what nothing else will take.
 * @param exceptPlan a kept plan that asks for itself.
 */
export function catalogue(
  db: Db,
  now: number,
  versionIds: readonly string[],
  exceptPlan: string | null = null,
): Catalogue {
  const room = readRoom(db)
  if (!room) throw new Error('the room is not set up')
  const stocks = withoutSpoken(stocksAt(db, listStocks(db), now), spokenFor(db, now, exceptPlan))
  return {
    ...versionFacts(db, [...new Set(versionIds)], now),
    sizes: withShelf(everySize(db), stocks),
    stocks,
    tariff: tariffAt(db, now),
    room: room.facts,
    currency: room.currency,
    screens: listScreens(db).map(({ id, name, newest }) => ({
      id,
      name,
      flaws: screenFlaws(newest, now, room.judging),
    })),
  }
}
