import { receivePicture } from '@/server/files/upload'

/** Takes in a member's picture: the raw body, its name in a header. */
export const POST = (request: Request): Promise<Response> => receivePicture(request)
