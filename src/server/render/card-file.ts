import type { BenchCard } from '@/contract/views/card'
import type { Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { readPicture } from '@/server/stores/slips'
import { cardPage } from './card-page'
import { codeOf } from './code'
import { widthOf } from './letters'
import { pdfWork } from './resolve'
import { makePdf } from './work'

/** What the file of a card is saved as. */
export const cardName = ({ print, presetName, number }: BenchCard): string =>
  print ? `card slip ${print.slipNumber}.pdf` : `card ${presetName} ${number}.pdf`

/**
 * A bench card as a PDF of one A5 page.
 * @param address where the same card is on this room's server.
 */
export async function cardFile(
  db: Db,
  folder: string,
  card: BenchCard,
  address: string,
): Promise<Result<Uint8Array, Problem>> {
  const picture = readPicture(db, card.feed.pictureId)
  const shown = picture && { id: picture.id, size: { width: picture.width, height: picture.height } }
  const work = await pdfWork(db, folder, {
    page: cardPage(card, codeOf(address), shown, widthOf),
    pictures: picture ? [{ id: picture.id, convert: 'nothing' }] : [],
    ...{ target: null, curveId: null, grey: null },
    about: { title: `Bench card: ${card.presetName}, version ${card.number}`, subject: card.seal, grey: false },
    name: cardName(card),
  })
  return work.ok ? makePdf(work.value, () => {}) : work
}
