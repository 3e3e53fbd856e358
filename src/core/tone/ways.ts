import { type Rect, rect } from '@/core/sheet/sheet'

/** White between the cells, and below a picture the line that says which way it was printed, um. */
const GAP = 6000
const LABEL = 6500
/** A picture smaller than this tells nothing of its tones, um. */
const LEAST = 25_000

/** Where the pictures of a proof sheet lie, in the frame of its area; null: they would be too small to judge. */
export type WaysLayout = {
  readonly width: number
  readonly height: number
  readonly cells: readonly Rect[]
}

/**
 * Lays one picture so many times on an area, each with a line below it: in the columns that make it largest.
 * @param ratio of the picture, width by height
 * @example waysOn({ w: 200000, h: 280000 }, 1.5, 4).cells.length // 4
 */
export function waysOn(
  area: { readonly w: number; readonly h: number },
  ratio: number,
  count: number,
): WaysLayout | null {
  const tries = [1, 2, 3].filter((columns) => columns <= count)
  const sized = tries.map((columns) => {
    const rows = Math.ceil(count / columns)
    const [w, h] = [(area.w - (columns - 1) * GAP) / columns, (area.h - rows * (LABEL + GAP)) / rows]
    const width = Math.min(w, h * ratio)
    return { columns, rows, width, height: width / ratio }
  })
  const best = sized.reduce((a, b) => (b.width > a.width ? b : a))
  if (Math.min(best.width, best.height) < LEAST) return null
  const pitch = { x: best.width + GAP, y: area.h / best.rows }
  const cells = Array.from({ length: count }, (_, i) =>
    rect((i % best.columns) * pitch.x, Math.floor(i / best.columns) * pitch.y, best.width, best.height),
  )
  return { width: Math.floor(best.width), height: Math.floor(best.height), cells }
}

/**
 * The anchor that puts a picture of that size where a cell is.
 * @example anchorAt({ x: 50, y: 0, w: 100, h: 100 }, { w: 200, h: 100 }) // { x: 0.5, y: 0.5 }
 */
export function anchorAt(
  cell: Rect,
  area: { readonly w: number; readonly h: number },
): { readonly x: number; readonly y: number } {
  const along = (at: number, room: number): number => (room <= 0 ? 0.5 : Math.min(1, Math.max(0, at / room)))
  return { x: along(cell.x, area.w - cell.w), y: along(cell.y, area.h - cell.h) }
}
