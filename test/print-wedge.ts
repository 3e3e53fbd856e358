import { join } from 'node:path'
import { um } from '@/core/length/length'
import { sameEdges } from '@/core/sheet/sheet'
import { patchesOn, stepOf, type WedgeLayout, wedgeLayout, wedgePage } from '@/core/tone/wedge'
import type { WedgeSteps } from '@/core/tone/wedge-code'
import { bands } from '@/server/render/raster'
import { cgatsFile, measure } from '../standins/instruments/meter'
import { paint, SHEET_PPI } from '../standins/printer/paint'
import { toneOf } from '../standins/printer/tone'
import type { Response } from '../standins/printer/truth'

/** A sheet just large enough for a wedge of that many steps, mm. */
const SHEETS = { 21: { width: 150, length: 90 }, 51: { width: 170, length: 112 } } as const

/** How a wedge lies on the small sheets of these tests. */
export function layoutOf(steps: WedgeSteps, code: number): WedgeLayout {
  const { width, length } = SHEETS[steps]
  const sheet = { width: um(width * 1000), length: um(length * 1000) }
  const laid = wedgeLayout(sheet, sameEdges(4000), { code, steps, lines: 1, place: 1, of: 1 })
  if (!laid.ok) throw new Error(JSON.stringify(laid.problem))
  return laid.value
}

/**
 * A wedge as a simulated printer puts it out, without a queue: its page in 16 bits, painted by how ink really lands.
 * @param curve what becomes of device grey on its way
 * @returns the sheet's file, and the lightness that each patch has in truth
 */
export async function printWedge(
  folder: string,
  name: string,
  layout: WedgeLayout,
  response: Response,
  curve = (d: number): number => d,
): Promise<{ readonly file: string; readonly truth: readonly number[] }> {
  const page = wedgePage(layout, [`wedge ${layout.code}`], curve)
  const { width, length } = layout.sheet
  const px = (v: number): number => Math.round((v / 25_400) * SHEET_PPI)
  const [w, h] = [px(width), px(length)]
  const tone = toneOf(response, 'srgb', true)
  const head = { width: w, height: h, ppi: SHEET_PPI, colour: 'sgray', bits: 16, sizeName: '', mediaType: '' } as const
  async function* rows() {
    for await (const { rows, samples } of bands(page, new Map(), { ...head, printQuality: 4 }))
      for (let y = 0; y < rows.count; y++)
        yield { samples: (samples as Uint16Array).slice(y * w, (y + 1) * w), times: 1, from: 0, to: w }
  }
  const file = join(folder, `${name}.png`)
  const none = { left: 0, right: 0, lead: 0, trail: 0 }
  await paint(
    file,
    { width: width / 1000, length: length / 1000, masked: none },
    { width: w, height: h, channels: 1, page: { x: 0, y: 0, w: width / 1000, h: length / 1000 }, rows: rows() },
    { a: 1, b: 0, c: 0, d: 1, x0: 0, y0: 0 },
    tone,
    () => true,
  )
  const truth = Array.from({ length: layout.steps }, (_, i) => {
    const value = Math.round((1 - curve(stepOf(i, layout.steps))) * 65_535)
    const [r, g, b] = tone.table.map((t) => t[value] ?? 0) as [number, number, number]
    const y = 0.2225045 * r + 0.7168786 * g + 0.0606169 * b
    return y > 216 / 24_389 ? 116 * Math.cbrt(y) - 16 : (24_389 / 27) * y
  })
  return { file, truth }
}

/** The meter's file of a wedge that was printed. */
export async function meterFile(file: string, layout: WedgeLayout, seed: number): Promise<Uint8Array> {
  const places = patchesOn(layout).map((p, i) => ({
    ...{ id: String(i + 1), x: (p.x + p.w / 2) / 1000, y: (p.y + p.h / 2) / 1000 },
  }))
  return new TextEncoder().encode(
    cgatsFile(await measure(file, SHEET_PPI, places, seed), { xyz: seed % 2 === 0, made: '2026-03-01' }),
  )
}
