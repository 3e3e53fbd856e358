import { serveAttachment } from '@/server/uploads/serve'

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return serveAttachment((await params).id)
}
