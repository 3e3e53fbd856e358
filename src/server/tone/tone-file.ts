import { eq } from 'drizzle-orm'
import type { ToneCheck } from '@/contract/views/tone'
import { atStrength, curveOf } from '@/core/tone/curve'
import { greyCurve } from '@/core/tone/grey-curve'
import { wedgePage } from '@/core/tone/wedge'
import { sayWedgeHeader } from '@/core/words/tone'
import { writeCgats } from '@/formats/cgats/write'
import { writeGreyProfile } from '@/formats/icc/grey'
import type { Db } from '@/server/db/open'
import { wedges } from '@/server/db/schema'
import { greyFile } from '@/server/render/grey-file'
import { writePdf } from '@/server/render/pdf'
import { readRoom } from '@/server/stores/room'
import { curveInWords, toneChecks } from '@/server/stores/tone'
import { readVersionFacts } from '@/server/stores/version-facts'

/** A file that a tone check is saved as. */
export type ToneFile = { readonly bytes: Uint8Array; readonly mime: string; readonly name: string }

/** The wedge as it was drawn when its check began. */
function pageOf(db: Db, check: ToneCheck, now: number) {
  const version = readVersionFacts(db, check.versionId, now)
  if (!version.ok) return null
  const header = sayWedgeHeader(version.value, {
    ...{ code: check.code, darkness: check.darkness, place: check.layout.place, of: check.layout.of },
    ...{ now: check.at, zone: readRoom(db)?.timeZone ?? 'UTC' },
    through: check.through ? (curveInWords(db, check.through.id)?.says ?? null) : null,
  })
  return wedgePage(check.layout, header)
}

/** The newest reading that measures lightness. */
const measured = (check: ToneCheck) => {
  for (const { body } of check.readings) if (body.kind !== 'eye') return body
  return null
}

const day = (at: number): string => new Date(at).toISOString().slice(0, 10)

/**
 * A file of a tone check by its name: `wedge.png`, `wedge.tif`, `wedge.pdf`, `curve.csv`, `readings.txt`, `grey.icc`.
 * @param strength of the curve, per mille
 * @returns null: there is no such file, or nothing was read that it could be made of
 */
export async function toneFile(
  db: Db,
  id: string,
  file: string,
  strength: number,
  now: number,
): Promise<ToneFile | null> {
  if (!db.select({ id: wedges.id }).from(wedges).where(eq(wedges.id, id)).get()) return null
  const [check] = toneChecks(db, now, [id])
  if (!check) return null
  const name = (ending: string): string => `wedge ${check.code} ${ending}`
  const text = (s: string): Uint8Array => new TextEncoder().encode(s)
  const reading = measured(check)
  if (file.startsWith('wedge.')) {
    const page = pageOf(db, check, now)
    if (!page) return null
    const title = `Wedge ${check.code}`
    if (file === 'wedge.png') return { bytes: await greyFile(page, 'png'), mime: 'image/png', name: `${title}.png` }
    if (file === 'wedge.tif') return { bytes: await greyFile(page, 'tiff'), mime: 'image/tiff', name: `${title}.tif` }
    if (file !== 'wedge.pdf') return null
    const about = { title, subject: `Seal ${check.seal}`, madeFor: null }
    return { bytes: await writePdf(page, new Map(), about), mime: 'application/pdf', name: `${title}.pdf` }
  }
  if (!reading) return null
  switch (file) {
    case 'curve.csv': {
      const { table } = atStrength(curveOf(reading), strength / 1000)
      const rows = Array.from({ length: 256 }, (_, i) => {
        const at = (i / 255) * (table.length - 1)
        return `${((100 * i) / 255).toFixed(3)},${(100 * (table[Math.round(at)] ?? 0)).toFixed(3)}`
      })
      return { bytes: text(['asked %,sent %', ...rows, ''].join('\r\n')), mime: 'text/csv', name: name('curve.csv') }
    }
    case 'readings.txt': {
      const out = writeCgats({
        originator: 'Libreta',
        made: new Date(now).toISOString(),
        keywords: { WEDGE: check.code, SEAL: check.seal, DARKNESS: String(check.darkness) },
        patches: reading.patches,
      })
      return { bytes: text(out), mime: 'text/plain; charset=utf-8', name: name('readings.txt') }
    }
    case 'grey.icc': {
      const description = `${check.paperName}, ${check.printerName}, seal ${check.seal}, ${check.darknessName}, ${day(now)}`
      const bytes = writeGreyProfile({ description, ...greyCurve(reading), made: new Date(now) })
      return {
        bytes,
        mime: 'application/vnd.iccprofile',
        name: `${description.replace(/[^\p{L}\p{N} ,+−-]/gu, '')}.icc`,
      }
    }
    default:
      return null
  }
}
