import { seeded } from '../random'

type Point = { readonly x: number; readonly y: number }

/** A leaf as a closed path of two bowed sides from `from`, length `l`, direction `angle` (radians), `fat` = width/length. */
function leaf(from: Point, l: number, angle: number, fat: number): string {
  const tip = { x: from.x + Math.cos(angle) * l, y: from.y + Math.sin(angle) * l }
  const side = (s: number): string => {
    const mx = from.x + Math.cos(angle) * l * 0.4 + Math.cos(angle + (s * Math.PI) / 2) * l * fat
    const my = from.y + Math.sin(angle) * l * 0.4 + Math.sin(angle + (s * Math.PI) / 2) * l * fat
    return `${mx.toFixed(1)} ${my.toFixed(1)}`
  }
  return `M${from.x.toFixed(1)} ${from.y.toFixed(1)}Q${side(1)} ${tip.x.toFixed(1)} ${tip.y.toFixed(1)}Q${side(-1)} ${from.x.toFixed(1)} ${from.y.toFixed(1)}Z`
}

/** One side branch with its leaflets, tapering to its tip. */
function pinna(from: Point, l: number, angle: number, bend: number, gap: number, random: () => number): string {
  const paths: string[] = []
  let at = from
  let turn = angle
  const n = Math.max(5, Math.round(l / (gap * 0.3)))
  const step = l / n
  for (let i = 0; i < n; i++) {
    const t = i / n
    const size = Math.min(l * 0.3, gap * 0.62) * (1 - t) ** 0.6 + gap * 0.05
    const wobble = (random() - 0.5) * 0.2
    paths.push(leaf(at, size, turn + 1.1 + wobble, 0.17), leaf(at, size, turn - 1.1 + wobble, 0.17))
    at = { x: at.x + Math.cos(turn) * step, y: at.y + Math.sin(turn) * step }
    turn += bend / n
  }
  paths.push(leaf(at, gap * 0.3, turn, 0.2))
  const spine = `M${from.x.toFixed(1)} ${from.y.toFixed(1)}L${at.x.toFixed(1)} ${at.y.toFixed(1)}`
  return `${paths.join('')}${leaf(from, l, angle + bend / 2, 0.008)}${spine}`
}

export type FernLook = {
  readonly seed: number
  readonly pairs: number
  /** how much the frond leans, radians over its length */
  readonly lean: number
  readonly ground: string
  readonly light: string
  readonly stain: string
}

/** A whole frond, upright, on a ground with a light stain as of a sensitised sheet: SVG of w x h. */
export function fern(w: number, h: number, look: FernLook): string {
  const random = seeded(look.seed)
  const stem: Point[] = []
  const fronds: string[] = []
  let at: Point = { x: w * 0.47, y: h * 0.965 }
  let turn = -Math.PI / 2 - look.lean * 0.2
  const length = h * 0.9
  const n = look.pairs
  for (let i = 0; i <= n; i++) {
    stem.push(at)
    const t = i / n
    const bare = t < 0.1
    const rise = Math.min(1, 0.55 + (t - 0.1) * 2.2)
    const size = w * 0.42 * rise * Math.max(0.012, (1 - t) / 0.72) ** 0.85 * (t < 0.28 ? 0.72 / (1 - t) : 1)
    const step = (length / n) * (1.35 - t * 0.7)
    if (!bare && t < 0.985) {
      const open = 1.18 - t * 0.4
      fronds.push(pinna(at, size, turn - open, 0.35, step, random), pinna(at, size, turn + open, -0.35, step, random))
    }
    at = { x: at.x + Math.cos(turn) * step, y: at.y + Math.sin(turn) * step }
    turn += look.lean / n
  }
  const line = stem.map((p) => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(' ')
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}">
<defs><radialGradient id="g" cx="0.5" cy="0.45" r="0.8"><stop offset="0" stop-color="${look.stain}"/><stop offset="1" stop-color="${look.ground}"/></radialGradient></defs>
<rect width="${w}" height="${h}" fill="url(#g)"/>
<g fill="${look.light}" fill-opacity="0.93"><path d="${fronds.join('')}"/></g>
<polyline points="${line}" fill="none" stroke="${look.light}" stroke-width="${w * 0.006}" stroke-linecap="round"/></svg>`
}

/** A broad pressed leaf with veins, on paper. */
export function pressedLeaf(w: number, h: number, seed: number): string {
  const random = seeded(seed)
  const lobes = 5
  const right: string[] = []
  const left: string[] = []
  const cx = w / 2
  for (let i = 0; i <= lobes * 2; i++) {
    const t = i / (lobes * 2)
    const y = h * (0.86 - t * 0.72)
    const reach = w * (i % 2 === 1 ? 0.3 : 0.14) * Math.sin(Math.PI * (0.14 + t * 0.8)) * (0.92 + random() * 0.16)
    right.push(`${(cx + reach).toFixed(0)} ${(y - h * 0.03).toFixed(0)}`)
    left.push(`${(cx - reach).toFixed(0)} ${(y - h * 0.03).toFixed(0)}`)
  }
  const smooth = (pts: string[]): string => pts.map((p, i) => (i === 0 ? `L${p}` : `S${p} ${p}`)).join('')
  const outline = `M${cx} ${h * 0.86}${smooth(right)}L${cx} ${h * 0.1}${smooth([...left].reverse())}Z`
  const veins: string[] = []
  for (let i = 1; i < lobes * 2; i += 2) {
    const t = i / (lobes * 2)
    const y = h * (0.88 - t * 0.72)
    const reach = w * 0.24 * Math.sin(Math.PI * (0.14 + t * 0.8))
    veins.push(`M${cx} ${y}Q${cx + reach * 0.5} ${y - h * 0.02} ${cx + reach} ${y - h * 0.055}`)
    veins.push(`M${cx} ${y}Q${cx - reach * 0.5} ${y - h * 0.02} ${cx - reach} ${y - h * 0.055}`)
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}">
<defs><linearGradient id="l" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#a9762c"/><stop offset="0.5" stop-color="#7d4a1e"/><stop offset="1" stop-color="#54351a"/></linearGradient>
<radialGradient id="p" cx="0.4" cy="0.35" r="0.9"><stop offset="0" stop-color="#f4ecd8"/><stop offset="1" stop-color="#e0d2b1"/></radialGradient></defs>
<rect width="${w}" height="${h}" fill="url(#p)"/>
<path d="${outline}" transform="translate(${w * 0.012} ${h * 0.01})" fill="#8d7a52" fill-opacity="0.35"/>
<path d="${outline}" fill="url(#l)"/>
<path d="M${cx} ${h * 0.95}L${cx} ${h * 0.13}" stroke="#3d2a14" stroke-width="${w * 0.007}" fill="none"/>
<path d="${veins.join('')}" stroke="#3d2a14" stroke-opacity="0.75" stroke-width="${w * 0.0035}" fill="none"/>
<g stroke="#c9b98d" stroke-width="${w * 0.02}" stroke-opacity="0.85"><path d="M${cx - w * 0.06} ${h * 0.915}h${w * 0.12}"/></g>
<text x="${w * 0.94}" y="${h * 0.955}" text-anchor="end" font-family="serif" font-style="italic" font-size="${w * 0.028}" fill="#3d2a14">sheet 41, harbour wood, October</text></svg>`
}
