import { receiveProfile } from '@/server/files/upload'
import { refusalOf } from '@/server/let-in'

/** Takes in an ICC profile: the raw body, its name in a header. */
export const POST = async (request: Request): Promise<Response> => refusalOf(request) ?? receiveProfile(request)
