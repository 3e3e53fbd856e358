import { z } from 'zod'
import { trayScan, traySheet } from '@/server/tray/tray'

type Context = { params: Promise<{ printer: string; sheet: string }> }

const asked = z.object({
  ppi: z.coerce.number().int().min(75).max(600).default(300),
  format: z.enum(['jpeg', 'png', 'tiff']).default('jpeg'),
  quarter: z.coerce.number().int().min(0).max(3).default(0),
  turn: z.coerce.number().min(-10).max(10).default(1.2),
})

/** A sheet of the output tray through the simulated scanner. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  const { printer, sheet } = await params
  const found = traySheet(printer, Number(sheet))
  const how = asked.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!found) return new Response('No such sheet.', { status: 404 })
  if (!how.success) return new Response('75 to 600 ppi; jpeg, png or tiff; up to 10 degrees off.', { status: 422 })
  const scan = await trayScan(found, how.data)
  if (!scan.ok) return new Response(scan.problem, { status: 502 })
  const ending = how.data.format === 'jpeg' ? 'jpg' : how.data.format === 'tiff' ? 'tif' : 'png'
  return new Response(scan.value as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': `image/${how.data.format}`,
      'content-disposition': `attachment; filename="scan of ${printer} ${found.number}.${ending}"`,
    },
  })
}
