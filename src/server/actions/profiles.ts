import { readFile } from 'node:fs/promises'
import { and, eq, isNull } from 'drizzle-orm'
import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { readIcc } from '@/formats/icc/read'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { profiles } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { discard, keep } from '@/server/files/files'
import { outputFault } from '@/server/imaging/convert'
import { listPresets } from '@/server/stores/presets'
import { asksWhatCloses } from './asking'
import { plainFileName, receivedSchema } from './pictures'

const SPACES = { RGB: 'RGB', GRAY: 'GRAY', CMYK: null, other: null } as const

/**
 * Takes in an ICC profile that was received: a printer's, in RGB or grey, under the name that it gives itself. What is
 * none is removed again and nothing is stored. The same profile twice is recognised.
 */
export const importProfile = action({
  name: 'profile.import',
  role: 'keeper',
  input: z.object({
    name: z.string().transform(plainFileName),
    received: receivedSchema,
    sealMadeWith: z.string().max(12).nullable(),
  }),
  async prepare({ name, received }, { folder }) {
    const refuse = async (why: string): Promise<Result<never, Problem>> => {
      await discard(received)
      return bad({ code: 'profile_bad', name, why })
    }
    const bytes = await readFile(received.path)
    const read = readIcc(bytes)
    if (!read.ok) return refuse(`it is no ICC profile: ${read.problem.why}. Is it the .icc or .icm file itself?`)
    const { deviceClass, space, description } = read.value
    if (deviceClass !== 'prtr')
      return refuse(`it describes no printer (its class is ${deviceClass}). A printer’s profile is needed.`)
    const known = SPACES[space]
    if (!known) return refuse(`it is for ${space} ink values. The raster of printers here takes RGB or grey.`)
    const fault = await outputFault(bytes)
    if (fault) return refuse(`${fault}. Fetch the file again, or ask who made it.`)
    await keep(folder, received)
    return ok({ space: known, description: description.slice(0, 80).trim() || name.replace(/\.ic[cm]$/i, '') })
  },
  commit({ received, sealMadeWith }, { db, now }, { space, description }) {
    const same = db
      .select()
      .from(profiles)
      .where(and(eq(profiles.sha, received.sha), isNull(profiles.retiredAt)))
      .get()
    if (same && same.sealMadeWith === sealMadeWith)
      return ok({ value: { id: same.id, name: same.name, already: true }, subject: same.id })
    const taken = namesInUse(db)
    let name = description
    for (let n = 2; taken.has(name); n++) name = `${description} ${n}`
    const id = newId()
    db.insert(profiles).values({ id, at: now, name, sha: received.sha, space, sealMadeWith }).run()
    return ok({ value: { id, name, already: false }, subject: id, data: { name, space } })
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
