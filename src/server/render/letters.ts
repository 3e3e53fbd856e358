import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import * as fontkit from 'fontkit'
import sharp from 'sharp'
import { UM_PER_INCH } from '@/core/length/length'
import type { TextLine } from '@/core/page/page'

/** The room's own type, then what it lacks, as they ship with the program: the first face that has a letter draws it. */
const FACES = [
  '@fontsource/public-sans/files/public-sans-latin-400-normal.woff2',
  '@fontsource/public-sans/files/public-sans-latin-ext-400-normal.woff2',
  '@fontsource/public-sans/files/public-sans-vietnamese-400-normal.woff2',
  '@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff2',
  '@fontsource/noto-sans/files/noto-sans-cyrillic-ext-400-normal.woff2',
  '@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff2',
  '@fontsource/noto-sans/files/noto-sans-greek-ext-400-normal.woff2',
  '@fontsource/noto-sans/files/noto-sans-devanagari-400-normal.woff2',
  // every letter of the world's plane, drawn in squares: better than a box
  '@fontsource/unifont/files/unifont-latin-400-normal.woff2',
]

type Command = { readonly command: string; readonly args: readonly number[] }
type Type = {
  readonly unitsPerEm: number
  hasGlyphForCodePoint(code: number): boolean
  layout(text: string): {
    readonly glyphs: readonly { readonly path: { readonly commands: readonly Command[] } }[]
    readonly positions: readonly { readonly xAdvance: number; readonly xOffset: number; readonly yOffset: number }[]
  }
}

const opened = new Map<string, Type>()
function face(name: string): Type {
  const type =
    opened.get(name) ?? (fontkit.create(readFileSync(join(process.cwd(), 'node_modules', name))) as unknown as Type)
  opened.set(name, type)
  return type
}

/** Marks and joiners stay with the letter before them. */
const STAYS = /^[\p{M}\u200c\u200d]$/u

/** The text in pieces, each in the first face that has all of its letters. */
function runsOf(text: string): readonly { readonly type: Type; readonly text: string }[] {
  const runs: { type: Type; text: string }[] = []
  for (const letter of text.normalize('NFC')) {
    const code = letter.codePointAt(0) ?? 0
    const last = runs.at(-1)
    if (last && (STAYS.test(letter) || (letter === ' ' && last.type.hasGlyphForCodePoint(32)))) {
      last.text += letter
      continue
    }
    const name = FACES.find((f) => face(f).hasGlyphForCodePoint(code)) ?? FACES[0]
    const type = face(name ?? '')
    if (last?.type === type) last.text += letter
    else runs.push({ type, text: letter })
  }
  return runs
}

/** One step of an outline, in um on the page. */
export type Stroke =
  | { readonly to: 'move' | 'line'; readonly x: number; readonly y: number }
  | { readonly to: 'curve'; readonly points: readonly [number, number, number, number, number, number] }
  | { readonly to: 'close' }

/** A line of text as outlines where it lies on the page, and its width; um, y down. What file and raster draw. */
export function outlinesOf(line: TextLine): { readonly strokes: readonly Stroke[]; readonly width: number } {
  const strokes: Stroke[] = []
  let pen = 0
  for (const run of runsOf(line.text)) {
    const scale = line.height / run.type.unitsPerEm
    const { glyphs, positions } = run.type.layout(run.text)
    glyphs.forEach((glyph, i) => {
      const at = positions[i]
      const x = (v: number): number => line.at.x + pen + (v + (at?.xOffset ?? 0)) * scale
      const y = (v: number): number => line.at.y - (v + (at?.yOffset ?? 0)) * scale
      strokes.push(...glyphStrokes(glyph.path.commands, x, y))
      pen += (at?.xAdvance ?? 0) * scale
    })
  }
  return { strokes, width: pen }
}

/** How wide a line of text is, um: as its outlines would be, without drawing them. */
export const widthOf = (text: string, height: number): number =>
  runsOf(text).reduce((sum, run) => {
    const advance = run.type.layout(run.text).positions.reduce((pen, at) => pen + at.xAdvance, 0)
    return sum + (advance * height) / run.type.unitsPerEm
  }, 0)

function glyphStrokes(
  commands: readonly Command[],
  x: (v: number) => number,
  y: (v: number) => number,
): readonly Stroke[] {
  const strokes: Stroke[] = []
  let [px, py] = [0, 0] // the pen, in font units: quadratic curves are raised from where it stands
  for (const { command, args } of commands) {
    const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0] = args
    switch (command) {
      case 'moveTo':
      case 'lineTo':
        strokes.push({ to: command === 'moveTo' ? 'move' : 'line', x: x(a), y: y(b) })
        ;[px, py] = [a, b]
        break
      case 'quadraticCurveTo': {
        // a quadratic curve as a cubic: two thirds of the way to its one handle
        const [c1x, c1y] = [px + (2 / 3) * (a - px), py + (2 / 3) * (b - py)]
        const [c2x, c2y] = [c + (2 / 3) * (a - c), d + (2 / 3) * (b - d)]
        strokes.push({ to: 'curve', points: [x(c1x), y(c1y), x(c2x), y(c2y), x(c), y(d)] })
        ;[px, py] = [c, d]
        break
      }
      case 'bezierCurveTo':
        strokes.push({ to: 'curve', points: [x(a), y(b), x(c), y(d), x(e), y(f)] })
        ;[px, py] = [e, f]
        break
      case 'closePath':
        strokes.push({ to: 'close' })
        break
      default:
        throw new Error(`an outline with ${command}`)
    }
  }
  return strokes
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
  const { strokes, width: advance } = outlinesOf(line)
  if (strokes.length === 0) return null
  const px = ppi / UM_PER_INCH
  const x = Math.floor(line.at.x * px) - 1
  const y = Math.floor((line.at.y - line.height * 1.2) * px) - 1
  const width = Math.ceil(advance * px) + 3
  const height = Math.ceil(line.height * px * 1.65) + 3
  const n = (v: number): string => v.toFixed(4)
  const d = strokes
    .map((s) => {
      if (s.to === 'close') return 'Z'
      const at = s.to === 'curve' ? s.points : [s.x, s.y]
      const points = at.map((v, i) => n(v * px - (i % 2 === 0 ? x : y))).join(' ')
      return `${s.to === 'move' ? 'M' : s.to === 'line' ? 'L' : 'C'}${points}`
    })
    .join('')
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#fff"/><path d="${d}"/></svg>`
  const grey = await sharp(Buffer.from(svg)).flatten({ background: '#fff' }).toColourspace('b-w').raw().toBuffer()
  return { x, y, width, height, ink: grey.map((v) => 255 - v) }
}
