import { overview, traySheet } from '@/server/tray/tray'

type Context = { params: Promise<{ printer: string; sheet: string }> }

/** A sheet of the output tray, small enough for a screen. */
export async function GET(_request: Request, { params }: Context): Promise<Response> {
  const { printer, sheet } = await params
  const found = traySheet(printer, Number(sheet))
  if (!found) return new Response('No such sheet.', { status: 404 })
  return new Response(new Uint8Array(await overview(found)), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=3600' },
  })
}
