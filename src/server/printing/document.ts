import type { EdgeCheck } from '@/contract/views/edge-check'
import { type RulerLayout, rulerPage } from '@/core/edge/ruler-sheet'
import type { Page } from '@/core/page/page'
import { pageColour } from '@/core/print/colour'
import { type Ticket, ticketFor } from '@/core/print/ticket'
import { declaredMargins } from '@/core/printer/facts'
import { bad, ok, type Result } from '@/core/result/result'
import { pwgNameOf } from '@/core/sizes/sizes'
import type { SlipFacts, VersionFacts } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'
import type { Problem } from '@/core/words/problems'
import { sayRulerLabels } from '@/core/words/ruler'
import type { RasterPage } from '@/formats/pwg-raster/write'
import type { Db } from '@/server/db/open'
import { openConverter } from '@/server/imaging/convert'
import { pixelsOf, pwgRaster, type RasterPicture } from '@/server/render/raster'
import { RawFile } from '@/server/render/raw-file'
import { sourceOf } from '@/server/render/source-of'
import { readEdgeCheck } from '@/server/stores/edge-checks'
import { readVersionFacts } from '@/server/stores/presets'
import { readQueueFacts } from '@/server/stores/printers'
import type { PrintRow } from '@/server/stores/prints'
import { readRoom } from '@/server/stores/room'
import { readPicture } from '@/server/stores/slips'

/** One sheet as it goes to the printer: the ticket, and the raster made while it is sent. */
export type PrintDocument = {
  readonly ticket: Ticket
  readonly head: RasterPage
  readonly stream: (told: (part: number) => void) => AsyncGenerator<Uint8Array>
  readonly close: () => void
}

/** Gets everything ready that can go wrong before anything is said to a printer. */
export async function documentOf(
  db: Db,
  folder: string,
  print: PrintRow,
  now: number,
): Promise<Result<PrintDocument, Problem>> {
  if (print.checkId) {
    const check = readEdgeCheck(db, print.checkId)
    const version = check && readVersionFacts(db, check.versionId, now)
    if (!check || !version) return bad({ code: 'not_found', what: 'This edge check' })
    return rulerDocument(db, check, version, print.copy)
  }
  return slipDocument(db, folder, print.facts as SlipFacts) // stored by print.start
}

/** The page of a check's sheet: what file and raster draw. */
export const checkPage = (db: Db, check: EdgeCheck, sheet: number): Page => {
  const unit = readRoom(db)?.unit ?? 'mm'
  return rulerPage(check.layout as RulerLayout, sayRulerLabels({ ...check, sheetNumber: sheet }, unit))
}

function rulerDocument(db: Db, check: EdgeCheck, version: VersionFacts, sheet: number): Result<PrintDocument, Problem> {
  const ticket = ticketOn(db, version, check.sheet, check.edge === 'borderless')
  if (!ticket.ok) return ticket
  const page = checkPage(db, check, sheet)
  const head = headOf(page, ticket.value, { space: 'sgray', bits: 8 })
  return ok({
    ticket: ticket.value,
    head,
    stream: (told) => pwgRaster(page, new Map(), head, told),
    close: () => {},
  })
}

async function slipDocument(db: Db, folder: string, facts: SlipFacts): Promise<Result<PrintDocument, Problem>> {
  const { sheet, print } = outcomeOf(facts)
  const { version } = facts
  const picture = readPicture(db, facts.body.pictureId)
  if (!sheet || !print || !version || !picture) return bad({ code: 'slip_incomplete', missing: 'sheet' })
  const ticket = ticketOn(db, version, sheet.sheet, sheet.borderless)
  if (!ticket.ok) return ticket
  const colour = version.settings.fileColour
  const source = await sourceOf(
    db,
    folder,
    picture,
    colour.kind === 'profile' ? colour.profileId : null,
    colour.kind === 'profile' ? { intent: colour.intent, blackPoint: colour.blackPoint } : null,
  )
  if (!source.ok) return source
  const target = source.value.convertTo
  const how = pageColour(
    version.settings,
    { grey: picture.grey, otherProfile: picture.profile !== null && !/s\s?RGB/i.test(picture.profile) },
    version.profile?.grey ?? false,
  )
  let raw: RawFile
  try {
    raw = await RawFile.open(source.value.path, picture.grey, picture.bits)
  } catch {
    return bad({ code: 'file_broken', name: picture.name, format: picture.mime.replace('image/', '').toUpperCase() })
  }
  const converter =
    how.convert === 'nothing'
      ? ok(null)
      : await openConverter({
          source: raw.icc,
          target: target?.profile ?? null,
          intent: target?.intent ?? 'relative',
          blackPoint: target?.blackPoint ?? true,
          bytes: raw.bytes,
          channels: raw.channels,
        })
  if (!converter.ok) {
    raw.close()
    const why =
      converter.problem.broken === 'source'
        ? `the profile in ${picture.name} is broken. Ask for the picture with a sound profile.`
        : `the profile ${target?.name ?? 'sRGB'} cannot be used for this picture. Check it under Presets.`
    return bad({ code: 'render_failed', why })
  }
  const shown: RasterPicture = {
    raw,
    size: { width: picture.width, height: picture.height },
    orientation: picture.orientation,
    converter: converter.value,
  }
  const head = headOf(print.page, ticket.value, how)
  return ok({
    ticket: ticket.value,
    head,
    stream: (told) => pwgRaster(print.page, new Map([[picture.id, shown]]), head, told),
    close: () => {
      converter.value?.close()
      raw.close()
    },
  })
}

function ticketOn(db: Db, version: VersionFacts, sheet: Page['sheet'], borderless: boolean): Result<Ticket, Problem> {
  const facts = readQueueFacts(db, version.settings.queueId)
  if (!facts) return bad({ code: 'not_found', what: 'The queue of this preset' })
  const margins = borderless ? null : declaredMargins(version.queueFeed, sheet.width)
  return ok(ticketFor(version, facts.ipp, facts.qualities, sheet, margins))
}

const headOf = (
  page: Page,
  ticket: Ticket,
  colour: { readonly space: RasterPage['colour']; readonly bits: 8 | 16 },
): RasterPage => ({
  width: pixelsOf(page.sheet.width, ticket.ppi),
  height: pixelsOf(page.sheet.length, ticket.ppi),
  ppi: ticket.ppi,
  colour: colour.space,
  bits: colour.bits,
  sizeName: pwgNameOf(page.sheet.width, page.sheet.length),
  mediaType: ticket.mediaType,
  printQuality: ticket.quality,
})
