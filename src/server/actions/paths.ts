import { and, eq, isNull } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { EMPTY_PRINT, plainSlip } from '@/contract/slip-data'
import { MUST } from '@/core/gate/gate'
import { proofSettings } from '@/core/offer/proof'
import type { StepId, StepSaid } from '@/core/paper/path'
import { bad, ok, type Result } from '@/core/result/result'
import { patched } from '@/core/slip/body'
import { sayGate } from '@/core/words/gate'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import type { Db } from '@/server/db/open'
import { paperPaths, papers, pictures, presets, printers, queues } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { newDraft } from '@/server/stores/new-draft'
import { readPath, spareProofs } from '@/server/stores/paths'
import { presetWorld } from '@/server/stores/preset-world'
import { everySize } from '@/server/stores/sizes'
import { trialsOf } from '@/server/stores/trials'
import { gateOfQueue } from '@/server/stores/version-facts'
import { asksWhatCloses } from './asking'
import { sealVersion } from './presets'
import { revise, revised } from './rows'
import { insertSlip } from './slips'

const GONE = { code: 'not_found', what: 'This path' } as const

/** A new paper sets out on its way on a queue; one that is under way there is gone on with. */
export const beginPath = action({
  name: 'path.begin',
  role: 'keeper',
  input: INPUTS['path.begin'],
  commit({ paperId, queueId }, { db, actor, now }) {
    const paper = db
      .select({ id: papers.id })
      .from(papers)
      .where(and(eq(papers.id, paperId), isNull(papers.retiredAt)))
      .get()
    if (!paper) return bad({ code: 'not_found', what: 'This paper' })
    const used = db
      .select({ id: queues.id })
      .from(queues)
      .innerJoin(printers, eq(printers.id, queues.printerId))
      .where(and(eq(queues.id, queueId), isNull(queues.retiredAt), isNull(printers.retiredAt)))
      .get()
    if (!used) return bad({ code: 'not_found', what: 'This queue' })
    const there = db
      .select({ id: paperPaths.id })
      .from(paperPaths)
      .where(and(eq(paperPaths.paperId, paperId), eq(paperPaths.queueId, queueId), isNull(paperPaths.retiredAt)))
      .get()
    if (there) return ok({ value: there, subject: there.id, data: { again: true } })
    const id = newId()
    db.insert(paperPaths).values({ id, paperId, queueId, begunAt: now, byId: actor.id, said: {}, proofs: [] }).run()
    return ok({ value: { id }, subject: id })
  },
})

/** What came of a step, why it is left out, or that neither holds any more; the history keeps each. */
export const sayStep = action({
  name: 'path.say',
  role: 'helper',
  input: INPUTS['path.say'],
  asks: {
    what: () => 'Something is said of this step already:',
    uses: ({ id, step, state }, { db }) => {
      const there = state === 'open' ? undefined : readPath(db, id)?.said[step]
      return () => (there ? [`${there.by}: “${there.says}”`] : [])
    },
  },
  commit({ id, revision, step, state, says }, { db, actor, now }) {
    const path = readPath(db, id)
    if (!path) return bad(GONE)
    if (state !== 'open' && says.trim() === '')
      return bad({
        code: 'input',
        issues: [{ path: 'says', message: state === 'skipped' ? 'say why it is left out' : 'say what came of it' }],
      })
    const { [step]: _before, ...rest } = path.said
    const word: StepSaid | null = state === 'open' ? null : { state, says: says.trim(), at: now, by: actor.name }
    const said: Partial<Record<StepId, StepSaid>> = word ? { ...rest, [step]: word } : rest
    const saved = revise(db, paperPaths, GONE.what, id, revision, { said })
    return saved.ok ? ok({ value: saved.value, subject: id, data: { step, state, says } }) : saved
  },
})

/** Puts a path away; what was made and found on it stays where it is. */
export const endPath = action({
  name: 'path.end',
  role: 'keeper',
  input: INPUTS['path.end'],
  commit: (input, { db, now }) => revised(db, paperPaths, GONE.what, input, { retiredAt: now }),
})

type Proof = { readonly presetId: string; readonly versionId: string }

/** A preset with one version, to try a media setting with; or why its queue does not allow it. */
function proofOf(
  db: Db,
  at: { readonly paperId: string; readonly queueId: string; readonly paper: string; readonly byId: string },
  mediaSettingId: string,
  now: number,
): Result<Proof, string> {
  const { paperId, queueId } = at
  const world = presetWorld(db)
  const queue = world.queues.find((q) => q.id === queueId)
  const name = queue?.facts.mediaSettings.find((m) => m.id === mediaSettingId)?.name ?? mediaSettingId
  const draft = newDraft(world, { queueId, paperId })
  if (!queue || !draft) return bad(`${name}: no setting of this queue is for a paper like ${at.paper}.`)
  // pictures are held side by side, and nothing has been measured yet: colour is the printer's own where it has one
  const own = draft.colourMode === 'colour' && queue.facts.printerColours.includes('own')
  const room = { feeds: queue.feeds, facts: queue.facts, papers: world.papers, profiles: world.profiles }
  const settings = proofSettings(
    { ...room, sizes: everySize(db) },
    own ? { ...draft, printerColour: 'own' } : draft,
    mediaSettingId,
  )
  if (!settings) return bad(`${name}: the rules of ${queue.name} close it for ${at.paper}.`)
  const found = gateOfQueue(db, queueId)?.of(settings) ?? []
  const must = found.filter((f) => MUST.includes(f.code))
  if (must.length > 0) return bad(`${name}: ${must.map(sayGate).join(' ')}`)
  const presetId = newId()
  db.insert(presets)
    .values({ id: presetId, number: nextNumber(db, presets), name: `${queue.name}, ${at.paper}, ${name}`, draft: null })
    .run()
  const says = found.map(sayGate)
  const version = sealVersion(db, presetId, settings, {
    ...{ byId: at.byId, at: now, why: 'a proof, to hold media settings side by side' },
    despite: says.length > 0 ? { says, because: 'a proof, to hold media settings side by side' } : null,
  })
  return ok({ presetId, versionId: version.id })
}

/**
 * One sheet for each media setting, of the same picture, on one slip: a preset is sealed for each, as near to the others
 * as the rules allow. What cannot be tried is named and holds up none of the others.
 */
export const makeProofs = action({
  name: 'path.proofs',
  role: 'keeper',
  input: INPUTS['path.proofs'],
  commit({ id, revision, mediaSettingIds, pictureId, sheet }, { db, actor, now }) {
    const path = readPath(db, id)
    const paper = path && db.select().from(papers).where(eq(papers.id, path.row.paperId)).get()
    if (!path || !paper) return bad(GONE)
    if (!db.select({ id: pictures.id }).from(pictures).where(eq(pictures.id, pictureId)).get())
      return bad({ code: 'not_found', what: 'This picture' })
    const { paperId, queueId } = path.row
    const made: Proof[] = []
    const left: string[] = []
    for (const setting of mediaSettingIds) {
      const proof = proofOf(db, { paperId, queueId, paper: paper.name, byId: actor.id }, setting, now)
      if (proof.ok) made.push(proof.value)
      else left.push(proof.problem)
    }
    if (made.length === 0) return bad({ code: 'rules', says: left })
    const head = plainSlip({ title: `${paper.name}, media settings side by side` })
    const prints = made.map(({ versionId }, i) => ({
      ...patched(EMPTY_PRINT, { pictureId, versionId, sheet }),
      ...(i === 0 ? {} : { id: newId() }),
    }))
    const slip = insertSlip(db, { ...head, prints }, now)
    const proofs = [...path.proofs, ...made.map((p) => p.presetId)]
    const saved = revise(db, paperPaths, GONE.what, id, revision, { proofs })
    if (!saved.ok) return saved
    return ok({ value: { ...saved.value, slipId: slip.id, left }, subject: id, data: { proofs: made, slip: slip.id } })
  },
})

/** Presets that were only made to try other media settings are no longer offered; their versions and prints stay. */
export const tidyPath = action({
  name: 'path.tidy',
  role: 'keeper',
  input: INPUTS['path.tidy'],
  asks: asksWhatCloses('Retired, these presets close what is in use:'),
  commit(input, { db, now }) {
    const path = readPath(db, input.id)
    if (!path) return bad(GONE)
    const { paperId, queueId } = path.row
    const kept = trialsOf(db, paperId).find((t) => t.queueId === queueId && t.kept === 'kept')
    if (!kept)
      return bad({ code: 'rules', says: ['No media setting was kept yet: which ones to retire is not known.'] })
    const spare = spareProofs(db, path.proofs, kept.mediaSettingId)
    for (const { id, revision } of spare) {
      const retired = revise(db, presets, 'This preset', id, revision, { retiredAt: now })
      if (!retired.ok) return retired
    }
    const saved = revise(db, paperPaths, GONE.what, input.id, input.revision, {})
    if (!saved.ok) return saved
    return ok({
      value: { ...saved.value, retired: spare.length },
      subject: input.id,
      data: { retired: spare.map((p) => p.name) },
    })
  },
})
