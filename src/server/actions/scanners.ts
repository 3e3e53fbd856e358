import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { readReading } from '@/contract/tone'
import { bad, ok } from '@/core/result/result'
import { scannerCurve } from '@/core/tone/anchor'
import { countOf } from '@/core/words/count'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import { scanners, toneReadings, wedges } from '@/server/db/schema'
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

export const retireScanner = action({
  name: 'scanner.retire',
  role: 'keeper',
  input: INPUTS['scanner.retire'],
  asks: {
    what: () => 'A retired scanner keeps its check and is no longer offered. It is in use:',
    uses: ({ id }, { db }) => {
      const read = db
        .select({ number: wedges.number, body: toneReadings.body })
        .from(toneReadings)
        .innerJoin(wedges, eq(wedges.id, toneReadings.wedgeId))
        .orderBy(wedges.number)
        .all()
        .flatMap(({ number, body }) => {
          const reading = readReading(body)
          return reading.kind === 'scan' && reading.scannerId === id ? [number] : []
        })
      const numbers = [...new Set(read)]
      return () =>
        numbers.length > 0
          ? [
              `${countOf(numbers.length, 'tone check')} ${numbers.length === 1 ? 'was' : 'were'} read with it: ${numbers.slice(0, 6).join(', ')}${numbers.length > 6 ? ', ...' : ''}.`,
            ]
          : []
    },
  },
  commit: (input, { db, now }) => revised(db, scanners, 'This scanner', input, { retiredAt: now }),
})

export const restoreScanner = action({
  name: 'scanner.restore',
  role: 'keeper',
  input: INPUTS['scanner.restore'],
  commit: (input, { db }) => revised(db, scanners, 'This scanner', input, { retiredAt: null }),
})
