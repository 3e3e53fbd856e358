import { desc, inArray, lt } from 'drizzle-orm'
import { MOST_OFFERED } from '@/contract/people'
import { readSlipBody } from '@/contract/slip'
import { untouched } from '@/core/slip/untouched'
import { sayChange } from '@/core/words/settings'
import type { Db } from '@/server/db/open'
import { presetVersions, queues, slips } from '@/server/db/schema'
import { copiesOf } from './copies'
import { earlierPrints } from './earlier'
import { runsOfSlip } from './log'
import { somePeople } from './people'
import { presetWorld } from './preset-world'
import { newestVersions, readSettings, versionChoices } from './presets'
import { printLines } from './print-jobs'
import { readRoom } from './room'
import { catalogue, picturesOf, readSlip } from './slips'
import { targetOfSlip } from './targets'

type Newer = { readonly versionId: string; readonly number: number; readonly changes: string }

/** Newer versions of the presets of these versions, by the version that is held. */
function newerVersions(db: Db, held: readonly string[]): Readonly<Record<string, Newer>> {
  if (held.length === 0) return {}
  const own = db
    .select()
    .from(presetVersions)
    .where(inArray(presetVersions.id, [...held]))
    .all()
  const newest = newestVersions(
    db,
    own.map((v) => v.presetId),
  )
  const outdated = own.flatMap((before) => {
    const after = newest.find((n) => n.presetId === before.presetId && n.number > before.number)
    return after ? [{ before, after }] : []
  })
  if (outdated.length === 0) return {}
  const world = presetWorld(db)
  return Object.fromEntries(
    outdated.map(({ before, after }) => [
      before.id,
      {
        ...{ versionId: after.id, number: after.number },
        changes: sayChange(readSettings(before.settings, before.id), readSettings(after.settings, after.id), world),
      },
    ]),
  )
}

/** How many copies the slip before this one asked for. */
function copiesBefore(db: Db, number: number): number | null {
  const row = db
    .select({ body: slips.body })
    .from(slips)
    .where(lt(slips.number, number))
    .orderBy(desc(slips.number))
    .get()
  return row ? (readSlipBody(row.body).prints[0]?.copies ?? null) : null
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
  const versionIds = slip.body.prints.flatMap((p) => p.versionId ?? [])
  const target = targetOfSlip(db, id)
  const known = catalogue(db, now, versionIds)
  const made = copiesOf(db, [id])
  return {
    slip: { id: slip.id, number: slip.number, state: slip.state, body: slip.body, revision: slip.revision },
    pictures: [...picturesOf(db, slip.body).values()].map((p) => ({
      ...{ id: p.id, name: p.name, width: p.width, height: p.height, grey: p.grey, bits: p.bits, profile: p.profile },
      ...{ colourNote: p.colourNote ?? null, colourAsks: p.colourAsks ?? false },
      ...{ profileSha: p.profileSha ?? null, profileClass: p.profileClass ?? null },
      ...{ stated: p.stated ?? null, decoded: p.decoded, bytes: p.bytes, previewReady: p.previewSha !== null },
    })),
    // what goes out of a target is what is shown of it
    catalogue: target ? { ...known, versions: known.versions.map(untouched) } : known,
    target,
    choices: versionChoices(db),
    people: somePeople(db, '', MOST_OFFERED, [slip.body.memberId]),
    runs: runsOfSlip(db, id).map((r) => ({
      id: r.id,
      number: r.number,
      printId: r.printId,
      outcome: r.outcome,
      copy: r.copy,
      charge: r.charge,
    })),
    prints: printLines(db, id),
    copies: Object.fromEntries(slip.body.prints.map((p) => [p.id, made.of(id, p.id)])),
    addresses: addressesOf(db),
    roomUnit: room.unit,
    now,
    newer: newerVersions(db, versionIds),
    earlier: earlierPrints(
      db,
      slip.body.prints.flatMap((p) => p.pieces.flatMap((piece) => piece.pictureId ?? [])),
      id,
    ),
    lastCopies: copiesBefore(db, slip.number),
  }
}
