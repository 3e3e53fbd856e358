import { INPUTS } from '@/contract/actions'
import { EMPTY_PRINT, FIRST } from '@/contract/slip-data'
import { bad, ok } from '@/core/result/result'
import { rect } from '@/core/sheet/sheet'
import { type PrintBody, patched } from '@/core/slip/body'
import { MOST_TINT, rowOf } from '@/core/tone/tint'
import { STRIP, tintStrip } from '@/core/tone/tint-strip'
import { anchorAt } from '@/core/tone/ways'
import { newId } from '@/server/db/ids'
import { pictures } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { readVersionFacts } from '@/server/stores/version-facts'
import { insertSlip } from './slips'
import { areaFor, drawnPicture } from './wedges'

/** From strip to strip along the sheet, um: the strip, its label, white. */
const PITCH = 26_000

/**
 * A row of neighbouring tints: a strip of greys for each, labelled, on one sheet that goes through the printer once for
 * each with the tint set there. An eye chooses one in a named light.
 */
export const rowOfTints = action({
  name: 'tone.tints',
  role: 'helper',
  input: INPUTS['tone.tints'],
  async prepare(_, { folder }) {
    return drawnPicture(folder, tintStrip())
  },
  commit({ versionId, sheet, axis }, { db, now }, picture) {
    const found = readVersionFacts(db, versionId, now)
    if (!found.ok) return found
    const version = found.value
    const { tint, colourMode } = version.settings
    if (colourMode !== 'monochrome' || !tint)
      return bad({
        code: 'rules',
        says: [
          `${version.presetName} does not print in monochrome with a tint: there is no row of tints to choose from.`,
        ],
      })
    const area = areaFor(db, version, sheet)
    if (!area.ok) return area
    const tints = rowOf([tint.a, tint.b], axis, MOST_TINT)
    const room = { w: area.value.area.width, h: area.value.area.length }
    if (room.w < STRIP.width || room.h < tints.length * PITCH)
      return bad({
        code: 'rules',
        says: [
          `A row of ${tints.length} tints needs ${STRIP.width / 1000} × ${(tints.length * PITCH) / 1000} mm. Choose a larger sheet.`,
        ],
      })
    const pictureId = newId()
    db.insert(pictures)
      .values({ id: pictureId, name: 'strip of greys.png', decoded: true, statedRead: true, at: now, ...picture })
      .run()
    const number = (v: number): string => String(v).replace('-', '−')
    const prints = tints.map(([a, b], i): PrintBody => {
      const cell = rect((room.w - STRIP.width) / 2, i * PITCH, STRIP.width, STRIP.height)
      return {
        ...patched(EMPTY_PRINT, {
          ...{ versionId, sheet: area.value.sheet, pictureId, quarter: 0, copies: 1, centring: { kind: 'area' } },
          ...{ label: `tint ${number(a)}, ${number(b)}: set it at the printer`, anchor: anchorAt(cell, room) },
          ...(i > 0 ? { again: true } : {}),
          placing: { mode: 'exact', by: { edge: 'both', ...STRIP } },
        }),
        id: i === 0 ? FIRST : `tint-${i + 1}`,
      }
    })
    const title = `Tints beside ${number(tint.a)}, ${number(tint.b)}, ${version.presetName}`.slice(0, 120)
    const slip = insertSlip(db, { title, memberId: null, chargeTo: 'member', prints }, now)
    return ok({
      value: slip,
      subject: slip.id,
      data: { seal: version.seal },
      jobs: [{ kind: 'preview', payload: { pictureId } }],
    })
  },
})
