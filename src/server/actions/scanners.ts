import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { readReading } from '@/contract/tone'
import { bad, ok } from '@/core/result/result'
import { scannerCurve } from '@/core/tone/anchor'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import { scanners, toneReadings } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { revised } from './rows'

export const addScanner = action({
  name: 'scanner.add',
  role: 'helper',
  input: INPUTS['scanner.add'],
  commit({ name, encoding }, { db }) {
    const id = newId()
    const number = nextNumber(db, scanners)
    db.insert(scanners).values({ id, number, name, encoding }).run()
    return ok({ value: { id, number }, subject: id, data: { name } })
  },
})

/** A scanner check: one wedge that was read by this scanner and by a meter makes the scanner's lightness known. */
export const checkScanner = action({
  name: 'scanner.check',
  role: 'helper',
  input: INPUTS['scanner.check'],
  commit(input, { db, now }) {
    const [scan, instrument] = [input.scanId, input.instrumentId].map((id) => {
      const row = db.select().from(toneReadings).where(eq(toneReadings.id, id)).get()
      return row && { wedgeId: row.wedgeId, body: readReading(row.body) }
    })
    if (!scan || !instrument || scan.body.kind !== 'scan' || instrument.body.kind !== 'instrument')
      return bad({ code: 'not_found', what: 'This pair of readings' })
    if (scan.wedgeId !== instrument.wedgeId)
      return bad({ code: 'rules', says: ['A scanner check needs the same wedge, read by the scanner and by a meter.'] })
    if (scan.body.scannerId !== input.id)
      return bad({ code: 'rules', says: ['This scan came from another scanner: choose one of this scanner’s.'] })
    const { light } = scan.body
    const curve = scannerCurve(light, instrument.body.patches)
    return revised(db, scanners, 'This scanner', input, { curve, checkedAt: now, wedgeId: scan.wedgeId })
  },
})
