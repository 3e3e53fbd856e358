import { seeded } from '../../test/random-slips'
import { barBound } from './bars'

/** Strips with prints, as the bench's files hold them; lengths mm. */
export type Instance = {
  readonly id: string
  readonly family: string
  readonly stripWidth: number
  readonly items: readonly (readonly [number, number])[]
  readonly gap: number
  readonly margin: number
  /** proven; null: only the bound is known */
  readonly optimum: number | null
  readonly lowerBound: number
}

/** A rectangle cut by straight cuts into so many pieces, the larger a piece the likelier it is cut again: no waste. */
export function zeroWaste(n: number, seed: number, gap = 0): Instance {
  const random = seeded(seed * 7919 + n)
  const strip = [610, 1118][seed % 2] as number
  const length = 300 + 100 * Math.ceil(Math.sqrt(n) * 1.6)
  const margin = gap > 0 ? 3 : 0
  const pieces: [number, number][] = [[strip - 2 * margin, length]]
  const least = 25
  while (pieces.length < n) {
    // a piece as often as it is large
    const areas = pieces.map(([w, h]) => (Math.max(w, h) >= 2 * least + gap ? w * h : 0))
    const sums = areas.map((_, i) => areas.slice(0, i + 1).reduce((a, b) => a + b, 0))
    const drawn = random() * (sums.at(-1) ?? 0)
    const i = sums.findIndex((sum) => drawn < sum)
    const [w, h] = pieces[i] as [number, number]
    const across = w >= 2 * least + gap && (h < 2 * least + gap || random() < w ** 2 / (w ** 2 + h ** 2))
    const whole = across ? w : h
    const cut = Math.round(least + (whole - gap - 2 * least) * random())
    const rest = whole - gap - cut
    pieces.splice(i, 1, across ? [cut, h] : [w, cut], across ? [rest, h] : [w, rest])
  }
  return {
    id: `${gap > 0 ? 'zwgap' : 'zw'}-${n}-${seed}`,
    family: gap > 0 ? 'zero-waste-gap' : 'zero-waste',
    ...{ stripWidth: strip, items: pieces.map(([w, h]) => (random() < 0.5 ? [w, h] : [h, w])), gap, margin },
    ...{ optimum: length, lowerBound: length },
  }
}

/** Sizes that members ask for, in mm. */
const ASKED: readonly (readonly [number, number])[] = [
  ...[
    [105, 148],
    [148, 210],
    [210, 297],
    [297, 420],
    [420, 594],
  ],
  ...[
    [102, 152],
    [127, 178],
    [203, 254],
    [203, 305],
    [254, 305],
    [279, 356],
    [305, 406],
    [406, 508],
  ],
  ...[
    [200, 200],
    [300, 300],
    [150, 450],
    [240, 300],
  ],
] as never

/** Prints as a room has them on one of its rolls: some sizes, often several of one. */
export function realistic(n: number, seed: number): Instance {
  const random = seeded(seed * 104_729 + n)
  const strip = [432, 610, 914, 1118][seed % 4] as number
  const kinds = Array.from({ length: Math.max(3, Math.round(n / 5)) }, () => {
    const fits = ASKED.filter(([w]) => w <= strip - 6)
    return fits[Math.floor(fits.length * random())] as readonly [number, number]
  })
  const items = Array.from(
    { length: n },
    () => kinds[Math.floor(kinds.length * random() ** 1.4)] as readonly [number, number],
  )
  const bars = items.map(([w, h]) => [w + 5, h + 5] as const)
  return {
    ...{ id: `real${strip}-${n}-${seed}`, family: 'realistic', stripWidth: strip, items, gap: 5, margin: 3 },
    ...{ optimum: null, lowerBound: barBound(bars, strip - 6 + 5) - 5 },
  }
}
