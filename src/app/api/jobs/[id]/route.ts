import { room } from '@/server/db/open'
import { jobState } from '@/server/jobs/queue'

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const job = jobState(room(), (await params).id)
  return job ? Response.json(job) : new Response('Not in this room.', { status: 404 })
}
