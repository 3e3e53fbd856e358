import { inArray } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { storedSlipBody } from '@/contract/slip'
import { EMPTY_SLIP } from '@/contract/slip-data'
import { bad, ok, type Result } from '@/core/result/result'
import type { SlipBody } from '@/core/slip/body'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { people, pictures, presetVersions, slips } from '@/server/db/schema'
import { action, atLeast, type DoorContext } from '@/server/door/door'
import { cancelJob } from '@/server/jobs/queue'
import { readSlip } from '@/server/stores/slips'
import { heldByTarget, targetOfSlip } from '@/server/stores/targets'
import { slipFile } from '@/server/subjects/slip-print'
import { revised } from './rows'

/** What of a body stands in columns, too: for lists and foreign keys. */
export const columns = (body: SlipBody) => ({
  title: body.title,
  memberId: body.memberId,
  pictureId: body.prints[0]?.pieces[0]?.pictureId ?? null,
  body: storedSlipBody(body),
})

/** Ids in a body must point somewhere: a sentence instead of a body that shows nothing. */
function pointsNowhere(db: Db, body: SlipBody): Problem | null {
  const all = (ids: readonly (string | null)[]): readonly string[] => [...new Set(ids.flatMap((id) => id ?? []))]
  const pictureIds = all(body.prints.flatMap((p) => p.pieces.map((x) => x.pictureId)))
  const versionIds = all(body.prints.map((p) => p.versionId))
  const lacks = (table: typeof pictures | typeof presetVersions | typeof people, ids: readonly string[]): boolean =>
    db
      .select({ id: table.id })
      .from(table)
      .where(inArray(table.id, [...ids]))
      .all().length < ids.length
  if (lacks(people, all([body.memberId]))) return { code: 'not_found', what: 'This member' }
  if (lacks(presetVersions, versionIds)) return { code: 'not_found', what: 'This preset version' }
  return lacks(pictures, pictureIds) ? { code: 'not_found', what: 'This picture' } : null
}

/** A helper changes every slip, a member their own. */
const ownSlip = (memberId: string | null | undefined, { actor }: DoorContext): boolean =>
  atLeast(actor, 'helper') || memberId === actor.id

/** The same for a slip that is there: whose it is now, and whose it would become. */
const mayChange = (input: { readonly id: string; readonly body?: SlipBody }, ctx: DoorContext): boolean =>
  ownSlip(readSlip(ctx.db, input.id)?.body.memberId, ctx) && (!input.body || ownSlip(input.body.memberId, ctx))

/** Makes a slip of a body that points somewhere. */
export function insertSlip(db: Db, body: SlipBody, now: number): { id: string; number: number } {
  const id = newId()
  const number = nextNumber(db, slips)
  db.insert(slips)
    .values({ id, number, state: 'open', createdAt: now, updatedAt: now, ...columns(body) })
    .run()
  return { id, number }
}

export const addSlip = action({
  name: 'slip.add',
  role: 'member',
  may: ({ body }, ctx) => ownSlip(body?.memberId, ctx),
  input: INPUTS['slip.add'],
  commit({ body }, { db, now }) {
    const problem = body ? pointsNowhere(db, body) : null
    if (problem) return bad(problem)
    const made = insertSlip(db, body ?? EMPTY_SLIP, now)
    return ok({ value: made, subject: made.id })
  },
})

/** A slip that may still change, or why not. */
export function changeable(db: Db, id: string): Result<{ readonly number: number }, Problem> {
  const slip = readSlip(db, id)
  if (!slip) return bad({ code: 'not_found', what: 'This slip' })
  const held = targetOfSlip(db, id)
  if (held) return bad(heldByTarget(slip.number, held))
  return slip.state === 'done' ? bad({ code: 'slip_done', number: slip.number }) : ok(slip)
}

export const saveSlip = action({
  name: 'slip.save',
  role: 'member',
  may: mayChange,
  input: INPUTS['slip.save'],
  commit(input, { db, now }) {
    const may = changeable(db, input.id)
    if (!may.ok) return may
    const problem = pointsNowhere(db, input.body)
    return problem ? bad(problem) : revised(db, slips, 'This slip', input, { ...columns(input.body), updatedAt: now })
  },
})

export const moveSlip = action({
  name: 'slip.state',
  role: 'member',
  may: mayChange,
  input: INPUTS['slip.state'],
  commit(input, { db, now }) {
    const may = changeable(db, input.id)
    return may.ok ? revised(db, slips, 'This slip', input, { state: input.state, updatedAt: now }) : may
  },
})

/** A new slip like an old one; what belongs to one picture only (darkness) and copies start anew. */
export const copySlip = action({
  name: 'slip.copy',
  role: 'member',
  may: mayChange,
  input: INPUTS['slip.copy'],
  commit({ id }, { db, now }) {
    const slip = readSlip(db, id)
    if (!slip) return bad({ code: 'not_found', what: 'This slip' })
    const held = targetOfSlip(db, id)
    if (held) return bad(heldByTarget(slip.number, held))
    const prints = slip.body.prints.map((p) => ({ ...p, copies: 1, darkness: 0 }))
    const made = insertSlip(db, { ...slip.body, prints }, now)
    return ok({ value: made, subject: made.id, data: { from: slip.number } })
  },
})

/** Asks for the print-ready file of one of a slip's prints, as it stands at this revision. */
export const fileSlip = action({
  name: 'slip.file',
  role: 'member',
  may: mayChange,
  input: INPUTS['slip.file'],
  commit({ id, printId, revision }, { db, now }) {
    const slip = readSlip(db, id)
    if (!slip) return bad({ code: 'not_found', what: 'This slip' })
    if (slip.revision !== revision)
      return bad({ code: 'stale', what: 'This slip', yours: revision, now: slip.revision, current: slip.body })
    const made = slipFile(db, slip, printId, now)
    if (!made.ok) return made
    const jobId = newId()
    return ok({ value: { jobId }, subject: id, jobs: [{ id: jobId, kind: 'pdf', payload: made.value }] })
  },
})

export const stopJob = action({
  name: 'job.cancel',
  role: 'helper',
  input: INPUTS['job.cancel'],
  commit({ id }, { db }) {
    cancelJob(db, id)
    return ok({ value: { id }, subject: id })
  },
})
