import { asc, desc, eq, inArray, isNull } from 'drizzle-orm'
import type { Attachment, PaperNote, Target, TargetVersion } from '@/contract/views/target'
import { um } from '@/core/length/length'
import { sayCode } from '@/core/tone/wedge-code'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import {
  attachments,
  outsideTargets,
  paperNotes,
  people,
  pictures,
  presets,
  presetVersions,
  slips,
  targetPrints,
  wedges,
} from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'
import { listPapers } from './papers'
import { presetsWithVersions } from './presets'
import { listPrinters } from './printers'
import { sheetChoices } from './sheet-choices'

/** The files of several owners, by the owner, as they came. */
function filesOf(db: Db, owners: readonly string[]): ReadonlyMap<string, readonly Attachment[]> {
  const out = new Map<string, Attachment[]>()
  const rows = db
    .select()
    .from(attachments)
    .where(inArray(attachments.ownerId, [...owners]))
    .orderBy(asc(attachments.at), asc(attachments.id))
    .all()
  for (const { id, ownerId, name, mime } of rows) out.set(ownerId, [...(out.get(ownerId) ?? []), { id, name, mime }])
  return out
}

/** A paper's notes, the newest first. */
export function notesOf(db: Db, paperId: string): readonly PaperNote[] {
  const rows = db
    .select({ note: paperNotes, by: people.name })
    .from(paperNotes)
    .leftJoin(people, eq(people.id, paperNotes.byId))
    .where(eq(paperNotes.paperId, paperId))
    .orderBy(newestFirst(paperNotes))
    .all()
    .filter((r) => r.note.retiredAt === null)
  const files = filesOf(
    db,
    rows.map((r) => r.note.id),
  )
  return rows.map(({ note, by }) => ({
    ...{ id: note.id, says: note.says, source: note.source, at: note.at, by: by ?? 'someone' },
    ...{ revision: note.revision, files: files.get(note.id) ?? [] },
  }))
}

/** The room's outside targets, the newest first, with where each was printed. */
export function listTargets(db: Db): readonly Target[] {
  const rows = db
    .select({ target: outsideTargets, pictureName: pictures.name })
    .from(outsideTargets)
    .innerJoin(pictures, eq(pictures.id, outsideTargets.pictureId))
    .where(isNull(outsideTargets.retiredAt))
    .orderBy(desc(outsideTargets.number))
    .all()
  const files = filesOf(
    db,
    rows.map((r) => r.target.id),
  )
  const prints = db
    .select({
      ...{ targetId: targetPrints.targetId, at: targetPrints.at, slipId: targetPrints.slipId },
      ...{ slipNumber: slips.number, preset: presets.name, number: presetVersions.number, seal: presetVersions.seal },
    })
    .from(targetPrints)
    .innerJoin(slips, eq(slips.id, targetPrints.slipId))
    .innerJoin(presetVersions, eq(presetVersions.id, targetPrints.versionId))
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .orderBy(newestFirst(targetPrints))
    .all()
  return rows.map(({ target: t, pictureName }) => ({
    ...{ id: t.id, number: t.number, name: t.name, service: t.service, instructions: t.instructions },
    ...{ pictureId: t.pictureId, pictureName, width: um(t.widthUm), height: um(t.heightUm), revision: t.revision },
    files: files.get(t.id) ?? [],
    prints: prints
      .filter((p) => p.targetId === t.id)
      .map(({ slipId, slipNumber, at, preset, number, seal }) => ({
        ...{ slipId, slipNumber, at, seal, version: `${preset}, version ${number}` },
      })),
  }))
}

/** Versions with which a target comes out untouched: the printer's own colour is off, or it prints with black alone. */
export function targetVersions(db: Db): readonly TargetVersion[] {
  const queues = new Map(listPrinters(db).flatMap((p) => p.queues.map((q) => [q.id, q] as const)))
  const papers = new Map(listPapers(db).map((p) => [p.id, p]))
  return presetsWithVersions(db).flatMap((preset) => {
    const [version] = preset.versions
    const queue = version && queues.get(version.settings.queueId)
    const paper = version && papers.get(version.settings.paperId)
    if (preset.retired || !queue || !paper) return []
    const { colourMode, printerColour } = version.settings
    if (colourMode === 'colour' && printerColour !== 'off') return []
    return [
      {
        ...{ id: version.id, name: `${preset.name}, version ${version.number} (seal ${version.seal})` },
        ...{ addressed: queue.address.trim() !== '', sheets: sheetChoices(db, paper) },
      },
    ]
  })
}

/** What a slip was made for alone, and where that is printed again; null: it is a plain slip. */
export function targetOfSlip(db: Db, slipId: string): HeldBySlip | null {
  const target = db
    .select({ name: outsideTargets.name })
    .from(targetPrints)
    .innerJoin(outsideTargets, eq(outsideTargets.id, targetPrints.targetId))
    .where(eq(targetPrints.slipId, slipId))
    .get()
  if (target) return { name: `the target ${target.name}`, what: 'an outside target', where: 'Profiles' }
  const wedge = db.select({ code: wedges.code }).from(wedges).where(eq(wedges.slipId, slipId)).get()
  return wedge ? { name: `wedge ${sayCode(wedge.code)}`, what: 'a wedge', where: 'Tone checks' } : null
}
export type HeldBySlip = { readonly name: string; readonly what: string; readonly where: string }

/** Why what holds an outside target is not printed, logged, saved or copied from its slip. */
export const heldByTarget = (number: number, { what, where }: HeldBySlip): Problem => ({
  code: 'rules',
  says: [
    `Slip ${number} holds ${what}, which goes out untouched. To print it again, go to ${where} and press Print there.`,
  ],
})
