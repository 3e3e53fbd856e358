import { createReadStream, existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import sharp from 'sharp'
import { z } from 'zod'
import {
  type TrayNames,
  type TrayPrinter,
  type TraySheet,
  type TraySwitch,
  trayPrinterSchema,
  traySheetSchema,
} from '@/contract/tray'
import type { Printer } from '@/contract/views/printer'
import { bad, ok, type Result } from '@/core/result/result'

/** Where the simulated printers put their sheets; only a demo has one. */
const folder = (): string | null => process.env.LIBRETA_TRAY ?? null

export const hasTray = (): boolean => folder() !== null

const listSchema = z.array(z.object({ id: z.string().regex(/^[a-z0-9-]+$/), port: z.int().min(1).max(65_535) }))

/** The simulated printers that were started with this room, from the note that their starter left. */
function printersOf(): z.output<typeof listSchema> {
  const at = folder()
  if (!at || !existsSync(join(at, 'printers.json'))) return []
  const read = listSchema.safeParse(safeJson(join(at, 'printers.json')))
  return read.success ? read.data : []
}

const known = new Map<string, TraySheet>()

/** Every sheet that came out, the newest first. Notes are read once: a sheet that is out does not change. */
export function traySheets(): readonly TraySheet[] {
  const at = folder()
  if (!at) return []
  const sheets: TraySheet[] = []
  for (const { id } of printersOf()) {
    const own = join(at, id)
    if (!existsSync(own)) continue
    for (const name of readdirSync(own)) {
      if (!name.endsWith('.json')) continue
      const path = join(own, name)
      let sheet = known.get(path)
      if (!sheet) {
        const read = traySheetSchema.safeParse(safeJson(path))
        if (!read.success) continue
        sheet = read.data
        known.set(path, sheet)
      }
      sheets.push(sheet)
    }
  }
  return sheets.sort((a, b) => b.at - a.at)
}

/** A note that is only half written yet is none. */
function safeJson(path: string): unknown {
  try {
    return JSON.parse(readFileSync(path, 'utf8'))
  } catch {
    return null
  }
}

export function traySheet(printer: string, number: number): TraySheet | null {
  return traySheets().find((s) => s.printer === printer && s.number === number) ?? null
}

/** Where a job's sheet can be seen, or null. */
export function trayHref(jobName: string): string | null {
  const sheet = traySheets().find((s) => s.jobName === jobName || s.earlier.includes(jobName))
  return sheet ? `/tray?sheet=${sheet.printer}/${sheet.number}` : null
}

/** What is in each simulated printer now; one that does not answer is left out. */
export async function trayPrinters(): Promise<readonly TrayPrinter[]> {
  const all = await Promise.all(
    printersOf().map(async ({ port }) => {
      try {
        const response = await fetch(`http://127.0.0.1:${port}/tray/state`, { signal: AbortSignal.timeout(2000) })
        const read = trayPrinterSchema.safeParse(await response.json())
        return read.success ? [read.data] : []
      } catch {
        return []
      }
    }),
  )
  return all.flat()
}

/** What the room calls the feeds and media settings of each machine: by the machine's id, which is its nickname. */
export const trayNames = (printers: readonly Pick<Printer, 'nickname' | 'feeds' | 'queues'>[]): TrayNames =>
  Object.fromEntries(
    printers.map(({ nickname, feeds, queues }) => [
      nickname.toLowerCase(),
      Object.fromEntries(
        queues.flatMap(({ facts: { ipp, mediaSettings } }) => [
          ...mediaSettings.map((m) => [ipp.types[m.id] ?? m.id, m.name] as const),
          ...feeds.flatMap((f) => (ipp.sources[f.id] ? [[ipp.sources[f.id] ?? '', f.name] as const] : [])),
        ]),
      ),
    ]),
  )

/** Does by hand at a simulated printer what a person would: paper, ink, standing by. */
export async function traySwitch({ printer, ...what }: TraySwitch): Promise<Result<null, string>> {
  const at = printersOf().find((p) => p.id === printer)
  if (!at) return bad(`There is no simulated printer called ${printer}.`)
  try {
    const response = await fetch(`http://127.0.0.1:${at.port}/tray/switch`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(what),
      signal: AbortSignal.timeout(3000),
    })
    return response.ok ? ok(null) : bad(`The simulated printer answered with ${response.status}.`)
  } catch {
    return bad('The simulated printer does not answer. Start the demo again.')
  }
}

/** The simulated scanner and meter, if they were started with this room. */
function instrumentsPort(): number | null {
  const at = folder()
  const read = at ? z.object({ port: z.int() }).safeParse(safeJson(join(at, 'instruments.json'))) : null
  return read?.success ? read.data.port : null
}
export const hasInstruments = (): boolean => instrumentsPort() !== null

/** What is asked of the scanner: how fine, in which format, and how the sheet lies. */
export type TrayScan = {
  readonly ppi: number
  readonly format: 'jpeg' | 'png' | 'tiff'
  readonly quarter: number
  readonly turn: number
}

async function atInstruments(path: string, sheet: TraySheet, query: Record<string, string>, init: RequestInit) {
  const port = instrumentsPort()
  if (port === null) return bad('No simulated scanner and meter were started. Start the demo again.')
  const asked = new URLSearchParams({ printer: sheet.printer, sheet: String(sheet.number), ...query })
  try {
    const response = await fetch(`http://127.0.0.1:${port}${path}?${asked}`, {
      ...init,
      signal: AbortSignal.timeout(60_000),
    })
    return response.ok
      ? ok(new Uint8Array(await response.arrayBuffer()))
      : bad(`The simulated instrument answered with ${response.status}: ${(await response.text()).slice(0, 200)}`)
  } catch {
    return bad('The simulated scanner and meter do not answer. Start the demo again.')
  }
}

/** A sheet of the tray as the simulated scanner sees it. */
export const trayScan = (
  sheet: TraySheet,
  { ppi, format, quarter, turn }: TrayScan,
): Promise<Result<Uint8Array, string>> =>
  atInstruments('/scan', sheet, { ppi: String(ppi), format, quarter: String(quarter), turn: String(turn) }, {})

/** What the simulated meter reads where it is put down, as CGATS text; places in mm from the sheet's left and lead. */
export const trayMeter = (
  sheet: TraySheet,
  places: readonly { readonly id: string; readonly x: number; readonly y: number }[],
  columns: 'lab' | 'xyz',
): Promise<Result<Uint8Array, string>> =>
  atInstruments('/meter', sheet, { columns }, { method: 'POST', body: JSON.stringify(places) })

/** The sheet images' resolution. */
const PPI = 300
const PX_PER_MM = PPI / 25.4
const OVERVIEW = 1400

const pathOf = (sheet: TraySheet): string => join(folder() ?? '', sheet.printer, sheet.file)

/** The whole sheet, small enough for a screen. */
export const overview = (sheet: TraySheet): Promise<Buffer> =>
  sharp(pathOf(sheet), { limitInputPixels: false })
    .resize({ width: OVERVIEW, height: OVERVIEW, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 88 })
    .toBuffer()

/** Rows of a sheet are decoded once for all looks about the same height; a look reaches at most 30 mm from its middle. */
const BAND_MM = 50
const REACH_MM = 31
const BANDS_KEPT = 3

type Band = { readonly top: number; readonly width: number; readonly height: number; readonly rgb: Buffer }
const bands = new Map<string, Promise<Band>>()

async function readBand(sheet: TraySheet, index: number): Promise<Band> {
  const input = sharp(pathOf(sheet), { limitInputPixels: false, sequentialRead: true })
  const { width = 0, height: all = 0 } = await input.metadata()
  const top = Math.min(all - 1, Math.max(0, Math.floor((index * BAND_MM - REACH_MM) * PX_PER_MM)))
  const end = Math.min(all, Math.max(top + 1, Math.ceil(((index + 1) * BAND_MM + REACH_MM) * PX_PER_MM)))
  const rgb = await input
    .extract({ left: 0, top, width, height: end - top })
    .removeAlpha()
    .raw()
    .toBuffer()
  return { top, width, height: end - top, rgb }
}

/** The band about a height, kept while one looks around; the oldest goes first. */
function bandAt(sheet: TraySheet, y: number): Promise<Band> {
  const index = Math.max(0, Math.floor(Math.min(y, sheet.length) / BAND_MM))
  const key = `${pathOf(sheet)} ${sheet.at} ${index}`
  const held = bands.get(key) ?? readBand(sheet, index)
  bands.delete(key)
  bands.set(key, held)
  held.catch(() => bands.delete(key))
  for (const old of bands.keys()) if (bands.size > BANDS_KEPT) bands.delete(old)
  return held
}

/**
 * What a loupe sees: the sheet's own pixels about a place, enlarged without smoothing; the tray's ground where the sheet
 * ends. Place and size in mm.
 */
export async function loupe(sheet: TraySheet, x: number, y: number, wide: number, enlarge: number): Promise<Buffer> {
  const { top: from, width, height, rgb } = await bandAt(sheet, y)
  const side = Math.max(8, Math.round(wide * PX_PER_MM))
  const left = Math.round(x * PX_PER_MM - side / 2)
  const top = Math.round(y * PX_PER_MM - side / 2) - from
  const a = { x: Math.max(0, left), y: Math.max(0, top) }
  const b = { x: Math.min(width, left + side), y: Math.min(height, top + side) }
  const ground = { r: 120, g: 126, b: 122 }
  const base = sharp({ create: { width: side, height: side, channels: 3, background: ground } })
  const seen =
    b.x > a.x && b.y > a.y
      ? [
          {
            input: await sharp(rgb, { raw: { width, height, channels: 3 } })
              .extract({ left: a.x, top: a.y, width: b.x - a.x, height: b.y - a.y })
              .png({ compressionLevel: 0 })
              .toBuffer(),
            left: a.x - left,
            top: a.y - top,
          },
        ]
      : []
  const flat = await base.composite(seen).png({ compressionLevel: 0 }).toBuffer()
  return sharp(flat)
    .resize({ width: side * enlarge, kernel: 'nearest' })
    .png({ compressionLevel: 3 })
    .toBuffer()
}

/** The sheet's own file, as a stream. */
export const sheetFile = (sheet: TraySheet): ReadableStream =>
  Readable.toWeb(createReadStream(pathOf(sheet))) as ReadableStream
