import { join } from 'node:path'
import * as fontkit from 'fontkit'
import sharp from 'sharp'
import { UM_PER_INCH } from '@/core/length/length'
import type { TextLine } from '@/core/page/page'

/** The room's own type, as it ships with the program. */
const FONT = join(
  process.cwd(),
  'node_modules/@fontsource-variable/public-sans/files/public-sans-latin-wght-normal.woff2',
)

type Type = {
  readonly unitsPerEm: number
  layout(text: string): {
    readonly glyphs: readonly { readonly path: { toSVG(): string } }[]
    readonly positions: readonly { readonly xAdvance: number }[]
  }
}

let type: Type | null = null
const load = (): Type => {
  type ??= fontkit.openSync(FONT) as unknown as Type
  return type
}

/** Ink of a line of text in the page's pixels: 0 none, 255 full; its left top corner. */
export type Letters = {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  readonly ink: Uint8Array
}

/** Draws a line of text at a resolution, placed to the fraction of a pixel. Null for nothing to draw. */
export async function lettersOf(line: TextLine, ppi: number): Promise<Letters | null> {
  const font = load()
  const px = ppi / UM_PER_INCH
  const scale = (line.height * px) / font.unitsPerEm
  const { glyphs, positions } = font.layout(line.text)
  let advance = 0
  const paths = glyphs.map((glyph, i) => {
    const d = glyph.path.toSVG()
    const at = advance
    advance += positions[i]?.xAdvance ?? 0
    return `<path transform="translate(${at} 0)" d="${d}"/>`
  })
  const x = Math.floor(line.at.x * px) - 1
  const y = Math.floor((line.at.y - line.height) * px) - 1
  const width = Math.ceil(advance * scale) + 3
  const height = Math.ceil(line.height * px * 1.35) + 3
  if (line.text.trim() === '' || width < 4) return null
  const [bx, by] = [line.at.x * px - x, line.at.y * px - y]
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#fff"/><g transform="translate(${bx} ${by}) scale(${scale} ${-scale})">${paths.join('')}</g></svg>`
  const grey = await sharp(Buffer.from(svg)).flatten({ background: '#fff' }).toColourspace('b-w').raw().toBuffer()
  return { x, y, width, height, ink: grey.map((v) => 255 - v) }
}
