import { eq, inArray, isNull } from 'drizzle-orm'
import { settingsSchema } from '@/contract/preset'
import { readSlipBody } from '@/contract/slip'
import type { Settings } from '@/core/preset/settings'
import { sayGate } from '@/core/words/gate'
import type { Db } from '@/server/db/open'
import { presets, presetVersions, slips } from '@/server/db/schema'
import { parsed } from './parse'
import { newestVersionIds, readDespite, readSettings } from './presets'
import { gatesNow } from './version-facts'

/** What speaks against a version or draft that somebody counts on, and which slips wait with it. */
type Counted = { readonly name: string; readonly says: readonly string[]; readonly slips: readonly number[] }

/** Everything that presets in use and open slips count on, with what speaks against it now, by version or draft. */
export function countedOn(db: Db): ReadonlyMap<string, Counted> {
  const waiting = slipsByVersion(db)
  const ids = [...new Set([...newestVersionIds(db), ...waiting.keys()])]
  const rows = db
    .select({ version: presetVersions, preset: presets })
    .from(presetVersions)
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .where(inArray(presetVersions.id, ids))
    .all()
  const out = new Map<string, Counted>()
  const gates = gatesNow(db)
  const versions = new Map<string, { readonly settings: Settings; readonly always: readonly string[] }>()
  for (const { version, preset } of rows) {
    const settings = readSettings(version.settings, version.id)
    const gate = gates(settings.queueId)
    const answered = readDespite(version.despite, version.id)?.says ?? []
    const found = gate?.of(settings).map(sayGate) ?? ['The queue is gone.']
    versions.set(version.id, { settings, always: [...found, ...answered] })
    out.set(version.id, {
      name: `${preset.name}, version ${version.number}`,
      says: [
        ...(preset.retiredAt === null ? [] : [`Preset ${preset.name} is retired.`]),
        ...found.filter((s) => !answered.includes(s)),
      ],
      slips: waiting.get(version.id) ?? [],
    })
  }
  // rules about sizes close no preset, but the prints that ask for them
  for (const { number, prints } of underWay(db))
    for (const p of prints) {
      const held = versions.get(p.versionId ?? '')
      if (!held || p.sheet?.kind !== 'size') continue
      const found = gates(held.settings.queueId)?.of(held.settings, { size: p.sheet.sizeId }).map(sayGate) ?? []
      const says = found.filter((s) => !held.always.includes(s))
      out.set(`slip ${number} ${p.id}`, { name: `Slip ${number}`, says, slips: [] })
    }
  for (const p of db.select().from(presets).where(isNull(presets.retiredAt)).all()) {
    if (p.draft === null) continue
    const draft = parsed(settingsSchema, p.draft, `draft of preset ${p.number}`)
    const found = gates(draft.queueId)?.of(draft).map(sayGate) ?? ['The queue is gone.']
    out.set(`draft ${p.id}`, { name: `The draft of ${p.name}`, says: found, slips: [] })
  }
  return out
}

/** Slips that are open or waiting, by number. */
const underWay = (db: Db) =>
  db
    .select({ number: slips.number, memberId: slips.memberId, body: slips.body })
    .from(slips)
    .where(inArray(slips.state, ['open', 'waiting']))
    .orderBy(slips.number)
    .all()
    .map(({ body, ...row }) => ({ ...row, ...readSlipBody(body) }))

/** Numbers of the slips that are open or waiting, by the versions that their prints hold. */
function slipsByVersion(db: Db): ReadonlyMap<string, readonly number[]> {
  const out = new Map<string, number[]>()
  for (const { number, prints } of underWay(db))
    for (const id of new Set(prints.flatMap((p) => p.versionId ?? []))) {
      const list = out.get(id) ?? []
      out.set(id, list)
      list.push(number)
    }
  return out
}

/** Which slips under way ask for a size. */
export const slipsOfSize = (db: Db, sizeId: string): readonly number[] =>
  underWay(db)
    .filter((s) => s.prints.some((p) => p.sheet?.kind === 'size' && p.sheet.sizeId === sizeId))
    .map((s) => s.number)

/** Which slips under way were judged on a screen. */
export const slipsOfScreen = (db: Db, screenId: string): readonly number[] =>
  underWay(db)
    .filter((s) => s.screenId === screenId)
    .map((s) => s.number)

/** Which slips under way are a member's. */
export const slipsOfMember = (db: Db, personId: string): readonly number[] =>
  underWay(db)
    .filter((s) => s.memberId === personId)
    .map((s) => s.number)

/** What speaks against what is counted on now and did not before, a sentence for each. */
export function newlyClosed(
  before: ReadonlyMap<string, Counted>,
  after: ReadonlyMap<string, Counted>,
): readonly string[] {
  return [...after].flatMap(([key, { name, says, slips: list }]) => {
    const old = before.get(key)?.says ?? []
    const now = says.filter((s) => !old.includes(s))
    if (now.length === 0) return []
    return [`${name}: ${now.join(' ')}${saySlips(list)}`]
  })
}

const SHOWN = 6

/** `Slips 3, 4 hold it.`, or what else they do. */
export function saySlips(
  list: readonly number[],
  does: readonly [string, string] = ['holds', 'hold'],
  what = 'it',
): string {
  if (list.length === 0) return ''
  const shown = list.slice(0, SHOWN).join(', ')
  const more = list.length > SHOWN ? ` and ${list.length - SHOWN} more` : ''
  return ` ${list.length === 1 ? 'Slip' : 'Slips'} ${shown}${more} ${does[list.length === 1 ? 0 : 1]} ${what}.`
}
