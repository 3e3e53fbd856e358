import { existsSync } from 'node:fs'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { join } from 'node:path'
import { cgatsFile, measure, type Place } from './meter'
import { scannerTruth, scanSheet } from './scanner'

// A simulated scanner and meter: --tray FOLDER --port 4795 --seed 7. They take sheets from the output tray. Loopback only.
const given = (name: string): string | null => {
  const at = process.argv.indexOf(`--${name}`)
  return at < 0 ? null : (process.argv[at + 1] ?? null)
}
const tray = given('tray')
const port = Number(given('port'))
const seed = Number(given('seed') ?? 1)
if (!tray || !Number.isInteger(port)) {
  process.stderr.write('usage: --tray FOLDER --port N [--seed N]\n')
  process.exit(2)
}
const truth = scannerTruth(seed)
/** of the sheets in the tray */
const PPI = 300
let scans = 0

function sheetOf(url: URL): string | null {
  const [printer, sheet] = [url.searchParams.get('printer') ?? '', Number(url.searchParams.get('sheet'))]
  if (!/^[a-z0-9-]+$/.test(printer) || !Number.isInteger(sheet) || sheet < 1) return null
  const file = join(tray as string, printer, `${String(sheet).padStart(4, '0')}.png`)
  return existsSync(file) ? file : null
}

const numberIn = (url: URL, name: string, least: number, most: number, otherwise: number): number => {
  const text = url.searchParams.get(name)
  const n = text === null ? otherwise : Number(text)
  return Number.isFinite(n) ? Math.min(most, Math.max(least, n)) : otherwise
}

async function scan(url: URL, file: string, response: ServerResponse): Promise<void> {
  const format = url.searchParams.get('format')
  const kind = format === 'png' || format === 'tiff' ? format : 'jpeg'
  scans += 1
  const bytes = await scanSheet(file, PPI, truth, {
    ppi: numberIn(url, 'ppi', 75, 600, 300),
    format: kind,
    quarter: Math.round(numberIn(url, 'quarter', 0, 3, 0)) as 0 | 1 | 2 | 3,
    turn: numberIn(url, 'turn', -10, 10, 0),
    dust: numberIn(url, 'dust', 0, 200, 6),
    shadow: url.searchParams.get('shadow') === 'yes',
    seed: seed * 1000 + scans,
  })
  response.writeHead(200, { 'content-type': `image/${kind}`, 'x-encoding': 'sRGB' }).end(bytes)
}

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  const pieces: Buffer[] = []
  for await (const piece of request) {
    pieces.push(piece as Buffer)
    if (pieces.reduce((n, p) => n + p.length, 0) > 200_000) throw new Error('too long')
  }
  return JSON.parse(Buffer.concat(pieces).toString('utf8'))
}

const isPlace = (p: unknown): p is Place =>
  typeof p === 'object' &&
  p !== null &&
  typeof (p as Place).id === 'string' &&
  [(p as Place).x, (p as Place).y].every(Number.isFinite)

async function meter(url: URL, file: string, request: IncomingMessage, response: ServerResponse): Promise<void> {
  const places = await bodyOf(request).catch(() => null)
  if (!Array.isArray(places) || !places.every(isPlace)) {
    response.writeHead(400).end('places wanted: [{"id": "1", "x": 20, "y": 30}], mm')
    return
  }
  scans += 1
  const readings = await measure(file, PPI, places, seed * 1000 + scans)
  response
    .writeHead(200, { 'content-type': 'text/plain' })
    .end(cgatsFile(readings, { xyz: url.searchParams.get('columns') === 'xyz', made: new Date().toISOString() }))
}

const server = createServer((request, response) => {
  const url = new URL(request.url ?? '/', 'http://127.0.0.1')
  const does = async (): Promise<void> => {
    const file = sheetOf(url)
    if (!file) {
      response.writeHead(404).end('no such sheet')
      return
    }
    if (request.method === 'GET' && url.pathname === '/scan') return scan(url, file, response)
    if (request.method === 'POST' && url.pathname === '/meter') return meter(url, file, request, response)
    response.writeHead(404).end('GET /scan or POST /meter')
  }
  does().catch((error: unknown) => {
    process.stderr.write(`instruments: ${error instanceof Error ? error.message : error}\n`)
    if (!response.headersSent) response.writeHead(500)
    response.end()
  })
})
server.on('error', (error) => {
  process.stderr.write(`instruments: port ${port} cannot be used: ${error.message}\n`)
  process.exit(1)
})
server.listen(port, '127.0.0.1', () => {
  const at = server.address()
  process.send?.({ port: typeof at === 'object' && at ? at.port : port })
})
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
process.on('disconnect', () => process.exit(0))
if (process.connected === false) process.exit(0)
