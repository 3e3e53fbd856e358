import type { Model, Path, Sides } from './models'

/** Numbers from a seed (mulberry32): the same seed, the same machine. */
export function randomOf(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}

/** Normal deviates by Box and Muller. */
export const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

function hash(text: string): number {
  let h = 2_166_136_261
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 16_777_619)
  return h >>> 0
}

/** What one paper path really does. mm, mm per metre, factors. */
export type Truth = {
  readonly margins: Sides
  readonly overspray: Sides
  /** where the print lands, on average, against where it should */
  readonly shift: readonly [across: number, along: number]
  /** standard deviation from sheet to sheet */
  readonly drift: readonly [across: number, along: number]
  readonly skew: { readonly mean: number; readonly sd: number }
  readonly stretch: readonly [across: number, along: number]
}

/** How ink really lands on one kind of paper. */
export type Response = {
  readonly gain: number
  readonly darkest: number
  readonly white: readonly [l: number, a: number, b: number]
  /** what grey mode looks like in the middle of the scale, a* and b* */
  readonly greyTint: readonly [a: number, b: number]
  readonly greyGain: number
  /** what a step of darkness does: the power of the ink, in halvings; what a step of tint does to a* and b* */
  readonly perDarkness?: number
  readonly perTint?: readonly [a: number, b: number]
  /** how the black-and-white way bends the scale; left away: not at all */
  readonly grey?: GreyShape
}

/** Gamma of the amount of ink, a shoulder in the deep tones, the part of the scale that is full black, a dip somewhere. */
export type GreyShape = {
  readonly gamma: number
  readonly shoulder: number
  readonly blocked: number
  readonly dip: number
  readonly dipAt: number
}

const sides = (of: (side: keyof Sides) => number): Sides => ({
  left: of('left'),
  right: of('right'),
  lead: of('lead'),
  trail: of('trail'),
})

/** The least that ink goes past an edge in truth: a machine that leaves white when borderless is sent back. */
const LEAST_SPRAY = 0.35

/** The truth behind a paper path: near what is declared, drawn anew for each seed. */
export function truthOf(seed: number, model: Model, path: Path): Truth {
  const random = randomOf(hash(`${seed}/${model.id}/${path.source}`))
  const near = (declared: number, sd: number): number => declared + sd * normal(random)
  return {
    margins: sides((s) => Math.max(0.8, near(path.margins[s], 0.45))),
    overspray: sides((s) => near(path.overspray?.[s] ?? 0, 0.3)),
    shift: [near(0, 0.6), near(0, 0.7)],
    drift: [0.05 + 0.05 * random(), 0.05 + 0.05 * random()],
    skew: { mean: near(0, 0.3), sd: 0.03 + 0.07 * random() },
    stretch: [1 + near(0, 0.0003), 1 + near(0, 0.0015)],
  }
}

/** Where one sheet's page lands: paper = origin + matrix * page, mm in the feed frame. */
export type Landing = {
  readonly a: number
  readonly b: number
  readonly c: number
  readonly d: number
  readonly x0: number
  readonly y0: number
}

/**
 * One sheet's landing. Borderless first enlarges the page so that its edges reach past the sheet's; then the feed
 * stretches, turns and shifts it, a little differently each time. The stretch starts from the left guide and the lead
 * edge, the turn is about the middle of the lead edge, where the rollers take the sheet.
 */
export function landing(
  truth: Truth,
  sheet: readonly [width: number, length: number],
  borderless: boolean,
  roll: boolean,
  random: () => number,
): Landing {
  const [w, l] = sheet
  const o = truth.overspray
  let [gx, gy, x0, y0] = [truth.stretch[0], truth.stretch[1], truth.shift[0], truth.shift[1]]
  if (borderless) {
    const left = Math.max(LEAST_SPRAY, o.left - truth.shift[0])
    const right = Math.max(LEAST_SPRAY, o.right + truth.shift[0])
    // a roll is cut inside the print: its ends lose a little, wherever the print began
    const lead = Math.max(LEAST_SPRAY, roll ? o.lead : o.lead - truth.shift[1])
    const trail = Math.max(LEAST_SPRAY, roll ? o.trail : o.trail + truth.shift[1])
    gx *= (w + left + right) / w
    gy *= (l + lead + trail) / l
    x0 = -left
    y0 = -lead
  }
  x0 += truth.drift[0] * normal(random)
  y0 += truth.drift[1] * normal(random)
  const turn = (truth.skew.mean + truth.skew.sd * normal(random)) / 1000
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const px = w / 2
  return {
    a: gx * cos,
    b: gx * sin,
    c: -gy * sin,
    d: gy * cos,
    x0: px + (x0 - px) * cos - y0 * sin,
    y0: (x0 - px) * sin + y0 * cos,
  }
}

/** How ink sits on a kind of paper in this machine. Better quality gains a little less. */
export function responseOf(seed: number, model: Model, type: string, quality: number): Response {
  const declared = model.types.find((t) => t.keyword === type) ?? model.types[0]
  if (!declared) throw new Error(`${model.id} has no media types`)
  const random = randomOf(hash(`${seed}/${model.id}/ink/${declared.keyword}`))
  const afterwards = randomOf(hash(`${seed}/${model.id}/dialog/${declared.keyword}`))
  const [l, a, b] = declared.white
  return {
    gain: Math.max(0.01, declared.gain + 0.02 * normal(random)) * (quality === 5 ? 0.85 : 1),
    darkest: Math.max(2, declared.darkest + 1.5 * normal(random)),
    white: [l + 0.5 * normal(random), a + 0.3 * normal(random), b + 0.6 * normal(random)],
    greyTint: [0.8 * normal(random), 1.2 * normal(random)],
    greyGain: 0.04 + 0.02 * normal(random),
    perDarkness: 0.07 + 0.03 * afterwards(),
    perTint: [0.3 + 0.2 * afterwards(), 0.3 + 0.2 * afterwards()],
    grey: {
      ...{ gamma: declared.greyGamma ?? 1, dip: 0, dipAt: 0.5 },
      shoulder: 0.04 + 0.03 * random(),
      blocked: declared.closes ?? 0,
    },
  }
}
