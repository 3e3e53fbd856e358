import { refusalOf } from '@/server/let-in'
import { receivePicture } from '@/server/uploads/upload'

/** Takes in a member's picture: the raw body, its name in a header. */
export const POST = async (request: Request): Promise<Response> => refusalOf(request) ?? receivePicture(request)
