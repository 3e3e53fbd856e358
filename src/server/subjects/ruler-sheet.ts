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
import { rulerPage } from '@/core/edge/ruler-sheet'
import { um } from '@/core/length/length'
import type { Page } from '@/core/page/page'
import { bad, ok, type Result } from '@/core/result/result'
import { rollInUse, stockFor } from '@/core/slip/catalogue'
import type { VersionFacts } from '@/core/slip/facts'
import type { Problem } from '@/core/words/problems'
import { sayRulerLabels } from '@/core/words/ruler'
import { noteBlack, takePaper } from '@/server/books/used'
import type { Db } from '@/server/db/open'
import { documentOf } from '@/server/render/document'
import { listStocks } from '@/server/stores/papers'
import { readQueueFacts } from '@/server/stores/printers'
import { unitOfRoom } from '@/server/stores/room'
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

/** A sheet of an edge check: it takes paper and is no run. */
export const rulerSheet: Subject = {
  kind: 'ruler sheet',
  logged: false,
  book(db, job, state, now) {
    if (state === 'done') {
      const { used } = readStored(sheetBookingSchema, job.booking)
      takePaper(db, used, [null], now, job.byId)
      noteBlack(db, used)
    }
    return null
  },
  settle(db, job, said) {
    if (said.outcome === 'not printed') return ok(null)
    const booking = storedOrNull(sheetBookingSchema, job.booking)
    if (!booking) return bad(unreadable(job.title))
    takePaper(db, booking.used, [null], said.at, said.byId)
    return ok(null)
  },
}
