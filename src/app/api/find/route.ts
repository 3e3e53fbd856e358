import { room } from '@/server/db/open'
import { find } from '@/server/stores/find'

export function GET(request: Request): Response {
  return Response.json(find(room(), new URL(request.url).searchParams.get('q') ?? ''), {
    headers: { 'cache-control': 'private, no-store' },
  })
}
