import { runChecks } from '@/core/checks/all'
import type { Finding } from '@/core/checks/check'
import type { Um } from '@/core/length/length'
import type { Minor } from '@/core/money/money'
import { sameSheet } from '@/core/sizes/shelf'
import { type PlainPatch, type PrintBody, patched, type SheetChoice, type SlipHead } from '@/core/slip/body'
import { type Catalogue, factsFrom } from '@/core/slip/catalogue'
import type { PictureFacts, VersionFacts } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'

/** One of the room's sizes on one of its papers, with what would come of a picture there. */
export type Offer = {
  readonly versionId: string
  readonly presetName: string
  readonly paperName: string
  readonly sheet: SheetChoice
  readonly roll: boolean
  readonly edgeAllowed: 'either' | 'margins'
  /** the sheet as it feeds */
  readonly width: Um
  readonly length: Um
  /** null for a length cut from a roll */
  readonly sizeName: string | null
  /** of the picture on paper */
  readonly printed: { readonly w: Um; readonly h: Um }
  readonly lossPercent: number
  /** of the coarser direction */
  readonly ppi: number
  readonly charge: Minor | null
  /** what stops it; null: nothing does */
  readonly stop: Finding | null
}

/** Sheets and rolls on which the room keeps a version's paper, each once. */
function sheetsOf(catalogue: Pick<Catalogue, 'stocks' | 'sizes'>, version: VersionFacts): readonly SheetChoice[] {
  const roll = version.feed.kind === 'roll'
  return catalogue.stocks
    .filter((s) => s.paperId === version.paper.id && (s.kind === 'roll') === roll)
    .flatMap((s): readonly SheetChoice[] => {
      if (s.kind === 'roll') return [{ kind: 'cut', width: s.width, length: 'auto' }]
      const size = catalogue.sizes.find((z) => !z.retired && sameSheet({ short: s.width, long: s.length }, z))
      return size ? [{ kind: 'size', sizeId: size.id }] : []
    })
}

/**
 * The same picture on every size of every paper that the room keeps, as the newest version of each preset prints it:
 * what it loses, its resolution and its price. Sizes that it cannot be laid on, or that the feed
 * cannot take, are left out; what stops one is said.
 * The largest print comes first, the cheaper of two alike before the dearer.
 * @param print the print that another size is wanted of; an exact size becomes a whole picture, a crop is kept.
 * @example otherSizes({ ...CATALOGUE, stocks: [{ id: 's', paperId: 'paper', kind: 'sheet', width: 210000, length: 297000, pack: 50, price: 2500, count: 9, rolls: [] }] }, BODY, PRINT, 'whole', pictureOf).map((o) => o.sizeName) // ['A4']
 */
export function otherSizes(
  catalogue: Catalogue,
  head: SlipHead,
  print: PrintBody,
  mode: 'whole' | 'fill',
  picture: (id: string) => PictureFacts | null,
): readonly Offer[] {
  const offers = catalogue.versions.flatMap((version) =>
    sheetsOf(catalogue, version).flatMap((sheet): readonly Offer[] => {
      const there = print.versionId === version.id && JSON.stringify(print.sheet) === JSON.stringify(sheet)
      if (there) return []
      const facts = factsFrom(catalogue, head, inSize(print, offeredBy(version, sheet), mode), picture)
      const outcome = outcomeOf(facts)
      const [piece] = outcome.pieces
      // what a feed can never take is no offer, whoever keeps the paper for another printer
      if (!outcome.sheet || !piece || outcome.sheet.fit.problems.length > 0) return []
      return [
        {
          ...{ presetName: version.presetName, paperName: version.paper.name },
          ...offeredBy(version, sheet),
          ...{ roll: outcome.sheet.roll, width: outcome.sheet.sheet.width, length: outcome.sheet.sheet.length },
          sizeName: facts.size?.name ?? null,
          printed: piece.onPaper,
          lossPercent: piece.placed.lossPercent,
          ppi: Math.min(piece.ppi.across, piece.ppi.along),
          charge: outcome.charge && outcome.charge.unknown.length === 0 ? outcome.charge.total : null,
          stop: runChecks(facts, outcome).find((f) => f.level === 'stop' && !MENDED_LATER.includes(f.check)) ?? null,
        },
      ]
    }),
  )
  const area = (o: Offer): number => o.printed.w * o.printed.h
  return offers.toSorted((a, b) => area(b) - area(a) || (a.charge ?? 0) - (b.charge ?? 0))
}

/** What somebody changes at the printer before it prints: no reason against a size. */
const MENDED_LATER: readonly string[] = ['loaded', 'black']

const offeredBy = (version: VersionFacts, sheet: SheetChoice) => ({
  ...{ versionId: version.id, edgeAllowed: version.settings.edgeAllowed, sheet },
})

/**
 * A print of the same picture with another version and sheet: borderless only where the version allows it.
 * @example inSize(PRINT, { versionId: 'v2', sheet: { kind: 'size', sizeId: 'iso_a4_210x297mm' } }, 'fill').versionId // 'v2'
 */
export function inSize(
  print: PrintBody,
  { versionId, sheet, edgeAllowed }: Pick<Offer, 'versionId' | 'sheet' | 'edgeAllowed'>,
  mode: 'whole' | 'fill',
): PrintBody {
  const patch: PlainPatch = {
    ...{ versionId, sheet, placing: { mode }, quarter: 'auto', darkness: 0, copies: 1 },
    edge: edgeAllowed === 'margins' ? 'margins' : print.edge,
  }
  return patched(print, patch)
}
