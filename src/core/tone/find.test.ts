import { describe, expect, it } from 'vitest'
import { sayFaults, sayFound } from '@/core/words/tone-scan'
import { drawn, picture, seen, smallWedge } from '../../../test/draw-wedge'
import { findWedges } from './find'
import { lineThrough } from './plane'
import { samplePatches } from './sample'
import type { Scan } from './scan'
import { blockOf } from './wedge'
import { codeOf, type WedgeCode, windowsOf } from './wedge-code'

const WEDGE = smallWedge(4711)
const SCAN = drawn(WEDGE)

/** Part of a scan, px. */
const cut = (scan: Scan, x: number, y: number, width: number, height: number): Scan =>
  seen(scan, width, height, (u, v) => ({ x: u + x, y: v + y }))
/** Two scans one under the other. */
const stacked = (a: Scan, b: Scan): Scan =>
  picture(Math.max(a.width, b.width), a.height + b.height, (x, y) => {
    const [scan, v] = y < a.height ? [a, y] : [b, y - a.height]
    return x < scan.width ? (scan.data[v * scan.width + x] as number) : 250
  })
/** A scan with something dark on it, px of the scan. */
const covered = (scan: Scan, x: number, y: number, w: number, h: number, grey = 90): Scan =>
  picture(scan.width, scan.height, (u, v) =>
    u >= x && u < x + w && v >= y && v < y + h ? grey : (scan.data[v * scan.width + u] as number),
  )
const says = (scan: Scan): string | null => sayFound(findWedges(scan), WEDGE.code)
const patchesOf = (scan: Scan) => {
  const [wedge] = findWedges(scan).wedges
  if (!wedge) throw new Error('not found')
  return samplePatches(scan, wedge.corners, wedge.steps, wedge.columns, 'linear')
}

describe('a wedge on a scan', () => {
  it('is found with its code, its corners to a pixel, and every patch in its order', () => {
    const found = findWedges(SCAN)
    expect(found).toMatchObject({ cutAt: null, unread: 0, aslant: false, bilevel: false })
    expect(found.wedges).toHaveLength(1)
    const [wedge] = found.wedges
    expect(wedge).toMatchObject({ code: 4711, steps: 21, columns: WEDGE.columns })
    const block = blockOf(21, WEDGE.columns)
    const want = [
      [0, 0],
      [block.width, 0],
      [block.width, block.height],
      [0, block.height],
    ].map(([x = 0, y = 0]) => ({ x: ((WEDGE.x + x) / 1000) * 6, y: ((WEDGE.y + y) / 1000) * 6 }))
    for (const [i, corner] of (wedge?.corners ?? []).entries())
      expect(Math.hypot(corner.x - (want[i]?.x ?? 0), corner.y - (want[i]?.y ?? 0))).toBeLessThan(0.75)
    for (const [i, p] of patchesOf(SCAN).entries()) {
      expect(p.d).toBeCloseTo(i / 20, 9)
      expect(p.light).toBeCloseTo((250 - 230 * (i / 20)) / 255, 2)
      expect([p.fault, p.rgb]).toEqual([null, null])
    }
    expect(sayFound(found, 4711)).toBeNull()
  })
  it('is found on its head, on its side and turned in between', () => {
    for (const degrees of [90, 180, 270, 7, 97, -9, 351]) {
      const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
      const side = 1200
      const turned = seen(SCAN, side, side, (x, y) => ({
        x: (x - side / 2) * cos + (y - side / 2) * sin + SCAN.width / 2,
        y: -(x - side / 2) * sin + (y - side / 2) * cos + SCAN.height / 2,
      }))
      expect(says(turned), String(degrees)).toBeNull()
      const [first, last] = [patchesOf(turned)[0], patchesOf(turned).at(-1)]
      expect(first?.light ?? 0).toBeGreaterThan(0.95)
      expect(last?.light ?? 1).toBeLessThan(0.1)
    }
  })
  it('of 51 steps is found too, and several on one scan are told apart', () => {
    const other = smallWedge(9, 51)
    const both = findWedges(stacked(SCAN, drawn(other)))
    expect(both.wedges.map((w) => [w.code, w.steps])).toEqual([
      [4711, 21],
      [9, 51],
    ])
    expect(sayFound(both, 4711)).toBeNull()
    expect(sayFound(both, 5)).toMatch(/^This scan shows the wedges 4K7, 009, and 005 is wanted\./)
  })
})

describe('what is no reading', () => {
  it('says so of a sheet without a wedge, of another wedge, and of the same one twice', () => {
    expect(says(picture(900, 600, () => 250))).toMatch(/^No wedge was found: .*corners by hand\.$/)
    expect(says(drawn(smallWedge(12)))).toMatch(/^This scan shows wedge 00C, and 4K7 is wanted\./)
    expect(says(stacked(SCAN, SCAN))).toMatch(/^Wedge 4K7 is on this scan 2 times\./)
  })
  it('says where a wedge runs off the scan', () => {
    const { width, height } = SCAN
    expect(says(cut(SCAN, 0, 0, width / 2, height))).toMatch(/^The wedge runs off the scan at its right side/)
    expect(says(cut(SCAN, width / 2, 0, width / 2, height))).toMatch(/at its left side/)
    expect(says(cut(SCAN, 0, 0, width, (WEDGE.y / 1000) * 6 + 120))).toMatch(/at its foot/)
  })
  it('says that a camera saw it from aside', () => {
    const slanted = seen(SCAN, SCAN.width, SCAN.height, (x, y) => {
      const narrow = 1 + (0.25 * y) / SCAN.height
      return { x: (x - SCAN.width / 2) * narrow + SCAN.width / 2, y: y * narrow }
    })
    expect(says(slanted)).toMatch(/seen from aside, as a camera does/)
  })
  it('says that black and white alone is no scan', () => {
    expect(
      says(picture(SCAN.width, SCAN.height, (x, y) => ((SCAN.data[y * SCAN.width + x] ?? 0) > 128 ? 255 : 0))),
    ).toMatch(/^This scan holds black and white alone/)
    const bilevel = findWedges(picture(400, 300, (x) => (x % 40 < 20 ? 0 : 255)))
    expect([bilevel.bilevel, sayFound(bilevel, 1)]).toEqual([true, expect.stringMatching(/like a fax/)])
  })
  it('says that the code is covered', () => {
    const [x, y] = [(WEDGE.x / 1000) * 6, (WEDGE.y / 1000) * 6]
    const dark = covered(SCAN, x + 60, y + 8, 200, 26, 20)
    expect(findWedges(dark)).toMatchObject({ wedges: [], unread: 1 })
    expect(says(dark)).toMatch(/the code in its first bar cannot be read/)
  })
  it('takes nothing for a wedge whose frame is not dark all around, whatever its code says', () => {
    const block = blockOf(21, WEDGE.columns)
    const px = (v: number): number => (v / 1000) * 6
    const [x, y] = [px(WEDGE.x), px(WEDGE.y + block.height)]
    // the last bar but for its corners
    const open = covered(SCAN, x + 14, y - 16, px(block.width) - 28, 14, 245)
    expect(findWedges(open).wedges).toEqual([])
  })
  it('a line through the edge of a frame leaves out what lies off it', () => {
    const edge = Array.from({ length: 40 }, (_, i) => ({ x: 10 * i, y: 50 + 0.1 * i }))
    const line = lineThrough([...edge, { x: 200, y: 95 }, { x: 210, y: 99 }])
    expect(Math.abs(Math.atan2(line?.to.y ?? 0, line?.to.x ?? 0) - 0.01)).toBeLessThan(1e-3)
    expect(line?.at.y).toBeCloseTo(50 + 0.01 * (line?.at.x ?? 0), 3)
    expect(lineThrough([{ x: 1, y: 1 }])).toBeNull()
  })
  it('names a patch that lies under something, and ends that are beyond the scanner', () => {
    const p = patchesOf(SCAN)[3]?.corners[0]
    if (!p) throw new Error('no patch')
    expect(sayFaults(patchesOf(covered(SCAN, p.x, p.y, 24, 20)))).toMatch(/^Part of the patch 15 % has another tone/)
    // a grain of dust moves nothing
    const dusty = patchesOf(covered(SCAN, p.x + 8, p.y + 8, 3, 3))
    expect(sayFaults(dusty)).toBeNull()
    expect(dusty[3]?.light).toBeCloseTo(patchesOf(SCAN)[3]?.light ?? 0, 3)
    const bright = picture(SCAN.width, SCAN.height, (x, y) => (SCAN.data[y * SCAN.width + x] ?? 0) + 30)
    expect(sayFaults(patchesOf(bright))).toMatch(/^The patch 0 %, 5 %.* is as light as this scanner counts/)
    const deep = picture(SCAN.width, SCAN.height, (x, y) => (SCAN.data[y * SCAN.width + x] ?? 0) - 25)
    expect(sayFaults(patchesOf(deep))).toMatch(/^The patch 100 % is as dark as this scanner counts/)
  })
})

/** Numbers from 0 to 1, the same for the same seed. */
function dice(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32
    return state / 2 ** 32
  }
}

/** Pictures that have something of a wedge and are none. */
const PRETENDERS: readonly { readonly what: string; readonly grey: (n: number) => (x: number, y: number) => number }[] =
  [
    { what: 'bars', grey: (n) => (x) => (Math.floor(x / (8 + 3 * n)) % 2 === 0 ? 20 : 245) },
    {
      what: 'squares in the corners',
      grey: (n) => (x, y) => {
        const size = 40 + 12 * n
        const edge = (v: number, most: number): boolean => v % most < size || most - (v % most) < size
        return edge(x, 900) && edge(y, 620) ? 25 : 240
      },
    },
    {
      what: 'keys of a piano in a black case',
      grey: (n) => (x, y) => {
        if (x < 60 || x > 840 || y < 120 || y > 480) return 240
        if (x < 84 || x > 816 || y < 180 || y > 460) return 18
        return y < 330 && (x - 84) % (26 + n) < 12 ? 18 : 235
      },
    },
    {
      what: 'a chess board',
      grey: (n) => (x, y) => {
        const field = 34 + 4 * n
        if (x < 50 || y < 50 || x > 50 + 8 * field || y > 50 + 8 * field) return 235
        return (Math.floor((x - 50) / field) + Math.floor((y - 50) / field)) % 2 === 0 ? 30 : 220
      },
    },
    { what: 'a window blind', grey: (n) => (_, y) => (y % (14 + 2 * n) < 6 ? 50 : 225) },
    {
      what: 'a black frame about a ramp',
      grey: (n) => (x, y) => {
        const [l, r, t, b] = [80, 720 + 10 * n, 120, 340 + 8 * n]
        if (x < l || x > r || y < t || y > b) return 245
        return x < l + 18 || x > r - 18 || y < t + 42 || y > b - 18 ? 20 : 250 - (230 * (x - l)) / (r - l)
      },
    },
  ]

describe('what has no wedge', () => {
  it('is never taken for one: 60 pictures', () => {
    let looked = 0
    for (const { what, grey } of PRETENDERS)
      for (let n = 0; n < 8; n++) {
        looked += 1
        expect(findWedges(picture(900, 620, grey(n))).wedges, `${what} ${n}`).toEqual([])
      }
    for (let n = 0; n < 12; n++) {
      // a frame and patches as a wedge has them, with windows that chance opened
      const random = dice(n + 1)
      const windows = windowsOf({ code: 1, steps: 21, columns: 11 }).map(() => random() < 0.5)
      const block = blockOf(21, 11)
      const scale = 6 / 1000
      const scan = picture(900, 420, (x, y) => {
        const [u, v] = [(x - 60) / scale, (y - 60) / scale]
        if (u < 0 || v < 0 || u > block.width || v > block.height) return 248
        const window = block.windows.findIndex((w) => u >= w.x && u < w.x + w.w && v >= w.y && v < w.y + w.h)
        if (window >= 0 && windows[window]) return 248
        const patch = block.patches.findIndex((w) => u >= w.x && u < w.x + w.w && v >= w.y && v < w.y + w.h)
        return patch >= 0 ? 248 - 11 * patch : 20
      })
      looked += 1
      expect(findWedges(scan), `chance ${n}`).toMatchObject({ wedges: [], unread: 1 })
    }
    expect(looked).toBe(60)
  })
})

describe('the code of a wedge', () => {
  it('says every code, and no other where one or two windows are misread', () => {
    const random = dice(5)
    for (let n = 0; n < 300; n++) {
      const code: WedgeCode = {
        code: Math.floor(random() * 32_768),
        steps: random() < 0.5 ? 21 : 51,
        columns: 6 + Math.floor(random() * 20),
      }
      const windows = windowsOf(code)
      expect(codeOf(windows)).toEqual(code)
      const [a, b] = [Math.floor(random() * windows.length), Math.floor(random() * windows.length)]
      expect(codeOf(windows.map((w, i) => (i === a ? !w : w)))).toBeNull()
      if (a !== b) expect(codeOf(windows.map((w, i) => (i === a || i === b ? !w : w)))).toBeNull()
    }
    expect(codeOf(windowsOf({ code: 0, steps: 21, columns: 6 }).map(() => false))).toBeNull()
    expect(codeOf([])).toBeNull()
    expect(() => windowsOf({ code: 32_768, steps: 21, columns: 6 })).toThrow('no code of a wedge')
  })
})
