import { follow } from '@/server/door/news'

/** News of the room as server-sent events, going on after the last id that a screen saw. */
export const GET = (request: Request): Response => follow(request)
