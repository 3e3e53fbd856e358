import { asc, desc, eq, inArray, isNull } from 'drizzle-orm'
import { documentSchema, readStored } from '@/contract/print-job'
import { encodingSchema, readReading, scannerCurveSchema, wedgeLayoutSchema } from '@/contract/tone'
import type { Paper } from '@/contract/views/paper'
import type { BoundCurve, Scanner, ToneCheck, ToneReading, ToneVersion } from '@/contract/views/tone'
import type { Settings } from '@/core/preset/settings'
import { darknessOf, sayDarkness } from '@/core/printer/darkness'
import type { Feed } from '@/core/printer/facts'
import { fitSize } from '@/core/sizes/fit'
import type { TintSeen } from '@/core/tone/tint'
import { TONE_UPKEEP } from '@/core/tone/upkeep'
import { verdictOf } from '@/core/tone/verdict'
import { patchesOn } from '@/core/tone/wedge'
import { sayCode } from '@/core/tone/wedge-code'
import type { Db } from '@/server/db/open'
import {
  people,
  presets,
  presetVersions,
  printJobs,
  scanners,
  slips,
  toneCurves,
  toneReadings,
  wedges,
} from '@/server/db/schema'
import { newestFirst } from '@/server/db/sequence'
import { loadedByFeed } from './loaded'
import { listPapers } from './papers'
import { parsed } from './parse'
import { presetsWithVersions } from './presets'
import { printLines } from './print-jobs'
import { listPrinters } from './printers'
import { dueUpkeep } from './rail'
import { type ChosenSheet, sheetChoices } from './sheet-choices'
import { everySize } from './sizes'
import { newestPictures } from './slips'
import { dryMs, upsetAfter, wedgesPrinted } from './tone-use'
import { versionFacts } from './version-facts'

const boundFrom = (row: typeof toneCurves.$inferSelect): BoundCurve => ({
  ...{ id: row.id, number: row.number, strength: row.strength / 1000, readingId: row.readingId, at: row.at },
})

/** Tone checks, the newest first: all that stand, or those named. */
export function toneChecks(db: Db, now: number, ids?: readonly string[]): readonly ToneCheck[] {
  const rows = db
    .select({
      ...{ wedge: wedges, presetId: presets.id, presetName: presets.name, versionNumber: presetVersions.number },
      ...{ slipNumber: slips.number, by: people.name },
    })
    .from(wedges)
    .innerJoin(presetVersions, eq(presetVersions.id, wedges.versionId))
    .innerJoin(presets, eq(presets.id, presetVersions.presetId))
    .innerJoin(slips, eq(slips.id, wedges.slipId))
    .leftJoin(people, eq(people.id, wedges.byId))
    .where(ids ? inArray(wedges.id, [...ids]) : isNull(wedges.retiredAt))
    .orderBy(desc(wedges.number))
    .limit(300)
    .all()
  const versions = new Map(
    versionFacts(db, [...new Set(rows.map((r) => r.wedge.versionId))], now).versions.map((v) => [v.id, v]),
  )
  const papers = new Map(listPapers(db).map((p) => [p.id, p]))
  const printed = wedgesPrinted(db)
  const upset = upsetAfter(db)
  const readings = readingsOf(db)
  const curves = db.select().from(toneCurves).orderBy(desc(toneCurves.number)).all()
  const printers = listPrinters(db)
  const queues = printers.flatMap((p) => p.queues)
  return rows.flatMap(({ wedge: w, by, ...r }): readonly ToneCheck[] => {
    const version = versions.get(w.versionId)
    if (!version) return []
    const printedAt = printed.get(w.id) ?? null
    const through = curves.find((c) => c.id === w.curveId)
    const { settings } = version
    const queue = queues.find((q) => q.id === settings.queueId)
    return [
      {
        ...{ id: w.id, number: w.number, code: sayCode(w.code), slipId: w.slipId, slipNumber: r.slipNumber },
        printerId: printers.find((p) => p.queues.some((q) => q.id === settings.queueId))?.id ?? '',
        ...{ printerName: version.printerName, queueName: version.queueName },
        ...{ presetId: r.presetId, presetName: r.presetName, versionId: w.versionId, versionNumber: r.versionNumber },
        ...{ seal: w.seal, paperId: version.paper.id, paperName: version.paper.name, surface: version.paper.surface },
        paperWhite: papers.get(version.paper.id)?.white ?? null,
        ...{ mediaSetting: version.mediaSetting.name, colourMode: settings.colourMode, blackInk: settings.blackInk },
        tint: settings.tint ? [settings.tint.a, settings.tint.b] : null,
        ...{ darkness: w.darkness, darknessName: sayDarkness(w.darkness, queue ? darknessOf(queue.facts) : undefined) },
        layout: parsed(wedgeLayoutSchema, w.layout, `the layout of tone check ${w.number}`),
        through: through ? boundFrom(through) : null,
        ...{ pictureId: w.pictureId, prints: printLines(db, w.slipId), printedAt },
        byHand: w.booking !== null,
        dryAt: printedAt === null ? null : printedAt + dryMs(db),
        ...{ note: w.note, at: w.at, by: by ?? 'someone', readings: readings.get(w.id) ?? [] },
        curves: curves.filter((c) => c.wedgeId === w.id && c.retiredAt === null).map(boundFrom),
        since: printedAt === null ? null : upset(w.versionId, printedAt),
        ...{ revision: w.revision, retired: w.retiredAt !== null },
      },
    ]
  })
}

/** Readings that stand by their wedge, the newest first. */
function readingsOf(db: Db): ReadonlyMap<string, readonly ToneReading[]> {
  const out = new Map<string, ToneReading[]>()
  const rows = db
    .select({ reading: toneReadings, by: people.name })
    .from(toneReadings)
    .leftJoin(people, eq(people.id, toneReadings.byId))
    .where(isNull(toneReadings.retiredAt))
    .orderBy(newestFirst(toneReadings))
    .all()
  for (const { reading: r, by } of rows) {
    const one = { id: r.id, at: r.at, by: by ?? 'someone', body: readReading(r.body) }
    out.set(r.wedgeId, [...(out.get(r.wedgeId) ?? []), one])
  }
  return out
}

/** The room's scanners. */
export const listScanners = (db: Db): readonly Scanner[] =>
  db
    .select()
    .from(scanners)
    .where(isNull(scanners.retiredAt))
    .orderBy(asc(scanners.number))
    .all()
    .map((s) => ({
      ...{ id: s.id, number: s.number, name: s.name, checkedAt: s.checkedAt, revision: s.revision },
      encoding: parsed(encodingSchema, s.encoding, `the encoding of ${s.name}`),
      curve: s.curve === null ? null : parsed(scannerCurveSchema, s.curve, `the curve of ${s.name}`),
    }))

/** Versions that a wedge can be printed with: nothing changes its numbers on their way. */
export const toneVersions = (db: Db, now: number, also: string | null): readonly ToneVersion[] =>
  versionsToTry(db, now, also).filter((v) => v.untouched)

/** Versions that a picture can be printed with, to see the ways beside each other. */
export const wayVersions = (db: Db, now: number): readonly ToneVersion[] => versionsToTry(db, now, null)

/** Pictures that came in lately, wedges left out. */
export function picturesToTry(db: Db, most: number): readonly { readonly id: string; readonly name: string }[] {
  const drawn = new Set(
    db
      .select({ id: wedges.pictureId })
      .from(wedges)
      .all()
      .map((w) => w.id),
  )
  return newestPictures(db, most + drawn.size)
    .filter((p) => !drawn.has(p.id))
    .slice(0, most)
}

/** Whether two versions lay ink in the same way, as far as they are worth comparing. */
const inkedAlike = (a: Settings, b: Settings): boolean =>
  a.mediaSettingId === b.mediaSettingId && a.colourMode === b.colourMode

function versionsToTry(
  db: Db,
  now: number,
  also: string | null,
): readonly (ToneVersion & { readonly untouched: boolean })[] {
  const printers = listPrinters(db)
  const queues = new Map(printers.flatMap((p) => p.queues.map((q) => [q.id, { queue: q, printer: p }] as const)))
  const papers = new Map(listPapers(db).map((p) => [p.id, p]))
  return presetsWithVersions(db).flatMap((preset) => {
    if (preset.retired) return []
    // the newest; older ones that lay ink otherwise, which is what is compared; the one that is asked for
    const chosen = preset.versions.filter(
      (v, i, all) => v.id === also || all.findIndex((o) => inkedAlike(o.settings, v.settings)) === i,
    )
    return chosen.flatMap((version) => {
      const at = queues.get(version.settings.queueId)
      const paper = papers.get(version.settings.paperId)
      const { colourMode, printerColour, mediaSettingId } = version.settings
      if (!at || !paper) return []
      const media = at.queue.facts.mediaSettings.find((m) => m.id === mediaSettingId)?.name ?? ''
      return [
        {
          ...{ id: version.id, name: `${preset.name}, version ${version.number} (${media}, seal ${version.seal})` },
          untouched: colourMode === 'monochrome' || printerColour === 'off',
          ...{ paperId: paper.id, feedId: version.settings.feedId },
          ...{ mono: colourMode === 'monochrome', addressed: at.queue.address.trim() !== '' },
          sheets: onFeed(
            db,
            paper,
            at.printer.feeds.find((f) => f.id === version.settings.feedId),
          ),
          darkness: darknessOf(at.queue.facts),
          due: dueUpkeep(at.printer, now).flatMap((d) => (TONE_UPKEEP.includes(d.kind) ? [d.kind] : [])),
        },
      ]
    })
  })
}

/** Of what the room keeps of a paper, what goes into a feed; what lies in it first. */
function onFeed(db: Db, paper: Paper, feed: Feed | undefined): readonly ChosenSheet[] {
  if (!feed) return []
  const sizes = new Map(everySize(db).map((s) => [s.id, s]))
  const loaded = loadedByFeed(db).get(feed.id) ?? null
  const lies = ({ choice }: ChosenSheet): boolean => {
    if (!loaded || loaded.paperId !== paper.id) return false
    if (choice.kind === 'cut') return loaded.kind === 'roll' && loaded.width === choice.width
    const size = sizes.get(choice.sizeId)
    return loaded.kind === 'sheet' && size?.short === Math.min(loaded.width, loaded.length)
  }
  return sheetChoices(db, paper)
    .filter(({ choice }) => {
      if (choice.kind === 'cut') return feed.kind === 'roll'
      const size = sizes.get(choice.sizeId)
      return (
        feed.kind !== 'roll' && size !== undefined && fitSize(size.short, size.long, feed, null).problems.length === 0
      )
    })
    .toSorted((a, b) => Number(lies(b)) - Number(lies(a)))
}

/** What tints other checks of a check's queue were set to, and what their greys looked like. */
export function tintsBeside(db: Db, check: ToneCheck, now: number): readonly TintSeen[] {
  return toneChecks(db, now).flatMap((other): readonly TintSeen[] => {
    if (other.id === check.id || other.queueName !== check.queueName || other.printerId !== check.printerId) return []
    const seen = tintSeen(other)
    return seen ? [seen] : []
  })
}

/** The tint that a check was set to and what an instrument read in its middle; null: none of both is known. */
export function tintSeen(check: ToneCheck): TintSeen | null {
  for (const { body } of check.readings) {
    if (body.kind === 'eye') continue
    const middle = verdictOf(body).tint?.[1]
    return check.tint && middle ? { set: check.tint, is: middle } : null
  }
  return null
}

/** A bound curve in words; null: there is none. */
export function curveInWords(db: Db, id: string): { readonly id: string; readonly says: string } | null {
  const row = db.select().from(toneCurves).where(eq(toneCurves.id, id)).get()
  return row
    ? { id, says: `the curve of seal ${row.seal} at ${sayDarkness(row.darkness)}, ${row.strength / 10} %` }
    : null
}

/**
 * Where the patches of a wedge lie on its sheet, as it was sent, in mm from the left and the lead edge: where a meter is
 * put down. By the name of its print job; null: that is none of a wedge.
 */
export function wedgePlaces(
  db: Db,
  jobName: string,
  now: number,
): {
  readonly code: string
  readonly places: readonly { readonly id: string; readonly x: number; readonly y: number }[]
} | null {
  const row = db
    .select({ wedge: wedges, document: printJobs.document })
    .from(printJobs)
    .innerJoin(wedges, eq(wedges.slipId, printJobs.subjectId))
    .where(eq(printJobs.jobName, jobName))
    .get()
  const [check] = row ? toneChecks(db, now, [row.wedge.id]) : []
  if (!row || !check) return null
  const { page } = readStored(documentSchema, row.document)
  const picture = page.items.find((i) => i.kind === 'picture')
  if (picture?.kind !== 'picture') return null
  const [sx, sy] = [picture.full.w / check.layout.sheet.width, picture.full.h / check.layout.sheet.length]
  return {
    code: check.code,
    places: patchesOn(check.layout).map((p, i) => ({
      id: String(i + 1),
      x: (picture.full.x + (p.x + p.w / 2) * sx) / 1000,
      y: (picture.full.y + (p.y + p.h / 2) * sy) / 1000,
    })),
  }
}
