import { sheetFile, traySheet } from '@/server/tray/tray'

type Context = { params: Promise<{ printer: string; sheet: string }> }

/** A sheet of the output tray as it is, at its physical size. */
export async function GET(_request: Request, { params }: Context): Promise<Response> {
  const { printer, sheet } = await params
  const found = traySheet(printer, Number(sheet))
  if (!found) return new Response('No such sheet.', { status: 404 })
  return new Response(sheetFile(found), {
    headers: {
      'content-type': 'image/png',
      'content-disposition': `attachment; filename="${found.printer} sheet ${found.number}.png"`,
    },
  })
}
