import { room } from '@/server/db/open'
import { toneFile } from '@/server/tone/tone-file'

type Context = { params: Promise<{ id: string; file: string }> }

/** A file of a tone check: its wedge, its curve, its readings, its grey profile. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  const { id, file } = await params
  const asked = Number(new URL(request.url).searchParams.get('strength') ?? 1000)
  const strength = Number.isInteger(asked) && asked >= 0 && asked <= 1000 ? asked : 1000
  const made = await toneFile(room(), id, file, strength, Date.now())
  if (!made) return new Response('There is no such file of this tone check.', { status: 404 })
  const inline = file === 'wedge.png'
  return new Response(made.bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': made.mime,
      'x-content-type-options': 'nosniff',
      'content-disposition': `${inline ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(made.name)}`,
    },
  })
}
