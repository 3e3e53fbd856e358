import { refusalOf } from '@/server/let-in'
import { receiveAttachment } from '@/server/uploads/upload'

/** Takes in a file for a note or an outside target: the raw body, its name in a header. */
export const POST = async (request: Request): Promise<Response> => refusalOf(request) ?? receiveAttachment(request)
