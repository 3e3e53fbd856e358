import { refusalOf } from '@/server/let-in'
import { receiveProfile } from '@/server/uploads/upload'

/** Takes in an ICC profile: the raw body, its name in a header. */
export const POST = async (request: Request): Promise<Response> => refusalOf(request) ?? receiveProfile(request)
