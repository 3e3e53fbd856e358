import { createHash } from 'node:crypto'
import { and, desc, eq, ne } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { settingsSchema } from '@/contract/preset'
import { queueFactsSchema } from '@/contract/printer'
import { MUST } from '@/core/gate/gate'
import { SETTING_ORDER } from '@/core/preset/differences'
import { shortSeal } from '@/core/preset/seal'
import type { Settings } from '@/core/preset/settings'
import { bad, ok } from '@/core/result/result'
import { sayGate } from '@/core/words/gate'
import type { Problem } from '@/core/words/problems'
import { sayValue } from '@/core/words/settings'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { feeds, papers, presets, presetVersions, profiles, queues } from '@/server/db/schema'
import { action } from '@/server/door/door'
import type { Despite } from '@/server/stores/gates'
import { presetWorld } from '@/server/stores/preset-world'
import { canonicalOf } from '@/server/stores/seals'
import { gateOfQueue } from '@/server/stores/version-facts'
import { asksWhatCloses } from './asking'
import { revise, revised } from './rows'

type Sealing = {
  readonly byId: string
  readonly at: number
  readonly why: string
  /** what spoke against it, and why it is sealed all the same */
  readonly despite?: Despite | null
}

/** Writes the next version of a preset: its settings, the canonical bytes and the seal, for ever. */
export function sealVersion(
  db: Db,
  presetId: string,
  settings: Settings,
  by: Sealing,
): { readonly id: string; readonly number: number; readonly seal: string } {
  const canonical = canonicalOf(db, settings)
  const hash = createHash('sha256').update(canonical).digest()
  const sealHash = hash.toString('hex')
  const last = db
    .select({ number: presetVersions.number })
    .from(presetVersions)
    .where(eq(presetVersions.presetId, presetId))
    .orderBy(desc(presetVersions.number))
    .get()
  const short = shortSeal(hash, 6)
  const taken = db
    .select({ id: presetVersions.id })
    .from(presetVersions)
    .where(and(eq(presetVersions.seal, short), ne(presetVersions.sealHash, sealHash)))
    .get()
  const world = presetWorld(db)
  const words = Object.fromEntries(SETTING_ORDER.map((key) => [key, sayValue(key, settings[key], world)]))
  const row = {
    id: newId(),
    presetId,
    number: (last?.number ?? 0) + 1,
    settings,
    canonical,
    sealHash,
    seal: taken ? shortSeal(hash, 8) : short, // two different seals never look alike
    words,
    ...by,
  }
  db.insert(presetVersions).values(row).run()
  return row
}

/** What settings point to and the room does not have, in words; null: everything is there. */
export function settingsPointNowhere(db: Db, s: Settings): Problem | null {
  const missing = (what: string): Problem => ({ code: 'not_found', what })
  const queue = db.select().from(queues).where(eq(queues.id, s.queueId)).get()
  if (!queue) return missing('The queue of this preset')
  const feed = db
    .select({ id: feeds.id })
    .from(feeds)
    .where(and(eq(feeds.id, s.feedId), eq(feeds.printerId, queue.printerId)))
    .get()
  const facts = queueFactsSchema.parse(queue.facts)
  if (!feed || !facts.feeds.some((f) => f.feedId === s.feedId))
    return missing(`The feed of this preset at ${queue.name}`)
  if (!facts.mediaSettings.some((m) => m.id === s.mediaSettingId))
    return missing(`The media setting of this preset at ${queue.name}`)
  if (!facts.qualities.some((q) => q.id === s.qualityId)) return missing(`The quality of this preset at ${queue.name}`)
  if (!db.select({ id: papers.id }).from(papers).where(eq(papers.id, s.paperId)).get())
    return missing('The paper of this preset')
  if (s.fileColour.kind === 'untouched') return null
  return db.select({ id: profiles.id }).from(profiles).where(eq(profiles.id, s.fileColour.profileId)).get()
    ? null
    : missing('The profile of this preset')
}

export const addPreset = action({
  name: 'preset.add',
  role: 'keeper',
  input: INPUTS['preset.add'],
  commit({ name, draft }, { db }) {
    const wrong = settingsPointNowhere(db, draft)
    if (wrong) return bad(wrong)
    const id = newId()
    const number = nextNumber(db, presets)
    db.insert(presets).values({ id, number, name, draft }).run()
    return ok({ value: { id, number }, subject: id })
  },
})

export const draftPreset = action({
  name: 'preset.draft',
  role: 'keeper',
  input: INPUTS['preset.draft'],
  commit(input, { db }) {
    const wrong = settingsPointNowhere(db, input.draft)
    return wrong ? bad(wrong) : revised(db, presets, 'This preset', input, { name: input.name, draft: input.draft })
  },
})

/** Another name: its draft and its versions stay as they are. */
export const renamePreset = action({
  name: 'preset.rename',
  role: 'keeper',
  input: INPUTS['preset.rename'],
  commit: ({ name, ...input }, { db }) => revised(db, presets, 'This preset', input, { name }),
})

/** Makes the draft the next version. */
export const sealPreset = action({
  name: 'preset.seal',
  role: 'keeper',
  input: INPUTS['preset.seal'],
  commit({ id, revision, why, despite }, { db, actor, now }) {
    const row = db.select().from(presets).where(eq(presets.id, id)).get()
    if (!row) return bad({ code: 'not_found', what: 'This preset' })
    if (row.draft === null) return bad({ code: 'not_found', what: 'A draft of this preset' })
    const settings = settingsSchema.parse(row.draft)
    const wrong = settingsPointNowhere(db, settings)
    if (wrong) return bad(wrong)
    const found = gateOfQueue(db, settings.queueId)?.of(settings) ?? []
    const must = found.filter((f) => MUST.includes(f.code))
    if (must.length > 0) return bad({ code: 'rules', says: must.map(sayGate) })
    const says = found.map(sayGate)
    if (says.length > 0 && despite.trim() === '') return bad({ code: 'gate', says })
    const saved = revise(db, presets, 'This preset', id, revision, { draft: null })
    if (!saved.ok) return saved
    const answered = says.length > 0 ? { says, because: despite.trim() } : null
    const version = sealVersion(db, id, settings, { byId: actor.id, at: now, why, despite: answered })
    return ok({
      value: { versionId: version.id, number: version.number, seal: version.seal },
      subject: id,
      data: { version: version.number, seal: version.seal },
    })
  },
})

export const retirePreset = action({
  name: 'preset.retire',
  role: 'keeper',
  input: INPUTS['preset.retire'],
  asks: asksWhatCloses('A retired preset stays readable and is no longer printed with. Slips hold it:'),
  commit: (input, { db, now }) => revised(db, presets, 'This preset', input, { retiredAt: now }),
})

/** Deletes a preset that was never sealed: its versions would be for ever. */
export const deletePreset = action({
  name: 'preset.delete',
  role: 'keeper',
  input: INPUTS['preset.delete'],
  commit({ id }, { db }) {
    const preset = db.select().from(presets).where(eq(presets.id, id)).get()
    if (!preset) return bad({ code: 'not_found', what: 'This preset' })
    const sealed = db.select().from(presetVersions).where(eq(presetVersions.presetId, id)).all().length
    if (sealed > 0)
      return bad({
        code: 'in_use',
        what: preset.name,
        where: [`its ${sealed} ${sealed === 1 ? 'version' : 'versions'}, which never change`],
      })
    db.delete(presets).where(eq(presets.id, id)).run()
    return ok({ value: { id }, subject: id, data: { name: preset.name } })
  },
})

export const restorePreset = action({
  name: 'preset.restore',
  role: 'keeper',
  input: INPUTS['preset.restore'],
  commit: (input, { db }) => revised(db, presets, 'This preset', input, { retiredAt: null }),
})
