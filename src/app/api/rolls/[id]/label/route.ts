import { sayProblem } from '@/core/words/problems'
import { room, roomFolder } from '@/server/db/open'
import { rollLabel } from '@/server/render/roll-label'
import { addressFor, pdfAnswer } from '../../../pdf'

/** The label of a roll, to be stuck inside its tube. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params
  const made = await rollLabel(room(), roomFolder(), id, (paper) => addressFor(request, `/papers?open=${paper}`))
  return made.ok
    ? pdfAnswer(made.value.bytes, made.value.name)
    : new Response(sayProblem(made.problem), { status: 404 })
}
