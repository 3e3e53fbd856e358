import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { and, eq, isNull } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { readStored, slipBookingSchema, storedJson } from '@/contract/print-job'
import { FIRST, plainSlip } from '@/contract/slip-data'
import { type Um, um } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import type { Page } from '@/core/page/page'
import { declaredMargins } from '@/core/printer/facts'
import { bad, ok, type Result } from '@/core/result/result'
import { sameEdges } from '@/core/sheet/sheet'
import type { SheetChoice } from '@/core/slip/body'
import type { VersionFacts } from '@/core/slip/facts'
import { fed } from '@/core/slip/fed'
import { type WedgeLayout, wedgeLayout, wedgePage } from '@/core/tone/wedge'
import { CODES, sayCode } from '@/core/tone/wedge-code'
import { saySizeProblem } from '@/core/words/checks'
import type { Problem } from '@/core/words/problems'
import { sayWedgeHeader } from '@/core/words/tone'
import { askedPrints, bookingOf } from '@/server/books/printable'
import { bookRuns, plainRun } from '@/server/books/runs'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { pictures, slips, toneCurves, wedges } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { keepBytes } from '@/server/files/files'
import { inspect } from '@/server/imaging/inspect'
import { greyFile } from '@/server/render/grey-file'
import { readRoom, unitOfRoom } from '@/server/stores/room'
import { listSizes } from '@/server/stores/sizes'
import { curveInWords } from '@/server/stores/tone'
import { readVersionFacts } from '@/server/stores/version-facts'
import { send } from '@/server/subjects/all'
import { asTarget, targetFault } from '@/server/subjects/outside-target'
import { slipSheets } from '@/server/subjects/slip-print'
import { wedgeSheet } from '@/server/subjects/wedge'
import { reachable } from './prints'
import { revised } from './rows'
import { insertSlip } from './slips'

/** A wedge's block, its header and its aids need this much of a roll, um. */
const ROLL_LENGTH = 130_000
/** what an edge check may have found to be smaller than it is declared, and how far a sheet drifts, um an edge */
const INSET = 2500

/** The sheet that a wedge lies on, and of it the area that surely prints; of a roll as much as it needs. */
export function areaFor(
  db: Db,
  version: VersionFacts,
  choice: SheetChoice,
): Result<{ readonly area: WedgeLayout['sheet']; readonly sheet: SheetChoice }, Problem> {
  const size = choice.kind === 'size' ? (listSizes(db).find((s) => s.id === choice.sizeId) ?? null) : null
  const needed = (width: Um): Um => {
    const { lead, trail } = declaredMargins(version.queueFeed, width)
    return um(Math.max(ROLL_LENGTH + lead + trail + 2 * INSET, version.feed.minLength))
  }
  const sheet = choice.kind === 'cut' ? { ...choice, length: needed(choice.width) } : choice
  const laid = fed(sheet, size, version, [], sameEdges(0))
  if (!laid) return bad({ code: 'not_found', what: 'This size' })
  const [problem] = laid.fit.problems
  if (problem) {
    const why = saySizeProblem(problem, version.feed.name, unitOfRoom(db))
    return bad({ code: 'queue_cannot', queue: version.queueName, why })
  }
  const m = declaredMargins(version.queueFeed, laid.sheet.width)
  return ok({
    sheet,
    area: {
      width: um(laid.sheet.width - m.left - m.right - 2 * INSET),
      length: um(laid.sheet.length - m.lead - m.trail - 2 * INSET),
    },
  })
}

/** A code that no wedge of this room has. */
function freeCode(db: Db): number {
  for (;;) {
    const code = Math.floor(Math.random() * CODES)
    if (!db.select({ id: wedges.id }).from(wedges).where(eq(wedges.code, code)).get()) return code
  }
}

/**
 * Begins a tone check: the wedge is drawn for its sheet, its picture belongs to a slip of the room, and it is sent through
 * the queue as its seal says, untouched, or through a curve that is to be verified.
 */
export const startTone = action({
  name: 'tone.start',
  role: 'helper',
  input: INPUTS['tone.start'],
  async prepare({ versionId, sheet, steps, darkness, place, of, curveId }, { db, folder, now }) {
    const found = readVersionFacts(db, versionId, now)
    if (!found.ok) return found
    const version = found.value
    const area = areaFor(db, version, sheet)
    if (!area.ok) return area
    const code = freeCode(db)
    const header = sayWedgeHeader(version, {
      ...{ code: sayCode(code), darkness, place, of, now, zone: readRoom(db)?.timeZone ?? 'UTC' },
      through: curveId ? (curveInWords(db, curveId)?.says ?? null) : null,
    })
    const asked = { code, steps, lines: header.length, place, of }
    const laid = wedgeLayout(area.value.area, sameEdges(0), asked)
    if (!laid.ok) {
      const { needs, has } = laid.problem
      const [needed, there] = [needs, has].map((s) => tradePair(um(s.width), um(s.length), unitOfRoom(db)))
      return bad({
        code: 'rules',
        says: [
          `A wedge of ${steps} steps needs ${needed} of printable area; ${of === 1 ? 'this sheet' : `a share of this sheet for ${of}`} has ${there}. Choose a larger sheet${of === 1 ? '' : ', fewer wedges on it,'} or 21 steps.`,
        ],
      })
    }
    const picture = await drawnPicture(folder, wedgePage(laid.value, header))
    return picture.ok ? ok({ layout: laid.value, sheet: area.value.sheet, picture: picture.value }) : picture
  },
  commit(input, { db, actor, now }, { layout, picture, sheet }) {
    const { versionId, darkness, curveId } = input
    const found = readVersionFacts(db, versionId, now)
    if (!found.ok) return found
    const version = found.value
    if (curveId && !db.select({ id: toneCurves.id }).from(toneCurves).where(eq(toneCurves.id, curveId)).get())
      return bad({ code: 'not_found', what: 'This curve' })
    const code = sayCode(layout.code)
    const pictureId = newId()
    const name = `wedge ${code}.png`
    db.insert(pictures)
      .values({ id: pictureId, name, decoded: true, statedRead: true, at: now, ...picture })
      .run()
    const own = { width: layout.sheet.width, height: layout.sheet.length }
    const body = plainSlip({
      ...{ title: `Wedge ${code}`, pictureId, versionId, sheet, darkness, copies: 1, quarter: 0 },
      ...(input.place > 1 ? { again: true } : {}),
      placing: { mode: 'exact', by: { edge: 'both', ...own } },
      enlargement: 'left',
      centring: { kind: 'area' },
    })
    const slip = insertSlip(db, body, now)
    const id = newId()
    const number = nextNumber(db, wedges)
    const row = {
      ...{ id, number, code: layout.code, versionId, seal: version.seal, darkness, layout, curveId, pictureId },
      ...{ slipId: slip.id, note: input.note, at: now, byId: actor.id },
      booking: null as unknown,
    }
    const asked = askedPrints(
      db,
      { slipId: slip.id, revision: 1, outcome: 'proof', prints: [{ printId: FIRST, copies: 1, answers: [] }] },
      now,
    )
    if (!asked.ok) return asked
    const [print] = asked.value.prints
    if (!print) throw new Error('a print was asked and not answered')
    const printable = asTarget(print.printable)
    const fault = targetFault(printable, own, unitOfRoom(db))
    if (fault) return bad({ code: 'rules', says: [fault.replace(/^The target/, 'The wedge')] })
    const blocked = input.print ? reachable(db, version.settings.queueId) : null
    if (blocked) return bad(blocked)
    if (!input.print) row.booking = storedJson(bookingOf(db, asked.value.slip, printable, print.stops))
    db.insert(wedges).values(row).run()
    if (input.print) {
      const sheets = slipSheets(db, asked.value.slip, printable, print.stops, 1, curveId)
      if (!sheets.ok) return sheets
      const how = { outcome: 'proof', note: `Wedge ${code}`, now, byId: actor.id } as const
      send(
        db,
        wedgeSheet,
        sheets.value.map((s) => ({
          ...{ ...s, title: `Wedge ${code}`, jobName: `wedge ${code}`, href: `/tone/${id}` },
        })),
        how,
      )
    }
    return ok({
      value: { id, number, code, slipId: slip.id },
      subject: id,
      data: { wedge: code, seal: version.seal, darkness },
      jobs: [{ kind: 'preview', payload: { pictureId } }],
    })
  },
})

/** A page that was drawn here as a picture of the room: its files are kept, its row is the commit's. */
export async function drawnPicture(folder: string, page: Page) {
  const bytes = await greyFile(page, 'png')
  const looked = await inspected(bytes)
  if (!looked.ok) return looked
  const { thumb, ...facts } = looked.value
  const [sha, thumbSha] = [await keepBytes(folder, bytes), await keepBytes(folder, thumb)]
  return ok({ ...facts, sha, thumbSha, bytes: bytes.length })
}

/** What an upload would say of a picture that was drawn here. */
async function inspected(bytes: Uint8Array): ReturnType<typeof inspect> {
  const folder = await mkdtemp(join(tmpdir(), 'wedge-'))
  try {
    const path = join(folder, 'wedge.png')
    await writeFile(path, bytes)
    return await inspect(path, 'wedge.png')
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

export const gone = bad({ code: 'not_found', what: 'This tone check' } as const)
/** A tone check's row. */
export const standing = (db: Db, id: string) => db.select().from(wedges).where(eq(wedges.id, id)).get()

/**
 * Somebody printed a wedge's file elsewhere, and says when: it is logged as a proof, its slip is done, and its ink dries
 * from then on.
 */
export const printedTone = action({
  name: 'tone.printed',
  role: 'helper',
  input: INPUTS['tone.printed'],
  commit(input, { db, actor, now }) {
    const wedge = standing(db, input.id)
    if (!wedge) return gone
    if (wedge.booking === null || wedge.printedAt !== null)
      return bad({ code: 'rules', says: [`Wedge ${sayCode(wedge.code)} is in the log already.`] })
    const saved = revised(db, wedges, 'This tone check', input, { printedAt: input.at })
    if (!saved.ok) return saved
    const booking = readStored(slipBookingSchema, wedge.booking)
    const note = `Wedge ${sayCode(wedge.code)}`
    bookRuns(db, plainRun(booking), { outcome: 'proof', cause: null, note, at: input.at, byId: actor.id }, [[1]])
    db.update(slips).set({ state: 'done', updatedAt: now }).where(eq(slips.id, wedge.slipId)).run()
    return saved
  },
})

/** Why a wedge cannot be put away, with all its readings or the one that its curve was made of; null: it can. */
export function curveInUse(db: Db, wedgeId: string, readingId?: string): Problem | null {
  const bound = db
    .select({ code: wedges.code })
    .from(toneCurves)
    .innerJoin(wedges, eq(wedges.id, toneCurves.wedgeId))
    .where(
      and(
        ...[eq(toneCurves.wedgeId, wedgeId), isNull(toneCurves.retiredAt)],
        readingId === undefined ? undefined : eq(toneCurves.readingId, readingId),
      ),
    )
    .get()
  return bound
    ? { code: 'rules', says: [`The curve of wedge ${sayCode(bound.code)} is in use: take it back first.`] }
    : null
}

export const retireTone = action({
  name: 'tone.retire',
  role: 'keeper',
  input: INPUTS['tone.retire'],
  commit(input, { db, now }) {
    const used = curveInUse(db, input.id)
    return used ? bad(used) : revised(db, wedges, 'This tone check', input, { retiredAt: now })
  },
})

export const restoreTone = action({
  name: 'tone.restore',
  role: 'keeper',
  input: INPUTS['tone.restore'],
  commit: (input, { db }) => revised(db, wedges, 'This tone check', input, { retiredAt: null }),
})
