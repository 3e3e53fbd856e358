import { receiveProfile } from '@/server/files/upload'

/** Takes in a printer's ICC profile: the raw body, its name in a header, the seal it was made with in the address. */
export const POST = (request: Request): Promise<Response> => receiveProfile(request)
