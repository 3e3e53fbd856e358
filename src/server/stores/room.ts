import { count, lte } from 'drizzle-orm'
import { z } from 'zod'
import type { DatedTariff } from '@/contract/views/room'
import type { Tariff } from '@/core/charge/charge'
import type { ShareRule } from '@/core/charge/shares'
import type { LengthUnit } from '@/core/length/length'
import { type Currency, minor } from '@/core/money/money'
import type { JudgingRules } from '@/core/paper/trial'
import { SURFACES, type Surface } from '@/core/printer/facts'
import type { RoomFacts } from '@/core/slip/facts'
import { startOfDay } from '@/core/time/days'
import type { ToneLimits } from '@/core/tone/verdict'
import { kept } from '@/server/db/kept'
import type { Db } from '@/server/db/open'
import { room, tariffs } from '@/server/db/schema'
import { inSequence, newestFirst } from '@/server/db/sequence'
import { parsed } from './parse'

const surfacesSchema = z.array(z.string()).readonly()

export type Room = {
  readonly name: string
  readonly unit: LengthUnit
  readonly currency: Currency
  readonly timeZone: string
  readonly facts: RoomFacts
  /** days that an edge check stays good */
  readonly edgeCheckDays: number
  /** what makes a judgement of a print worth less */
  readonly judging: JudgingRules
  /** what a tone check says aloud */
  readonly tone: ToneLimits
  /** who pays for the paper between the prints of a roll plan */
  readonly planShares: ShareRule
  /** what papers of this room can be like: its own list */
  readonly surfaces: readonly Surface[]
  readonly demo: boolean
  readonly revision: number
}

/** The room, or null before it was set up. */
export const readRoom = (db: Db): Room | null => kept(db, 'room', () => roomNow(db))

/** Who pays for the paper between the prints of a roll plan. */
export const planShares = (db: Db): ShareRule => readRoom(db)?.planShares ?? 'own area and waste'

/** The unit in which the room speaks of lengths; millimetres before it is set up. */
export const unitOfRoom = (db: Db): LengthUnit => readRoom(db)?.unit ?? 'mm'

function roomNow(db: Db): Room | null {
  const row = db.select().from(room).get()
  if (!row) return null
  return {
    name: row.name,
    unit: row.unit,
    currency: { code: row.currency, exponent: row.exponent as Currency['exponent'] },
    timeZone: row.timeZone,
    facts: { stopPpi: row.stopPpi, cautionPpi: row.cautionPpi, usualCopies: row.usualCopies },
    edgeCheckDays: row.edgeCheckDays,
    judging: { screenDays: row.screenDays, brightestScreen: row.brightestScreen, dryHours: row.dryHours },
    tone: { toneBend: row.toneBend, toneTint: row.toneTint },
    planShares: row.planShares,
    surfaces: row.surfaces === null ? SURFACES : parsed(surfacesSchema, row.surfaces, 'the room’s surfaces'),
    demo: row.demo,
    revision: row.revision,
  }
}

/**
 * The tariff in force at a time: of those that began by then the one with the latest day, of one day the one set last. A
 * clock that stands before all of them takes the first. @throws before the room was set up: set-up makes the first one.
 */
export function tariffAt(db: Db, at: number): Tariff {
  const began = db.select().from(tariffs).where(lte(tariffs.validFrom, at)).orderBy(newestFirst(tariffs)).all()
  const row = byDay(db, began)[0] ?? db.select().from(tariffs).orderBy(inSequence(tariffs)).get()
  if (!row) throw new Error('the room has no tariff yet')
  return tariffOf(row)
}

type TariffRow = typeof tariffs.$inferSelect

/** Tariffs with the latest day first; of one day in the order in which they are given: a clock may have been set back. */
function byDay(db: Db, rows: readonly TariffRow[]): readonly TariffRow[] {
  const zone = readRoom(db)?.timeZone ?? 'UTC'
  const day = new Map(rows.map((r) => [r.id, startOfDay(r.validFrom, zone)]))
  return rows.toSorted((a, b) => (day.get(b.id) ?? 0) - (day.get(a.id) ?? 0))
}

const tariffOf = (row: typeof tariffs.$inferSelect): Tariff => ({
  id: row.id,
  paperPercent: row.paperPercent,
  inkPer100Ml: row.inkPer100Ml === null ? null : minor(row.inkPer100Ml),
  roomShare: minor(row.roomShare),
})

/** The tariffs with the latest days, the latest first. */
export const listTariffs = (db: Db, limit: number): readonly DatedTariff[] =>
  byDay(db, db.select().from(tariffs).orderBy(newestFirst(tariffs)).all())
    .slice(0, limit)
    .map((row) => ({ ...tariffOf(row), from: row.validFrom }))

/** How many tariffs were ever set: who types a new one is told when another came between. */
export const tariffsSet = (db: Db): number => db.select({ n: count() }).from(tariffs).get()?.n ?? 0
