import sharp from 'sharp'

// Measures what came out of a printer, on the picture of the sheet, as one would with a loupe: nothing here knows how
// Libreta computes. Lengths in mm, from the sheet's left and lead edge.

const PIXEL = 25.4 / 300

/** A sheet as reflectance 0..1 in linear light. */
export class SheetPicture {
  private constructor(
    readonly widthPx: number,
    readonly heightPx: number,
    private readonly light: Float32Array,
    readonly paper: number,
  ) {}

  static async open(path: string): Promise<SheetPicture> {
    const { data, info } = await sharp(path, { limitInputPixels: false })
      .extractChannel('green')
      .raw()
      .toBuffer({ resolveWithObject: true })
    const table = Float32Array.from({ length: 256 }, (_, v) => {
      const s = v / 255
      return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4
    })
    const light = new Float32Array(data.length)
    let paper = 0
    for (let i = 0; i < data.length; i++) {
      const v = table[data[i] as number] as number
      light[i] = v
      if (v > paper) paper = v
    }
    // a sheet that is covered altogether shows no paper: then it is taken as any paper
    return new SheetPicture(info.width, info.height, light, paper > 0.4 ? paper : 0.88)
  }

  /** Ink 0..1 along a line across or along the sheet, averaged over `thick` mm beside it. */
  private profile(axis: 'across' | 'along', at: number, thick: number): Float32Array {
    const n = axis === 'across' ? this.widthPx : this.heightPx
    const limit = axis === 'across' ? this.heightPx : this.widthPx
    const from = Math.max(0, Math.round((at - thick / 2) / PIXEL))
    const to = Math.min(limit, Math.max(from + 1, Math.round((at + thick / 2) / PIXEL)))
    const ink = new Float32Array(n)
    for (let i = 0; i < n; i++) {
      let sum = 0
      for (let k = from; k < to; k++)
        sum += this.light[axis === 'across' ? k * this.widthPx + i : i * this.widthPx + k] as number
      ink[i] = Math.max(0, 1 - sum / (to - from) / this.paper)
    }
    return ink
  }

  /**
   * First and last inked place along a line of a print that is dark at its borders: where the ink has half of the
   * darkness that it has a little further in, to a part of a pixel. A print that goes over the edge begins at 0.
   */
  extent(axis: 'across' | 'along', at: number, length: number): { readonly from: number; readonly to: number } | null {
    const ink = this.profile(axis, at, 1)
    const edge = (dir: 1 | -1): number | null => {
      const n = ink.length
      const get = (i: number): number => (ink[dir === 1 ? i : n - 1 - i] as number) ?? 0
      let i = 0
      while (i < n && get(i) < 0.25) i += 1
      if (i === n) return null
      let full = 0
      for (let k = i + 3; k < i + 9; k++) full += get(k) / 6
      const half = full / 2
      while (i > 0 && get(i - 1) > half) i -= 1
      while (i < n && get(i) < half) i += 1
      if (i === 0) return 0
      const [a, b] = [get(i - 1), get(i)]
      // pixel middles: half is crossed between i - 1 and i
      return (i - 0.5 + (half - a) / (b - a)) * PIXEL
    }
    const first = edge(1)
    const last = edge(-1)
    if (first === null || last === null) return null
    // the last pixel of the picture may reach over the sheet's edge
    const over = ink.length * PIXEL - length
    return { from: first, to: length - Math.max(0, last - over) }
  }

  /** The middle of a thin dark line that crosses this one near `near`, within `search` mm. Null: there is none. */
  line(axis: 'across' | 'along', at: number, near: number, search: number): number | null {
    const ink = this.profile(axis, at, 1.2)
    const from = Math.max(0, Math.round((near - search) / PIXEL))
    const to = Math.min(ink.length, Math.round((near + search) / PIXEL))
    let best = -1
    let most = 0.15
    for (let i = from; i < to; i++)
      if ((ink[i] as number) > most) {
        most = ink[i] as number
        best = i
      }
    if (best < 0) return null
    let [sum, moment] = [0, 0]
    for (let i = best - 3; i <= best + 3; i++) {
      const v = Math.max(0, (ink[i] ?? 0) as number)
      sum += v
      moment += v * (i + 0.5)
    }
    return (moment / sum) * PIXEL
  }

  /** How much ink stands in a small box, as mm of full ink along its `axis`. */
  inkIn(x0: number, y0: number, x1: number, y1: number, axis: 'across' | 'along'): number {
    const px = (v: number, limit: number): number => Math.min(limit, Math.max(0, Math.round(v / PIXEL)))
    const [a, b, c, d] = [px(x0, this.widthPx), px(x1, this.widthPx), px(y0, this.heightPx), px(y1, this.heightPx)]
    if (b <= a || d <= c) return 0
    let sum = 0
    for (let y = c; y < d; y++)
      for (let x = a; x < b; x++) sum += Math.max(0, 1 - (this.light[y * this.widthPx + x] as number) / this.paper)
    return (sum * PIXEL) / (axis === 'across' ? d - c : b - a)
  }
}

/** A ruler sheet's marks as they were sent, mm on the page: what a person sees printed beside them. */
export type Ruler = {
  readonly width: number
  readonly length: number
  readonly stairs: readonly {
    readonly edge: 'left' | 'right' | 'lead' | 'trail'
    readonly first: number
    readonly last: number
    readonly from: number
    readonly pitch: number
  }[]
  readonly crosses: Readonly<Record<'A' | 'B' | 'C' | 'D', { readonly x: number; readonly y: number }>>
}

/** Ink that a person with a loupe sees as "there is something": mm of full black. */
const SEEN = 0.03

/**
 * Reads a ruler sheet as a person would: at each edge the first tick of the staircase of which something shows, and the
 * crosses' distances to the paper's edges and to each other, to 0.05 mm.
 */
export function readRuler(sheet: SheetPicture, ruler: Ruler) {
  const { crosses } = ruler
  const SEARCH = 5
  // beside the middle, on the side away from its letter, where only one of its two lines runs
  const cross = (name: 'A' | 'B' | 'C'): readonly [number | null, number | null] => {
    const { x, y } = crosses[name]
    const side = name === 'B' ? 2.6 : -2.6
    const down = sheet.line('along', x + side, y, SEARCH)
    const over = down === null ? null : sheet.line('across', down + (name === 'C' ? 2.6 : -2.6), x, SEARCH)
    const again = over === null ? down : sheet.line('along', over + side, y, SEARCH)
    return [over, again]
  }
  const [ax, ay] = cross('A')
  const [bx] = cross('B')
  const [cx, cy] = cross('C')
  const fine = (v: number | null): number | null => (v === null ? null : Math.round(v * 20) / 20)
  const between = (a: number | null, b: number | null): number | null => (a === null || b === null ? null : fine(b - a))
  // about where the page lies on the paper, to find the ticks; enlarged prints are found from the crosses
  const sx = ax !== null && bx !== null ? (bx - ax) / (crosses.B.x - crosses.A.x) : 1
  const sy = ay !== null && cy !== null ? (cy - ay) / (crosses.C.y - crosses.A.y) : 1
  const toX = (x: number): number => (ax ?? crosses.A.x) + (x - crosses.A.x) * sx
  const toY = (y: number): number => (ay ?? crosses.A.y) + (y - crosses.A.y) * sy
  const tick = (edge: 'left' | 'right' | 'lead' | 'trail'): number | null => {
    const stair = ruler.stairs.find((s) => s.edge === edge)
    if (!stair) return null
    for (let k = stair.first; k <= stair.last; k++) {
      const at = stair.from + (k - stair.first) * stair.pitch
      const half = stair.pitch * 0.2
      const d = k / 10
      const near = d - 0.9
      const box = {
        left: [toX(near), toY(at - half), toX(d + 0.15), toY(at + half)],
        right: [toX(ruler.width - d - 0.15), toY(at - half), toX(ruler.width - near), toY(at + half)],
        lead: [toX(at - half), toY(near), toX(at + half), toY(d + 0.15)],
        trail: [toX(at - half), toY(ruler.length - d - 0.15), toX(at + half), toY(ruler.length - near)],
      }[edge] as [number, number, number, number]
      const axis = edge === 'left' || edge === 'right' ? 'across' : 'along'
      if (sheet.inkIn(...box, axis) > SEEN) return k
    }
    return null
  }
  return {
    ticks: { left: tick('left'), right: tick('right'), lead: tick('lead'), trail: tick('trail') },
    lengths: {
      'left to A': fine(ax),
      'left to C': fine(cx),
      'lead to A': fine(ay),
      'A to B': between(ax, bx),
      'A to C': between(ay, cy),
    },
  }
}
