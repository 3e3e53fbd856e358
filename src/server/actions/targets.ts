import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { FIRST, plainSlip } from '@/contract/slip-data'
import { um } from '@/core/length/length'
import { bad, ok } from '@/core/result/result'
import { askedPrints } from '@/server/books/printable'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import { outsideTargets, pictures, presetVersions, targetPrints } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { filePath } from '@/server/files/files'
import { statedIn } from '@/server/imaging/inspect'
import { unitOfRoom } from '@/server/stores/room'
import { send } from '@/server/subjects/all'
import { asTarget, outsideTarget, targetFault, targetTitle } from '@/server/subjects/outside-target'
import { slipSheets } from '@/server/subjects/slip-print'
import { reachable } from './prints'
import { revised } from './rows'
import { insertSlip } from './slips'

const UM_PER_INCH = 25_400

/**
 * A service's target: its file is kept as it came, and its own size is what the file states, or what somebody says its
 * pixels per inch are.
 */
export const addTarget = action({
  name: 'target.add',
  role: 'keeper',
  input: INPUTS['target.add'],
  async prepare({ pictureId, ppi }, { db, folder }) {
    const picture = db.select().from(pictures).where(eq(pictures.id, pictureId)).get()
    if (!picture) return bad({ code: 'not_found', what: 'The target’s file' })
    if (ppi !== null) {
      const at = (pixels: number): number => Math.round((pixels * UM_PER_INCH) / ppi)
      return ok({ widthUm: at(picture.width), heightUm: at(picture.height) })
    }
    // a file that is gone states nothing any more
    const stated = await statedIn(filePath(folder, picture.sha), picture).catch(() => null)
    if (stated === null)
      return bad({
        code: 'input',
        issues: [{ path: 'ppi', message: `${picture.name} does not state its size: say its pixels per inch` }],
      })
    return ok({ widthUm: stated.width, heightUm: stated.height })
  },
  commit({ name, service, instructions, pictureId }, { db, actor, now }, size) {
    const id = newId()
    const number = nextNumber(db, outsideTargets)
    db.insert(outsideTargets)
      .values({ id, number, name, service, instructions, pictureId, ...size, at: now, byId: actor.id })
      .run()
    return ok({ value: { id, number }, subject: id })
  },
})

/**
 * Prints a target untouched, at its own size, under a version's seal: a slip of the room's own holds it, and each sheet
 * is logged as a proof. What would come out otherwise is not printed.
 */
export const printTarget = action({
  name: 'target.print',
  role: 'helper',
  input: INPUTS['target.print'],
  commit({ id, versionId, sheet, copies }, { db, actor, now }) {
    const target = db.select().from(outsideTargets).where(eq(outsideTargets.id, id)).get()
    if (!target) return bad({ code: 'not_found', what: 'This target' })
    if (!db.select({ id: presetVersions.id }).from(presetVersions).where(eq(presetVersions.id, versionId)).get())
      return bad({ code: 'not_found', what: 'This preset version' })
    const own = { width: um(target.widthUm), height: um(target.heightUm) }
    const body = plainSlip({
      ...{ title: targetTitle(target.name, copies), pictureId: target.pictureId, versionId, sheet, copies },
      placing: { mode: 'exact', by: { edge: 'both', ...own } },
      enlargement: 'left',
    })
    const slip = insertSlip(db, body, now)
    const prints = [{ printId: FIRST, copies, answers: [] }]
    const asked = askedPrints(db, { slipId: slip.id, revision: 1, outcome: 'proof', prints }, now)
    if (!asked.ok) return asked
    const [print] = asked.value.prints
    if (!print) throw new Error('a print was asked and not answered')
    const printable = asTarget(print.printable)
    const fault = targetFault(printable, own, unitOfRoom(db))
    if (fault) return bad({ code: 'rules', says: [fault] })
    const cannot = reachable(db, printable.facts.version.settings.queueId)
    if (cannot) return bad(cannot)
    const sheets = slipSheets(db, asked.value.slip, printable, print.stops, copies)
    if (!sheets.ok) return sheets
    send(db, outsideTarget, sheets.value, {
      outcome: 'proof',
      note: `Outside target ${target.name}`,
      now,
      byId: actor.id,
    })
    db.insert(targetPrints).values({ slipId: slip.id, targetId: id, versionId, at: now, byId: actor.id }).run()
    return ok({ value: { slipId: slip.id }, subject: id, data: { slip: slip.id, version: versionId, copies } })
  },
})

export const retireTarget = action({
  name: 'target.retire',
  role: 'keeper',
  input: INPUTS['target.retire'],
  commit: (input, { db, now }) => revised(db, outsideTargets, 'This target', input, { retiredAt: now }),
})
