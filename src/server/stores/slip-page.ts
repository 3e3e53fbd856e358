import { and, desc, eq, lt } from 'drizzle-orm'
import { settingsSchema } from '@/contract/preset'
import { slipBodySchema } from '@/contract/slip'
import { sayChange } from '@/core/words/settings'
import type { Db } from '@/server/db/open'
import { presetVersions, queues, slips } from '@/server/db/schema'
import { runsOfSlip } from './log'
import { parsed } from './parse'
import { listPeople } from './people'
import { presetWorld } from './preset-world'
import { listPresets } from './presets'
import { printLines } from './prints'
import { readRoom } from './room'
import { catalogue, readPicture, readSlip } from './slips'

/** The newer version of a version's preset, if there is one. */
function newerVersion(
  db: Db,
  versionId: string | null,
): { readonly versionId: string; readonly number: number; readonly changes: string } | null {
  if (!versionId) return null
  const held = db.select().from(presetVersions).where(eq(presetVersions.id, versionId)).get()
  const newest = listPresets(db).find((p) => p.id === held?.presetId)?.versions[0]
  if (!held || !newest || newest.number <= held.number) return null
  const before = parsed(settingsSchema, held.settings, `version ${held.id}`)
  return {
    versionId: newest.id,
    number: newest.number,
    changes: sayChange(before, newest.settings, presetWorld(db)),
  }
}

/** How many copies the slip before this one asked for. */
function copiesBefore(db: Db, number: number): number | null {
  const row = db
    .select({ body: slips.body })
    .from(slips)
    .where(and(lt(slips.number, number)))
    .orderBy(desc(slips.number))
    .get()
  const body = row ? slipBodySchema.safeParse(row.body) : null
  return body?.success ? body.data.copies : null
}

/** Queues that can be sent to, with where they are. */
const addressesOf = (db: Db): Readonly<Record<string, string>> =>
  Object.fromEntries(
    db
      .select({ id: queues.id, address: queues.address })
      .from(queues)
      .all()
      .filter((q) => q.address.trim() !== '')
      .map((q) => [q.id, q.address]),
  )

/** Everything that a slip's screen shows, or null when there is no such slip. */
export function slipPage(db: Db, id: string, now: number) {
  const slip = readSlip(db, id)
  const room = readRoom(db)
  if (!slip || !room) return null
  const picture = readPicture(db, slip.body.pictureId)
  return {
    slip: { id: slip.id, number: slip.number, state: slip.state, body: slip.body, revision: slip.revision },
    picture: picture && {
      id: picture.id,
      name: picture.name,
      width: picture.width,
      height: picture.height,
      grey: picture.grey,
      bits: picture.bits,
      profile: picture.profile,
      colourNote: picture.colourNote ?? null,
      colourAsks: picture.colourAsks ?? false,
      decoded: picture.decoded,
      bytes: picture.bytes,
      previewReady: picture.previewSha !== null,
    },
    catalogue: catalogue(db, now, slip.body.versionId ? [slip.body.versionId] : []),
    people: listPeople(db).map((p) => ({ id: p.id, name: p.name, groupName: p.groupName, role: p.role })),
    runs: runsOfSlip(db, id).map((r) => ({
      id: r.id,
      number: r.number,
      outcome: r.outcome,
      copy: r.copy,
      charge: r.charge,
    })),
    prints: printLines(db, { slipId: id }),
    addresses: addressesOf(db),
    roomUnit: room.unit,
    newer: newerVersion(db, slip.body.versionId),
    lastCopies: copiesBefore(db, slip.number),
  }
}
