import type { PrintDocument } from '@/contract/print-job'
import { fileColoursOf, isSrgb } from '@/core/colour/colour-check'
import type { Page } from '@/core/page/page'
import { type PageColour, pageColour } from '@/core/print/colour'
import { deliveryOf, sayNotTaken } from '@/core/print/delivery'
import { ticketFor } from '@/core/print/ticket'
import { declaredMargins, type QueueFacts } from '@/core/printer/facts'
import type { Told } from '@/core/printer/told'
import { bad, ok, type Result } from '@/core/result/result'
import { pwgNameOf } from '@/core/sizes/sizes'
import type { PictureFacts, VersionFacts } from '@/core/slip/facts'
import type { GreyWay } from '@/core/tone/to-grey'
import type { Problem } from '@/core/words/problems'
import type { RasterPage } from '@/formats/pwg-raster/write'
import { takesOf } from '@/server/stores/told'
import { pixelsOf } from './raster'
import { writerOf } from './writers'

/** What is done to the numbers of a page's pictures: decided here for files and printers alike. */
export function coloursOf(
  version: VersionFacts,
  pictures: readonly PictureFacts[],
  medium: 'raster' | 'file',
  grey: GreyWay | null = null,
): PageColour & Pick<PrintDocument, 'pictures' | 'target'> {
  const { fileColour } = version.settings
  const how = pageColour(
    version.settings,
    pictures.map((p) => ({
      grey: p.grey || grey !== null,
      otherProfile: (medium === 'raster' || (grey !== null && !p.grey)) && p.profile !== null && !isSrgb(p.profile),
      inTarget: fileColoursOf(p, fileColour.kind === 'profile' ? version.profile : null) === 'in the target',
    })),
    version.profile?.grey ?? false,
  )
  return {
    ...how,
    pictures: pictures
      .map((p, i) => ({ id: p.id, convert: how.convert[i] ?? ('nothing' as const) }))
      .filter((p, i, all) => all.findIndex((q) => q.id === p.id) === i),
    target:
      fileColour.kind === 'profile'
        ? { profileId: fileColour.profileId, intent: fileColour.intent, blackPoint: fileColour.blackPoint }
        : null,
  }
}

/** What is known when somebody presses. */
export type Pressed = {
  readonly page: Page
  readonly version: VersionFacts
  readonly borderless: boolean
  readonly pictures: readonly PictureFacts[]
  readonly queue: Pick<QueueFacts, 'ipp' | 'qualities'>
  readonly told: Told | null
  /** the tone curve that its grey goes through; null: none */
  readonly curveId: string | null
  /** how its colour pictures become grey; null: they do not */
  readonly grey: GreyWay | null
}

/** One sheet as it will go to its printer, ticket and all, by what the printer told; or why it cannot be sent. */
export function documentOf(pressed: Pressed): Result<PrintDocument, Problem> {
  const { page, version, borderless, pictures, queue, told, curveId, grey } = pressed
  const cannot = (why: string) => bad({ code: 'queue_cannot', queue: version.queueName, why } as const)
  const colour =
    pictures.length > 0
      ? coloursOf(version, pictures, 'raster', grey)
      : ({ ...GREY, pictures: [], target: null } as const)
  const delivery = deliveryOf(told && takesOf(told), colour, version.quality.ppi)
  if (!delivery.ok) return cannot(sayNotTaken(delivery.problem))
  const { space, bits } = delivery.value
  const margins = borderless ? null : declaredMargins(version.queueFeed, page.sheet.width)
  const ticket = ticketFor(version, queue.ipp, queue.qualities, page.sheet, margins, delivery.value, told)
  const { mostPixels } = writerOf(delivery.value.format)
  const document: PrintDocument = {
    ...{ page, ticket, space, bits, pictures: colour.pictures, target: colour.target, curveId, grey },
    wants: saysPaper(version, page.sheet),
  }
  const head = headOf(document)
  return mostPixels !== null && head.width * head.height > mostPixels
    ? cannot(
        'it takes JPEG only, and this sheet is too large to be sent as one. Save the file and print it with scaling off.',
      )
    : ok(document)
}

/** Rulers and text alone. */
const GREY = { space: 'sgray', bits: 8 } as const

const saysPaper = (version: VersionFacts, sheet: Page['sheet']): string =>
  `${version.paper.name} of ${sayMm(sheet.width)} x ${sayMm(sheet.length)} mm in the ${version.feed.name}`

const sayMm = (um: number): string => String(Math.round(um / 100) / 10)

/** The header of its raster. */
export const headOf = ({ page, ticket, space, bits }: Omit<PrintDocument, 'wants'>): RasterPage => ({
  width: pixelsOf(page.sheet.width, ticket.ppi),
  height: pixelsOf(page.sheet.length, ticket.ppi),
  ppi: ticket.ppi,
  ...{ colour: space, bits },
  sizeName: pwgNameOf(page.sheet.width, page.sheet.length),
  mediaType: ticket.mediaType,
  printQuality: ticket.quality,
})
