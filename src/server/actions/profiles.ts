import { readFile } from 'node:fs/promises'
import { and, eq, isNull } from 'drizzle-orm'
import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { readProfile } from '@/formats/icc/profile'
import { sayProfile, whyNot } from '@/formats/icc/say'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { profileSeals, profiles } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { discard, keep } from '@/server/files/files'
import { outputFault } from '@/server/imaging/convert'
import { listPresets } from '@/server/stores/presets'
import { asksWhatCloses } from './asking'
import { plainFileName, receivedSchema } from './pictures'

/** What a room notes of a profile's bytes; or why they are none that it can keep. */
export async function profileFacts(bytes: Buffer, fileName: string) {
  const read = readProfile(bytes)
  if (!read.ok) return bad(`it is no ICC profile: ${read.problem.why}. Is it the .icc or .icm file itself?`)
  const unfit = whyNot(read.value)
  const fault = unfit === null ? await outputFault(bytes) : null
  if (fault) return bad(`${fault}. Fetch the file again, or ask who made it.`)
  const { space, description } = read.value
  return ok({
    ...{ space, unfit, about: sayProfile(read.value) },
    description: description.slice(0, 80).trim() || fileName.replace(/\.ic[cm]$/i, ''),
  })
}

export type KeptProfile = Extract<Awaited<ReturnType<typeof profileFacts>>, { ok: true }>['value'] & {
  readonly sha: string
}

const sameProfile = (db: Db, sha: string) =>
  db
    .select()
    .from(profiles)
    .where(and(eq(profiles.sha, sha), isNull(profiles.retiredAt)))
    .get()

/** A profile under the name that it gives itself, with a number behind it where that is taken. */
function insertProfile(db: Db, { description, ...facts }: KeptProfile, at: number) {
  const taken = namesInUse(db)
  let name = description
  for (let n = 2; taken.has(name); n++) name = `${description} ${n}`
  const id = newId()
  db.insert(profiles)
    .values({ id, at, name, ...facts })
    .run()
  return { id, name }
}

/** The room's profile of these very bytes, taken in where it is not there yet; its id. */
export const profileOf = (db: Db, profile: KeptProfile, now: number): string =>
  sameProfile(db, profile.sha)?.id ?? insertProfile(db, profile, now).id

/**
 * Takes in an ICC profile that was received, under the name that it gives itself. What is none is removed again and
 * nothing is stored; one that cannot serve here is kept and shown with the reason, and never offered. The same bytes
 * twice are one profile, made with one more seal where another is named.
 */
export const importProfile = action({
  name: 'profile.import',
  role: 'keeper',
  input: z.object({
    name: z.string().transform(plainFileName),
    received: receivedSchema,
    seal: z.string().min(1).max(12).nullable(),
  }),
  async prepare({ name, received }, { folder }) {
    const refuse = async (why: string): Promise<Result<never, Problem>> => {
      await discard(received)
      return bad({ code: 'profile_bad', name, why })
    }
    const facts = await profileFacts(await readFile(received.path), name)
    if (!facts.ok) return refuse(facts.problem)
    await keep(folder, received)
    return facts
  },
  commit({ received, seal }, { db, now, actor }, { description, ...facts }) {
    const same = sameProfile(db, received.sha)
    if (same) {
      const bound = seal !== null && bind(db, same.id, seal, now, actor.id)
      const { id, name } = same
      return ok({ value: { id, name, already: true, bound, unfit: same.unfit }, subject: id, data: { seal } })
    }
    const { id, name } = insertProfile(db, { sha: received.sha, description, ...facts }, now)
    const bound = seal !== null && bind(db, id, seal, now, actor.id)
    const value = { id, name, already: false, bound, unfit: facts.unfit }
    return ok({ value, subject: id, data: { name, space: facts.space } })
  },
})

/** Notes a seal that a profile was made with; whether it is new. */
const bind = (db: Db, profileId: string, seal: string, at: number, byId: string): boolean =>
  db.insert(profileSeals).values({ profileId, seal, at, byId }).onConflictDoNothing().run().changes > 0

/** A profile was made with one more seal, or was not made with one after all. */
export const bindProfile = action({
  name: 'profile.bind',
  role: 'keeper',
  input: INPUTS['profile.bind'],
  asks: asksWhatCloses('Said like this, the profile is no longer right for what is in use:'),
  commit({ id, seal, made }, { db, now, actor }) {
    if (!db.select({ id: profiles.id }).from(profiles).where(eq(profiles.id, id)).get())
      return bad({ code: 'not_found', what: 'This profile' })
    if (made) bind(db, id, seal, now, actor.id)
    else
      db.delete(profileSeals)
        .where(and(eq(profileSeals.profileId, id), eq(profileSeals.seal, seal)))
        .run()
    return ok({ value: { id }, subject: id, data: { seal, made } })
  },
})

const namesInUse = (db: Db): ReadonlySet<string> =>
  new Set(
    db
      .select({ name: profiles.name })
      .from(profiles)
      .where(isNull(profiles.retiredAt))
      .all()
      .map((p) => p.name),
  )

/** A profile that is no longer offered; versions that name it keep it. */
export const retireProfile = action({
  name: 'profile.retire',
  role: 'keeper',
  input: INPUTS['profile.retire'],
  asks: asksWhatCloses('A retired profile is no longer offered; presets convert to it:'),
  commit({ id }, { db, now }) {
    const drafts = listPresets(db)
      .filter((p) => p.draft?.fileColour.kind === 'profile' && p.draft.fileColour.profileId === id)
      .map((p) => `the draft of ${p.name}`)
    if (drafts.length > 0) return bad({ code: 'needed', what: 'This profile', where: drafts })
    const changed = db
      .update(profiles)
      .set({ retiredAt: now })
      .where(and(eq(profiles.id, id), isNull(profiles.retiredAt)))
      .run()
    return changed.changes > 0 ? ok({ value: { id }, subject: id }) : bad({ code: 'not_found', what: 'This profile' })
  },
})
