import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { EMPTY_PRINT, FIRST } from '@/contract/slip-data'
import { um } from '@/core/length/length'
import { sayDarkness } from '@/core/printer/darkness'
import { bad, ok } from '@/core/result/result'
import { type PrintBody, patched } from '@/core/slip/body'
import type { VersionFacts } from '@/core/slip/facts'
import { curveFor } from '@/core/tone/use'
import { anchorAt, waysOn } from '@/core/tone/ways'
import { pictures } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { readVersionFacts } from '@/server/stores/version-facts'
import { insertSlip } from './slips'
import { areaFor } from './wedges'

/** What stands below a picture on a proof sheet: which way it was printed. */
function labelOf(n: number, version: VersionFacts, darkness: number): string {
  const mono = version.settings.colourMode === 'monochrome'
  const curve = mono ? curveFor(version, darkness) : null
  return [
    `${n}. ${version.mediaSetting.name}`,
    mono ? 'monochrome' : version.profile ? `colour inks, ${version.profile.name}` : 'colour inks',
    ...(mono ? [sayDarkness(darkness, version.darkness)] : []),
    ...(curve ? [`curve ${Math.round(100 * curve.strength)} %`] : []),
    `seal ${version.seal}`,
  ].join(', ')
}

/**
 * One proof sheet of ways: the same picture printed in each of them, labelled, on one sheet that goes through the printer
 * once for each. A slip of its own holds it; what was chosen and why is a trial of the paper.
 */
export const proofWays = action({
  name: 'tone.ways',
  role: 'helper',
  input: INPUTS['tone.ways'],
  commit({ pictureId, sheet, ways }, { db, now }) {
    const picture = db.select().from(pictures).where(eq(pictures.id, pictureId)).get()
    if (!picture) return bad({ code: 'not_found', what: 'This picture' })
    const versions: VersionFacts[] = []
    for (const { versionId } of ways) {
      const found = readVersionFacts(db, versionId, now)
      if (!found.ok) return found
      versions.push(found.value)
    }
    const [first] = versions
    if (!first) throw new Error('there are two ways at least')
    const other = versions.find((v) => v.paper.id !== first.paper.id || v.feed.id !== first.feed.id)
    if (other)
      return bad({
        code: 'rules',
        says: [
          `${first.presetName} prints on ${first.paper.name} from the ${first.feed.name}, ${other.presetName} on ${other.paper.name} from the ${other.feed.name}: one sheet goes through one feed. Choose ways of one paper and feed.`,
        ],
      })
    const area = areaFor(db, first, sheet)
    if (!area.ok) return area
    const room = { w: area.value.area.width, h: area.value.area.length }
    const laid = waysOn(room, picture.width / picture.height, ways.length)
    if (!laid)
      return bad({
        code: 'rules',
        says: [
          `${ways.length} times this picture on that sheet would be too small to judge. Choose a larger sheet or fewer ways.`,
        ],
      })
    const prints = ways.map(({ darkness, grey }, i): PrintBody => {
      const [version, cell] = [versions[i], laid.cells[i]]
      if (!version || !cell) throw new Error('a cell and a version for each way')
      const mono = version.settings.colourMode === 'monochrome'
      return {
        ...patched(EMPTY_PRINT, {
          ...{ versionId: version.id, sheet: area.value.sheet, pictureId, quarter: 0, copies: 1 },
          ...{ darkness: mono ? darkness : 0, label: labelOf(i + 1, version, darkness), anchor: anchorAt(cell, room) },
          ...(mono && grey && !picture.grey ? { grey } : {}),
          ...(i > 0 ? { again: true } : {}),
          // an area that was measured may be smaller than it is declared: so much is left away at each edge
          centring: { kind: 'area' },
          placing: { mode: 'exact', by: { edge: 'both', width: um(laid.width), height: um(laid.height) } },
        }),
        id: i === 0 ? FIRST : `way-${i + 1}`,
      }
    })
    const title = `Ways of ${picture.name.replace(/\.[^.]+$/, '')}`.slice(0, 120)
    const slip = insertSlip(db, { title, memberId: null, chargeTo: 'member', prints }, now)
    return ok({ value: slip, subject: slip.id, data: { ways: ways.length } })
  },
})
