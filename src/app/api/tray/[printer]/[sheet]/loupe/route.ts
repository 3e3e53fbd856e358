import { z } from 'zod'
import { loupe, traySheet } from '@/server/tray/tray'

const lookSchema = z.object({
  x: z.coerce.number().min(-50).max(20_000),
  y: z.coerce.number().min(-50).max(20_000),
  wide: z.coerce.number().min(1).max(60),
  enlarge: z.coerce.number().int().min(1).max(8),
})

type Context = { params: Promise<{ printer: string; sheet: string }> }

/** What a loupe sees of a sheet. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  const { printer, sheet } = await params
  const found = traySheet(printer, Number(sheet))
  const look = lookSchema.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!found || !look.success) return new Response('No such place.', { status: 404 })
  const { x, y, wide, enlarge } = look.data
  return new Response(new Uint8Array(await loupe(found, x, y, wide, enlarge)), {
    headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=3600' },
  })
}
