import type { z } from 'zod'
import type { ActionName } from '@/contract/actions'
import { ACTIONS } from '@/server/actions/all'
import { contextOf } from '@/server/door/actor'
import { type Action, through } from '@/server/door/door'
import { answer, readJson } from '@/server/door/http'

/** Every write that is small data: one line on the door. */
export async function POST(request: Request, { params }: { params: Promise<{ action: string }> }): Promise<Response> {
  const { action } = await params
  if (!Object.hasOwn(ACTIONS, action))
    return Response.json(
      { ok: false, problem: { code: 'not_found', what: `The act “${action.slice(0, 60)}”` } },
      { status: 404 },
    )
  const body = await readJson(request)
  if (!body.ok) return answer(body)
  const known: Action<z.ZodType, undefined, unknown> = ACTIONS[action as ActionName] as never
  return answer(await through(known, body.value, contextOf(request)))
}
