import { seeded } from '../random'

const LUNATION_DAYS = 29.53

/** The moon over a fortnight and a half, left to right on one strip: lit part by phase angle. */
export function moonStrip(w: number, h: number, count: number): string {
  const random = seeded(77)
  const r = Math.min((w / count) * 0.38, h * 0.32)
  const cells: string[] = []
  for (let i = 0; i < count; i++) {
    const cx = (w / count) * (i + 0.5)
    const cy = h * 0.46
    const phase = (i + 0.5) / count // 0 new, 0.5 full
    const k = Math.cos(phase * 2 * Math.PI)
    const waxing = phase < 0.5
    const rx = Math.abs(k) * r
    const outer = waxing ? 1 : 0
    const inner = k > 0 === waxing ? 0 : 1
    const lit = `M${cx} ${cy - r}A${r} ${r} 0 0 ${outer} ${cx} ${cy + r}A${rx.toFixed(1)} ${r} 0 0 ${inner} ${cx} ${cy - r}Z`
    const seas = Array.from({ length: 9 }, () => {
      const a = random() * Math.PI * 2
      const d = Math.sqrt(random()) * r * 0.7
      return `<ellipse cx="${(cx + Math.cos(a) * d).toFixed(0)}" cy="${(cy + Math.sin(a) * d).toFixed(0)}" rx="${(r * (0.08 + random() * 0.16)).toFixed(0)}" ry="${(r * (0.06 + random() * 0.12)).toFixed(0)}"/>`
    }).join('')
    cells.push(
      `<circle cx="${cx}" cy="${cy}" r="${r}" fill="#1b2230"/><clipPath id="c${i}"><path d="${lit}"/></clipPath><g clip-path="url(#c${i})"><circle cx="${cx}" cy="${cy}" r="${r}" fill="url(#m)"/><g fill="#8f8c84" fill-opacity="0.55">${seas}</g></g><text x="${cx}" y="${h * 0.9}" text-anchor="middle" font-family="sans-serif" font-size="${h * 0.045}" fill="#9aa3b5">${Math.round(phase * LUNATION_DAYS)} d</text>`,
    )
  }
  const stars = Array.from(
    { length: 260 },
    () =>
      `<circle cx="${(random() * w).toFixed(0)}" cy="${(random() * h).toFixed(0)}" r="${(1 + random() * 4).toFixed(1)}" fill-opacity="${(0.2 + random() * 0.6).toFixed(2)}"/>`,
  ).join('')
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><defs><radialGradient id="m"><stop offset="0" stop-color="#f4f1e6"/><stop offset="0.8" stop-color="#d9d5c6"/><stop offset="1" stop-color="#b4b0a2"/></radialGradient></defs><rect width="${w}" height="${h}" fill="#0b0f18"/><g fill="#dfe6f5">${stars}</g>${cells.join('')}</svg>`
}

/** Smooth noise in 0..1 over a w x h grid, several octaves, wrapping nowhere. */
function noise(w: number, h: number, seed: number, octaves: number, stretch: number): Float32Array {
  const out = new Float32Array(w * h)
  let total = 0
  for (let o = 0; o < octaves; o++) {
    const weight = 0.55 ** o
    total += weight
    const cells = 3 * 2 ** o
    const gw = Math.ceil(cells * stretch) + 2
    const gh = cells + 2
    const random = seeded(seed + o * 101)
    const grid = Float32Array.from({ length: gw * gh }, random)
    for (let y = 0; y < h; y++) {
      const fy = (y / h) * cells
      const y0 = Math.floor(fy)
      const ty = ease(fy - y0)
      for (let x = 0; x < w; x++) {
        const fx = (x / w) * cells * stretch
        const x0 = Math.floor(fx)
        const tx = ease(fx - x0)
        const at = y0 * gw + x0
        const top = mix(grid[at] ?? 0, grid[at + 1] ?? 0, tx)
        const low = mix(grid[at + gw] ?? 0, grid[at + gw + 1] ?? 0, tx)
        const i = y * w + x
        out[i] = (out[i] ?? 0) + mix(top, low, ty) * weight
      }
    }
  }
  for (let i = 0; i < out.length; i++) out[i] = (out[i] ?? 0) / total
  return out
}

const ease = (t: number): number => t * t * (3 - 2 * t)
const mix = (a: number, b: number, t: number): number => a + (b - a) * t

/** A sky with clouds as 16-bit RGB samples, w x h: blue falling to pale at the horizon, clouds lit from above. */
export function clouds(w: number, h: number, seed: number): Uint16Array {
  const mass = noise(w, h, seed, 7, 1.8)
  const fine = noise(w, h, seed + 7, 8, 3)
  const out = new Uint16Array(w * h * 3)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const i = y * w + x
      const t = y / h
      const n = (mass[i] ?? 0) * 0.72 + (fine[i] ?? 0) * 0.28
      const cover = ease(Math.min(1, Math.max(0, (n - 0.43 - (1 - t) * 0.03) * 5)))
      const above = mass[Math.max(0, y - Math.round(h * 0.03)) * w + x] ?? 0
      const shade = Math.min(1, Math.max(0.45, 0.95 - (above - 0.45) * 1.3))
      const sky = [mix(0.13, 0.68, t ** 1.4), mix(0.33, 0.8, t ** 1.3), mix(0.6, 0.9, t)]
      const white = [shade, shade * 0.99, Math.min(1, shade * 1.02 + 0.02)]
      for (let c = 0; c < 3; c++) out[i * 3 + c] = Math.round(mix(sky[c] ?? 0, white[c] ?? 0, cover) * 65535)
    }
  return out
}
