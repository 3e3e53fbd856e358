import { room } from '@/server/db/open'
import { wedgePlaces } from '@/server/stores/tone'
import { trayMeter, traySheet } from '@/server/tray/tray'

type Context = { params: Promise<{ printer: string; sheet: string }> }

/** The simulated meter, put down on every patch of the wedge that a sheet of the output tray shows. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  const { printer, sheet } = await params
  const found = traySheet(printer, Number(sheet))
  if (!found) return new Response('No such sheet.', { status: 404 })
  const asked = new URL(request.url).searchParams
  // a sheet that went through again may show several wedges: the newest, unless its pass is named
  const jobs = [found.jobName, ...found.earlier.toReversed()]
  const wedge = wedgePlaces(room(), jobs[Number(asked.get('back') ?? 0)] ?? '', Date.now())
  if (!wedge) return new Response('There is no wedge on this sheet.', { status: 404 })
  const columns = asked.get('columns') === 'xyz' ? 'xyz' : 'lab'
  const read = await trayMeter(found, wedge.places, columns)
  if (!read.ok) return new Response(read.problem, { status: 502 })
  return new Response(read.value as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': 'text/plain; charset=utf-8',
      'content-disposition': `attachment; filename="wedge ${wedge.code}.txt"`,
    },
  })
}
