import { switchSchema } from '@/contract/tray'
import { readJson } from '@/server/door/http'
import { traySwitch } from '@/server/tray/tray'

/** What a person does at a simulated printer; nothing of the room is written. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson(request)
  const asked = switchSchema.safeParse(body.ok ? body.value : null)
  if (!asked.success) return Response.json({ says: 'not a switch of a printer' }, { status: 422 })
  const done = await traySwitch(asked.data)
  return done.ok ? Response.json({ says: 'done' }) : Response.json({ says: done.problem }, { status: 502 })
}
