import {
  type FileDocument,
  paperUsed,
  readStored,
  sheetBookingSchema,
  storedJson,
  storedOrNull,
  type Used,
} from '@/contract/print-job'
import type { EdgeCheck } from '@/contract/views/edge-check'
import { chargeFor } from '@/core/charge/charge'
import { rulerPage } from '@/core/edge/ruler-sheet'
import { um } from '@/core/length/length'
import type { Page } from '@/core/page/page'
import { bad, ok, type Result } from '@/core/result/result'
import { rollInUse, rollPrice, stockFor } from '@/core/slip/catalogue'
import type { VersionFacts } from '@/core/slip/facts'
import type { Problem } from '@/core/words/problems'
import { sayRulerLabels } from '@/core/words/ruler'
import { noteBlack, paperIds, takePaper } from '@/server/books/used'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { roomSheets } from '@/server/db/schema'
import { documentOf } from '@/server/render/document'
import { readEdgeCheck } from '@/server/stores/edge-checks'
import { listStocks, stocksAt } from '@/server/stores/papers'
import type { PrintJob } from '@/server/stores/print-jobs'
import { readQueueFacts } from '@/server/stores/printers'
import { tariffAt, unitOfRoom } from '@/server/stores/room'
import { toldOf } from '@/server/stores/told'
import { readVersionFacts } from '@/server/stores/version-facts'
import { type Sheet, type Subject, unreadable } from './subject'

/** The page of a check's sheet: what file and raster draw. */
const checkPage = (db: Db, check: EdgeCheck, sheet: number): Page =>
  rulerPage(check.layout, sayRulerLabels({ ...check, sheetNumber: sheet }, unitOfRoom(db)))

/** Its paper: from the stock of the version's paper in that very size, if the room keeps it. */
function usedBy(db: Db, check: EdgeCheck, version: VersionFacts): Used {
  const { width, length } = check.sheet
  const roll = version.feed.kind === 'roll'
  const form = roll
    ? ({ kind: 'roll', width } as const)
    : ({ kind: 'sheet', short: um(Math.min(width, length)), long: um(Math.max(width, length)) } as const)
  const stock = stockFor({ stocks: listStocks(db) }, version.paper.id, form, version.loaded?.stockId)
  const rollId = rollInUse(stock?.rolls ?? [], version.loaded?.rollId ?? null)?.id ?? null
  return {
    ...{ printerId: check.printerId, feedId: check.feedId, blackInk: version.settings.blackInk, lengthUm: length },
    paper: paperUsed(stock && { id: stock.id, rollId }, roll, false),
  }
}

/** Sheets of an edge check, from one number on, as they would be sent now. */
export function rulerSheets(
  db: Db,
  check: EdgeCheck,
  from: number,
  count: number,
  now: number,
): Result<readonly Sheet[], Problem> {
  const found = readVersionFacts(db, check.versionId, now)
  if (!found.ok) return found
  const version = found.value
  const queue = readQueueFacts(db, check.queueId)
  if (!queue) return bad({ code: 'not_found', what: 'The queue of this check' })
  const booking = storedJson({ used: usedBy(db, check, version) })
  const told = toldOf(db, check.queueId)?.told ?? null
  const sheets: Sheet[] = []
  for (let sheet = from; sheet < from + count; sheet++) {
    const page = checkPage(db, check, sheet)
    const borderless = check.edge === 'borderless'
    const document = documentOf({ page, version, borderless, pictures: [], queue, told, curveId: null, grey: null })
    if (!document.ok) return document
    sheets.push({
      ...{ queueId: check.queueId, subjectId: check.id, printId: '', sheet },
      jobName: `edge check ${check.number}`,
      title: `Edge check ${check.number}, sheet ${sheet}`,
      href: `/edge-checks/${check.id}`,
      ...{ document: document.value, booking },
    })
  }
  return ok(sheets)
}

/** A ruler sheet as a file, for a queue that is driven from elsewhere. */
export function rulerFile(db: Db, check: EdgeCheck, sheet: number): FileDocument {
  const title = `Edge check ${check.number}, sheet ${sheet}`
  return {
    page: checkPage(db, check, sheet),
    ...{ pictures: [], target: null, curveId: null, grey: null },
    about: { title, subject: check.queueName, grey: true },
    name: `${title}.pdf`.toLowerCase(),
  }
}

/** Area of a ruler sheet that bears ink, mm2: its marks by their depth of black. */
const inkedOf = (page: Page): number =>
  page.items.reduce((sum, i) => sum + (i.kind === 'mark' ? (i.rect.w * i.rect.h * (i.black ?? 1)) / 1e6 : 0), 0)

/** A sheet that came out is the room's: its area and cost stand in the log's sums, by the same formulas as a print's. */
function countSheet(db: Db, job: PrintJob, used: Used, at: number, byId: string): void {
  const check = readEdgeCheck(db, job.subjectId)
  const found = check && readVersionFacts(db, check.versionId, at)
  if (!check || !found?.ok) return
  const version = found.value
  const { width, length } = check.sheet
  const rate = version.mediaSetting.rates[version.settings.qualityId]
  const { stockId, rollId } = paperIds(used.paper)
  const stock = stocksAt(db, listStocks(db), at).find((s) => s.id === stockId) ?? null
  const price =
    stock === null
      ? null
      : stock.kind === 'sheet'
        ? ({ kind: 'sheet', pack: stock.pack, price: stock.price } as const)
        : rollPrice(stock, stock.rolls.find((r) => r.id === rollId) ?? null)
  const { spent, inkMl, unknown } = chargeFor(
    { width, length },
    inkedOf(checkPage(db, check, job.sheet)),
    version.perSheet != null
      ? { kind: 'sheet', price: version.perSheet }
      : { kind: 'area', mlPerM2: rate?.mlPerM2 ?? null },
    price,
    tariffAt(db, at),
  )
  db.insert(roomSheets)
    .values({
      ...{ id: newId(), checkId: check.id, at, byId, printerId: check.printerId, paperId: version.paper.id },
      ...{ paperUm2: width * length, inkMicrolitres: Math.round((inkMl ?? 0) * 1000) },
      ...{ cost: spent.paper + spent.ink, unknown: unknown.join(' ') },
    })
    .run()
}

/** A sheet of an edge check: it takes paper, costs the room and is no run. */
export const rulerSheet: Subject = {
  kind: 'ruler sheet',
  logged: false,
  book(db, job, state, now) {
    if (state === 'done') {
      const { used } = readStored(sheetBookingSchema, job.booking)
      takePaper(db, used, [null], now, job.byId)
      noteBlack(db, used)
      countSheet(db, job, used, now, job.byId)
    }
    return null
  },
  settle(db, job, said) {
    if (said.outcome === 'not printed') return ok(null)
    const booking = storedOrNull(sheetBookingSchema, job.booking)
    if (!booking) return bad(unreadable(job.title))
    takePaper(db, booking.used, [null], said.at, said.byId)
    countSheet(db, job, booking.used, said.at, said.byId)
    return ok(null)
  },
}
