import { servePicture } from '@/server/uploads/serve'

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ id: string; what: string }> },
): Promise<Response> {
  const { id, what } = await params
  return servePicture(id, what)
}
