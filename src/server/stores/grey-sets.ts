import type { SlipInGrey } from '@/contract/views/tone'
import { sayDarkness } from '@/core/printer/darkness'
import { ofSet } from '@/core/slip/of-set'
import type { Db } from '@/server/db/open'
import { wedges } from '@/server/db/schema'
import { listSlips, picturesOf, readSlip } from './slips'
import { versionFacts } from './version-facts'

/** Slips that are looked through, the newest change first. */
const LOOKED = 120

/** Slips with pictures in black-and-white: those that are asked for, whatever became of them, and all that are not withdrawn. */
export function slipsInGrey(db: Db, now: number, asked: readonly string[]): readonly SlipInGrey[] {
  const newest = listSlips(db, ['open', 'waiting', 'done'], LOOKED)
  // a wedge is a measure, no picture
  const measures = new Set(
    db
      .select({ id: wedges.slipId })
      .from(wedges)
      .all()
      .map((w) => w.id),
  )
  const older = asked.flatMap((id) => (newest.some((l) => l.slip.id === id) ? [] : (readSlip(db, id) ?? [])))
  const lines = [...newest, ...older.map((slip) => ({ slip, memberName: null }))]
  const ids = [...new Set(lines.flatMap(({ slip }) => slip.body.prints.flatMap((p) => p.versionId ?? [])))]
  const versions = new Map(versionFacts(db, ids, now).versions.map((v) => [v.id, v]))
  const pictures = picturesOf(db, ...lines.map((l) => l.slip.body))
  return lines.flatMap(({ slip, memberName }): readonly SlipInGrey[] => {
    if (measures.has(slip.id)) return []
    const prints = slip.body.prints.flatMap((print) => {
      const version = versions.get(print.versionId ?? '')
      const picture = print.pieces.flatMap((p) => pictures.get(p.pictureId ?? '') ?? [])[0]
      const of = version && picture ? ofSet(print, version, picture.name) : null
      if (!version || !picture || !of) return []
      return [
        {
          ...{ id: print.id, pictureId: picture.id, of },
          ...{ preset: version.presetName, version: version.number },
          darkness: sayDarkness(print.darkness, version.darkness).replace(/^darkness /, ''),
        },
      ]
    })
    const { id, number, state } = slip
    return prints.length > 0 ? [{ id, number, state, title: slip.body.title, memberName, prints }] : []
  })
}
