import { sayProblem } from '@/core/words/problems'
import { room, roomFolder } from '@/server/db/open'
import { cardFile, cardName } from '@/server/render/card-file'
import { slipCard, versionCard } from '@/server/stores/cards'
import { addressFor, pdfAnswer } from '../../../pdf'

/** A bench card as an A5 page for the wall. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ of: string; id: string }> },
): Promise<Response> {
  const { of, id } = await params
  const url = new URL(request.url)
  const printId = url.searchParams.get('print')
  const card =
    of === 'version'
      ? versionCard(room(), id, Date.now())
      : of === 'slip'
        ? slipCard(room(), id, printId, Date.now())
        : null
  if (!card) return new Response('There are cards of versions and of slips.', { status: 404 })
  if (!card.ok) return new Response(sayProblem(card.problem), { status: 404 })
  const { print, presetId, versionId } = card.value
  const path = print
    ? `/slips/${print.slipId}/card?print=${print.printId}`
    : `/presets/${presetId}/card?version=${versionId}`
  const file = await cardFile(room(), roomFolder(), card.value, addressFor(request, path))
  return file.ok ? pdfAnswer(file.value, cardName(card.value)) : new Response(sayProblem(file.problem), { status: 500 })
}
