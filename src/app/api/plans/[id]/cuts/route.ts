import { cutsOf } from '@/core/nest/cuts'
import { sayProblem } from '@/core/words/problems'
import { planView } from '@/server/books/plan-view'
import { room, roomFolder } from '@/server/db/open'
import { cutFile, cutName } from '@/server/render/cut-file'
import { unitOfRoom } from '@/server/stores/room'
import { addressFor, pdfAnswer } from '../../../pdf'

/** The cuts of a plan as an A4 page to take to the cutter. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params
  const plan = planView(room(), id, Date.now())
  if (!plan) return new Response('This plan is not in the room.', { status: 404 })
  const laid = plan.pieces.map((p) => p.laid)
  const cuts = cutsOf(laid, { width: plan.sheet.width, length: plan.sheet.length })
  if (!cuts) return new Response('Straight cuts do not part this plan: there is no list of them.', { status: 409 })
  const about = { plan, cuts, unit: unitOfRoom(room()) }
  const file = await cutFile(room(), roomFolder(), about, addressFor(request, `/bench/plan/${id}`))
  return file.ok ? pdfAnswer(file.value, cutName(plan)) : new Response(sayProblem(file.problem), { status: 500 })
}
