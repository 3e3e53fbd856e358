import { MOST_OFFERED } from '@/contract/people'
import { room } from '@/server/db/open'
import { somePeople } from '@/server/stores/people'

/** People whose name holds what was typed. */
export function GET(request: Request): Response {
  const typed = new URL(request.url).searchParams.get('q') ?? ''
  return Response.json(somePeople(room(), typed, MOST_OFFERED), { headers: { 'cache-control': 'private, no-store' } })
}
