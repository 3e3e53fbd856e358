import type { ActionName } from '@/contract/actions'
import { ACTIONS } from '@/server/actions/all'
import { contextOf } from '@/server/door/actor'
import { answer, readJson } from '@/server/door/http'

const isAction = (word: string): word is ActionName => Object.hasOwn(ACTIONS, word)

/** Every write that is small data: one line on the door. */
export async function POST(request: Request, { params }: { params: Promise<{ action: string }> }): Promise<Response> {
  const { action } = await params
  if (!isAction(action))
    return Response.json(
      { ok: false, problem: { code: 'not_found', what: `The act “${action.slice(0, 60)}”` } },
      { status: 404 },
    )
  const body = await readJson(request, action)
  if (!body.ok) return answer(body)
  return answer(await ACTIONS[action].run(body.value, contextOf(request)))
}
