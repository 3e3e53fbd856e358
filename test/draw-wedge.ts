import { um } from '@/core/length/length'
import { sameEdges } from '@/core/sheet/sheet'
import type { Scan, Spot } from '@/core/tone/scan'
import { type WedgeLayout, wedgeLayout, wedgePage } from '@/core/tone/wedge'
import type { WedgeSteps } from '@/core/tone/wedge-code'

// Scans that are drawn by the plainest means: for what a reader of wedges must find, refuse, and say.

const PX_PER_MM = 6

/** A wedge on a sheet just large enough. */
export function smallWedge(code: number, steps: WedgeSteps = 21): WedgeLayout {
  const sheet = { width: um(steps === 21 ? 150_000 : 170_000), length: um(steps === 21 ? 100_000 : 120_000) }
  const laid = wedgeLayout(sheet, sameEdges(4000), { code, steps, lines: 1, place: 1, of: 1 })
  if (!laid.ok) throw new Error(JSON.stringify(laid.problem))
  return laid.value
}

/** A grey picture from a rule: 0 black to 255 white, by the place of a pixel. */
export function picture(width: number, height: number, grey: (x: number, y: number) => number): Scan {
  const data = new Uint8Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data[y * width + x] = Math.min(255, Math.max(0, grey(x, y)))
  return { width, height, data, step: 1, most: 255 }
}

/** A wedge as it would be scanned by a scanner without faults: 250 paper, 20 full black, about 150 ppi. */
export function drawn(layout: WedgeLayout): Scan {
  const { items, sheet } = wedgePage(layout, ['wedge'])
  const scan = picture((sheet.width / 1000) * PX_PER_MM, (sheet.length / 1000) * PX_PER_MM, () => 250)
  const { data, width, height } = scan
  for (const item of items) {
    if (item.kind !== 'mark') continue
    const px = (v: number): number => Math.round((v / 1000) * PX_PER_MM)
    const { x, y, w, h } = item.rect
    for (let v = Math.max(0, px(y)); v < Math.min(height, px(y + h)); v++)
      data.fill(250 - 230 * (item.black ?? 1), v * width + Math.max(0, px(x)), v * width + Math.min(width, px(x + w)))
  }
  return scan
}

/** Another look at a scan: each pixel of the new one is where a rule says; beyond the scan it is white. */
export function seen(scan: Scan, width: number, height: number, from: (x: number, y: number) => Spot): Scan {
  return picture(width, height, (x, y) => {
    const at = from(x + 0.5, y + 0.5)
    const [u, v] = [Math.floor(at.x), Math.floor(at.y)]
    return u < 0 || v < 0 || u >= scan.width || v >= scan.height ? 250 : (scan.data[v * scan.width + u] as number)
  })
}
