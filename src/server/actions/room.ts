import { eq, sql } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { storedSlipBody } from '@/contract/slip'
import { EMPTY_PRINT, EMPTY_SLIP } from '@/contract/slip-data'
import { bad, ok } from '@/core/result/result'
import { patched } from '@/core/slip/body'
import { countOf } from '@/core/words/count'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import {
  accountEntries,
  feeds,
  loads,
  papers,
  people,
  presets,
  printers,
  queues,
  room,
  slips,
  stockMoves,
  stocks,
  tariffs,
} from '@/server/db/schema'
import { action } from '@/server/door/door'
import { listPapers } from '@/server/stores/papers'
import { type Room, readRoom, tariffAt, tariffsSet } from '@/server/stores/room'
import { listSizes } from '@/server/stores/sizes'
import { firstDraft, plainFeed, plainQueue } from './plain'
import { sealVersion } from './presets'

/** Opens an empty room: the room, its keeper, one printer, one paper, a first preset, and a slip to begin with. */
export const setUp = action({
  name: 'room.set-up',
  role: 'keeper',
  input: INPUTS['room.set-up'],
  commit(input, { db, now }) {
    const there = readRoom(db)
    if (there) return bad({ code: 'room_exists', name: there.name })
    const size = listSizes(db).find((s) => s.id === input.paper.sizeId)
    if (!size) return bad({ code: 'not_found', what: 'This size' })
    db.insert(room)
      .values({
        id: 1,
        name: input.name,
        unit: input.unit,
        currency: input.currency,
        exponent: input.exponent,
        timeZone: input.timeZone,
        demo: input.demo,
      })
      .run()
    db.insert(tariffs)
      .values({
        id: newId(),
        validFrom: 0,
        // what ink costs nobody has said yet
        ...{ paperPercent: 100, inkPer100Ml: null, roomShare: 0 },
      })
      .run()
    const keeperId = newId()
    db.insert(people).values({ id: keeperId, number: 1, name: input.keeper, role: 'keeper' }).run()
    const slipId = newId()
    const add = { id: slipId, number: 1, title: '', state: 'open' as const, createdAt: now, updatedAt: now }
    if (input.demo) {
      db.insert(slips)
        .values({ ...add, body: storedSlipBody(EMPTY_SLIP) })
        .run()
      return ok({ value: { slipId }, subject: 'room' })
    }
    const printerId = newId()
    const feedId = newId()
    const queueId = newId()
    const paperId = newId()
    const stockId = newId()
    db.insert(printers)
      .values({
        id: printerId,
        number: 1,
        nickname: input.printer.nickname,
        makeModel: input.printer.makeModel,
        carriageUm: 330_000,
        inkSet: 'the inks it came with',
        blackShared: false,
        swapSeconds: 0,
        swapMicrolitres: 0,
      })
      .run()
    db.insert(feeds)
      .values({ id: feedId, printerId, position: 1, facts: plainFeed(feedId) })
      .run()
    db.insert(queues)
      .values({
        id: queueId,
        printerId,
        name: `${input.printer.nickname}, first queue`,
        isDefault: true,
        facts: plainQueue(feedId),
      })
      .run()
    db.insert(papers)
      .values({
        id: paperId,
        number: 1,
        maker: '',
        name: input.paper.name,
        surface: input.paper.surface,
        // nobody has said
        ...{ weight: null, thicknessUm: null },
      })
      .run()
    db.insert(stocks)
      .values({
        id: stockId,
        paperId,
        kind: 'sheet',
        widthUm: size.short,
        lengthUm: size.long,
        pack: 25,
        price: null,
      })
      .run()
    db.insert(stockMoves)
      .values({ id: newId(), stockId, at: now, delta: input.paper.count, kind: 'counted', byId: keeperId })
      .run()
    db.insert(loads).values({ printerId, feedId, stockId, at: now, byId: keeperId }).run()
    const presetId = newId()
    const draft = firstDraft(queueId, feedId, paperId, input.paper.surface)
    db.insert(presets)
      .values({
        id: presetId,
        number: nextNumber(db, presets),
        name: `${input.printer.nickname}, ${input.paper.name}`,
        draft: null,
      })
      .run()
    const version = sealVersion(db, presetId, draft, { byId: keeperId, at: now, why: 'the room’s first preset' })
    const print = patched(EMPTY_PRINT, { versionId: version.id, sheet: { kind: 'size', sizeId: size.id } })
    const body = storedSlipBody({ ...EMPTY_SLIP, prints: [print] })
    db.insert(slips)
      .values({ ...add, body })
      .run()
    return ok({ value: { slipId }, subject: 'room' })
  },
})

/** Surfaces that papers in use have. */
const surfacesInUse = (db: Db): readonly string[] => [...new Set(listPapers(db).map((p) => p.surface))]

/** The room as its form has it, beside what was typed. */
const stale = (now: Room, yours: number): Problem => ({
  ...{ code: 'stale', what: 'The room', yours, now: now.revision },
  current: {
    ...now,
    ...now.facts,
    ...now.judging,
    ...now.tone,
    currency: now.currency.code,
    exponent: now.currency.exponent,
  },
})

/** Whether any amount of money is kept: with other decimals each of them would be another one. */
const amountsKept = (db: Db): boolean =>
  db.get<{ n: number }>(sql`select exists (
    select 1 from stocks where price > 0 union all select 1 from stock_prices where price > 0
    union all select 1 from rolls where price > 0
    union all select 1 from tariffs where ink_per_100_ml > 0 or room_share <> 0
    union all select 1 from queues where json_extract(facts, '$.perSheet') > 0
    union all select 1 from account_entries union all select 1 from runs
  ) as n`)?.n === 1

export const editRoom = action({
  name: 'room.edit',
  role: 'keeper',
  input: INPUTS['room.edit'],
  commit({ revision, ...values }, { db }) {
    const current = readRoom(db)
    if (!current) return bad({ code: 'not_found', what: 'The room' })
    if (current.revision !== revision) return bad(stale(current, revision))
    const charged = db.select({ id: accountEntries.id }).from(accountEntries).limit(1).get() !== undefined
    const { code, exponent } = current.currency
    if (charged && (values.currency !== code || values.exponent !== exponent))
      return bad({
        code: 'input',
        issues: [{ path: 'currency', message: `accounts are kept in ${code} since the first charge, and stay so` }],
      })
    if (values.exponent !== exponent && amountsKept(db))
      return bad({
        code: 'input',
        issues: [
          {
            path: 'currency',
            message: `prices and rates of this room are kept in ${code} with ${countOf(exponent, 'decimal')}. A currency with ${values.exponent} would change every amount: choose one with ${exponent}`,
          },
        ],
      })
    const missing = surfacesInUse(db).filter((s) => !values.surfaces.includes(s))
    if (missing.length > 0)
      return bad({
        code: 'input',
        issues: [{ path: 'surfaces', message: `papers are ${missing.join(', ')}: change them first, or keep it` }],
      })
    if (values.stopPpi > values.cautionPpi)
      return bad({
        code: 'input',
        issues: [
          {
            path: 'stopPpi',
            message: `stop below ${values.stopPpi} ppi would never be reached before look below ${values.cautionPpi}`,
          },
        ],
      })
    db.update(room)
      .set({ ...values, revision: revision + 1 })
      .where(eq(room.id, 1))
      .run()
    return ok({ value: { revision: revision + 1 }, subject: 'room' })
  },
})

export const setTariff = action({
  name: 'tariff.set',
  role: 'keeper',
  input: INPUTS['tariff.set'],
  commit({ validFrom, revision, ...rates }, { db, now }) {
    const set = tariffsSet(db)
    if (revision !== null && revision !== set)
      return bad({ code: 'stale', what: 'The tariff', yours: revision, now: set, current: { ...tariffAt(db, now) } })
    const id = newId()
    db.insert(tariffs)
      .values({ id, validFrom: validFrom ?? now, ...rates })
      .run()
    return ok({ value: { id, revision: set + 1 }, subject: id })
  },
})
