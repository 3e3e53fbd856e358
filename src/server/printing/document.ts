import type { EdgeCheck } from '@/contract/views/edge-check'
import { type RulerLayout, rulerPage } from '@/core/edge/ruler-sheet'
import type { Page } from '@/core/page/page'
import { type PageColour, pageColour } from '@/core/print/colour'
import { type Delivery, deliveryOf, sayNotTaken } from '@/core/print/delivery'
import { type Ticket, ticketFor } from '@/core/print/ticket'
import { declaredMargins } from '@/core/printer/facts'
import { bad, ok, type Result } from '@/core/result/result'
import { pwgNameOf } from '@/core/sizes/sizes'
import { type SlipFacts, storedFacts, type VersionFacts } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'
import type { Problem } from '@/core/words/problems'
import { sayRulerLabels } from '@/core/words/ruler'
import type { RasterPage } from '@/formats/pwg-raster/write'
import type { Db } from '@/server/db/open'
import { openConverter } from '@/server/imaging/convert'
import { decoding } from '@/server/imaging/decoder'
import { jpegPage, pixelsOf, pwgRaster, type RasterPicture } from '@/server/render/raster'
import { RawFile } from '@/server/render/raw-file'
import { isSrgb, sourceOf } from '@/server/render/source-of'
import { readEdgeCheck } from '@/server/stores/edge-checks'
import { readVersionFacts } from '@/server/stores/presets'
import { readQueueFacts } from '@/server/stores/printers'
import type { PrintRow } from '@/server/stores/prints'
import { readRoom } from '@/server/stores/room'
import { readPicture } from '@/server/stores/slips'
import { takesOf, toldOf } from '@/server/stores/told'

/** One sheet as it goes to the printer: the ticket, and the page made while it is sent. */
export type PrintDocument = {
  readonly ticket: Ticket
  readonly head: RasterPage
  /** the paper that it wants, in words */
  readonly wants: string
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
  return slipDocument(db, folder, storedFacts(print.facts))
}

/** The page of a check's sheet: what file and raster draw. */
export const checkPage = (db: Db, check: EdgeCheck, sheet: number): Page => {
  const unit = readRoom(db)?.unit ?? 'mm'
  return rulerPage(check.layout as RulerLayout, sayRulerLabels({ ...check, sheetNumber: sheet }, unit))
}

/** Pixels of a JPEG page, which is held whole: a sheet of 330 x 483 mm at 300 ppi has 22 million. */
const MOST_JPEG_PIXELS = 60_000_000

type Asked = {
  readonly page: Page
  readonly version: VersionFacts
  readonly sheet: Page['sheet']
  readonly borderless: boolean
  readonly colour: Pick<PageColour, 'space' | 'bits'>
}

type Laid = Pick<PrintDocument, 'ticket' | 'head' | 'wants'> & {
  readonly stream: (
    pictures: ReadonlyMap<string, RasterPicture>,
    told: (part: number) => void,
  ) => AsyncGenerator<Uint8Array>
}

/** Ticket, header and format of a page for a queue, by what its printer told; or why it cannot be sent. */
function layFor(db: Db, { page, version, sheet, borderless, colour }: Asked): Result<Laid, Problem> {
  const facts = readQueueFacts(db, version.settings.queueId)
  if (!facts) return bad({ code: 'not_found', what: 'The queue of this preset' })
  const told = toldOf(db, version.settings.queueId)?.told ?? null
  const delivery = deliveryOf(told && takesOf(told), colour, version.quality.ppi)
  if (!delivery.ok) return bad({ code: 'queue_cannot', queue: version.queueName, why: sayNotTaken(delivery.problem) })
  const margins = borderless ? null : declaredMargins(version.queueFeed, sheet.width)
  const ticket = ticketFor(version, facts.ipp, facts.qualities, sheet, margins, delivery.value, told)
  const head = headOf(page, ticket, delivery.value)
  if (delivery.value.format === 'image/jpeg' && head.width * head.height > MOST_JPEG_PIXELS)
    return bad({
      code: 'queue_cannot',
      queue: version.queueName,
      why: 'it takes JPEG only, and this sheet is too large to be sent as one. Save the file and print it with scaling off.',
    })
  const make = delivery.value.format === 'image/jpeg' ? jpegPage : pwgRaster
  return ok({
    ticket,
    head,
    wants: saysPaper(version, sheet),
    stream: (pictures, reached) => make(page, pictures, head, reached),
  })
}

const saysPaper = (version: VersionFacts, sheet: Page['sheet']): string =>
  `${version.paper.name} of ${sayMm(sheet.width)} x ${sayMm(sheet.length)} mm in the ${version.feed.name}`

/** The paper that a print wants, in words; empty when nothing is known of it any more. */
export function paperOf(db: Db, print: PrintRow): string {
  if (print.checkId) {
    const check = readEdgeCheck(db, print.checkId)
    const version = check && readVersionFacts(db, check.versionId, check.createdAt)
    return check && version ? saysPaper(version, check.sheet) : ''
  }
  const facts = storedFacts(print.facts)
  const { sheet } = outcomeOf(facts)
  return sheet && facts.version ? saysPaper(facts.version, sheet.sheet) : ''
}

const sayMm = (um: number): string => String(Math.round(um / 100) / 10)

function rulerDocument(db: Db, check: EdgeCheck, version: VersionFacts, sheet: number): Result<PrintDocument, Problem> {
  const page = checkPage(db, check, sheet)
  const borderless = check.edge === 'borderless'
  const laid = layFor(db, { page, version, sheet: check.sheet, borderless, colour: { space: 'sgray', bits: 8 } })
  if (!laid.ok) return laid
  const { stream, ...rest } = laid.value
  return ok({ ...rest, stream: (told) => stream(new Map(), told), close: () => {} })
}

async function slipDocument(db: Db, folder: string, facts: SlipFacts): Promise<Result<PrintDocument, Problem>> {
  const { sheet, print } = outcomeOf(facts)
  const { version } = facts
  const picture = readPicture(db, facts.body.pictureId)
  if (!sheet || !print || !version || !picture) return bad({ code: 'slip_incomplete', missing: 'sheet' })
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
    { grey: picture.grey, otherProfile: picture.profile !== null && !isSrgb(picture.profile) },
    version.profile?.grey ?? false,
  )
  const laid = layFor(db, {
    page: print.page,
    version,
    sheet: sheet.sheet,
    borderless: sheet.borderless,
    colour: how,
  })
  if (!laid.ok) return laid
  let raw: RawFile
  try {
    raw = await decoding(() => RawFile.open(source.value))
  } catch (error) {
    if (isDiskError(error)) throw error
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
  const { stream, ...rest } = laid.value
  return ok({
    ...rest,
    stream: (told) => stream(new Map([[picture.id, shown]]), told),
    close: () => {
      converter.value?.close()
      raw.close()
    },
  })
}

const isDiskError = (error: unknown): boolean =>
  error instanceof Error &&
  (/^(ENOSPC|EDQUOT|EIO|EROFS|EACCES)$/.test(String((error as NodeJS.ErrnoException).code)) ||
    /no space left/i.test(error.message))

const headOf = (page: Page, ticket: Ticket, delivery: Delivery): RasterPage => ({
  width: pixelsOf(page.sheet.width, ticket.ppi),
  height: pixelsOf(page.sheet.length, ticket.ppi),
  ppi: ticket.ppi,
  colour: delivery.space,
  bits: delivery.bits,
  sizeName: pwgNameOf(page.sheet.width, page.sheet.length),
  mediaType: ticket.mediaType,
  printQuality: ticket.quality,
})
