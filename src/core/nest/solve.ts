import { anyPass } from './any'
import type { NestAsk, Plan } from './ask'
import type { Spot, Weights } from './beam'
import { greedy } from './greedy'
import { EVERY_WAY, type Habits, habitsOf, looksOf } from './habits'
import { GRID, up } from './kinds'
import { type Merged, merged } from './merge'
import { type Shape, shapeOf, withKinds } from './shape'
import { partOf, type Slab, slabsOf } from './slabs'
import { straightPass } from './straight'

/** How a search stands. Lengths um. */
export type Standing = {
  readonly plan: Plan | null
  /** no plan is shorter */
  readonly bound: number
  /** children looked at so far: the same number from the same seed has come to the same plan */
  readonly steps: number
  /** nothing shorter can be found: it is as short as the bound */
  readonly proven: boolean
}

const FIRST: Weights = { base: 0.1, size: 0.5, pieces: 0.01, rule: 'thinnest', alike: 1, looks: EVERY_WAY }

/** Numbers from a seed, 0 to 1 (mulberry32). */
function randomOf(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}

/** No beam is wider than this many nodes over all prints together. */
const WIDEST = 40_000

/** How much longer than the best a plan may be that is gone on from, of its length. */
const FAR = 0.01
/** How often the best is gone back to. */
const HOME = 0.05

type Best = { readonly spots: readonly Spot[]; readonly length: number }

function shuffled<T>(list: readonly T[], random: () => number): readonly T[] {
  const out = [...list]
  for (let i = out.length - 1; i > 0; i--) {
    const k = Math.floor(random() * (i + 1))
    const t = out[i] as T
    out[i] = out[k] as T
    out[k] = t
  }
  return out
}

/**
 * Searches for a short plan, pass by pass, each under a ceiling between the bound and the best so far; the beam grows
 * wider from round to round. It can be stopped between any two levels of a pass and has a valid plan then.
 */
export class Search {
  readonly shape: Shape
  private best: Best | null = null
  /** where the search for a shorter one stands; near the best */
  private now: Best | null = null
  private steps = 0
  private wide: number
  private fails = 0
  private readonly habits: Habits
  private readonly random: () => number

  constructor(
    private readonly ask: NestAsk,
    seed = 1,
  ) {
    this.shape = shapeOf(ask)
    this.random = randomOf(seed)
    this.habits = habitsOf(this.shape, ask.cut)
    this.wide = this.habits.wide
  }

  get standing(): Standing {
    const { best, shape, steps } = this
    return {
      plan: best ? planOf(this.ask, shape, best.spots) : null,
      bound: Math.max(0, shape.bound - shape.gap) * GRID,
      steps,
      proven: best !== null && best.length <= shape.bound,
    }
  }

  /** Looks at one pass. False: there is nothing more to look for. */
  pass(stop: () => boolean): boolean {
    const { shape, best } = this
    if (shape.count === 0 || (best && best.length <= shape.bound)) return false
    if (!best) this.first(stop)
    else if (this.random() < this.habits.again && (this.partAgain(best, stop) || this.restAgain(best, stop)))
      return true
    else this.whole(best, stop)
    return true
  }

  private weights(any: boolean): Weights {
    const { random } = this
    const how = { base: 0.01 * 10 ** random(), size: 0.2 + 0.7 * random(), pieces: 0.01 * random() ** 1.5 }
    const r = random()
    return {
      ...how,
      rule: r < 0.5 ? 'thinnest' : r < 0.75 ? 'smallest' : 'lowest',
      alike: random() < 0.7 ? 1 : 4,
      looks: looksOf(this.shape.count, any, random),
    }
  }

  /** Straight cuts are plans of any kind too, and find other ones. */
  private way(): typeof anyPass {
    return this.ask.cut === 'any' && this.random() < 0.7 ? anyPass : straightPass
  }

  /** At once by the plainest means; where those fail, a narrow beam under a ceiling so high that it must fit soon. */
  private first(stop: () => boolean): void {
    const { shape, fails } = this
    this.fails += 1
    const plain = fails === 0 ? greedy(shape, stop) : null
    if (plain) {
      this.steps += plain.steps
      if (plain.spots && this.took(plain.spots)) this.fails = 0
      return
    }
    const ceiling = Math.ceil(shape.bound * (1 + 0.1 * fails ** 1.5))
    const seen = straightPass(shape, ceiling, this.wide, FIRST, stop)
    this.steps += seen.steps
    const spots = seen.spots ?? this.completed(shape, seen.furthest)
    if (spots && this.took(spots)) this.fails = 0
  }

  /** The whole once more, below the best. */
  private whole(best: Best, stop: () => boolean): void {
    const { shape, random } = this
    const { low, joins, round, grows } = this.habits
    const room = best.length - shape.bound
    const ceiling = Math.floor(shape.bound + room * (low + (0.95 - low) * random()))
    // now and then with prints joined whose sides match
    const joined = random() < joins ? this.joined() : null
    const under = joined?.shape ?? shape
    const pass = this.way()
    const below = Math.max(shape.bound, Math.min(best.length - 1, ceiling))
    const seen = pass(under, below, this.wide, this.weights(pass === anyPass), stop)
    this.steps += seen.steps
    const spots = seen.spots ?? this.completed(under, seen.furthest)
    const shorter = spots !== null && this.took(joined ? joined.apart(spots) : spots)
    // where a pass takes long, a wider one is worth more than the same once more
    if (joined || (shorter && round > 2)) return
    this.fails += 1
    if (this.fails < round) return
    this.fails = 0
    this.wide = Math.min(Math.ceil(WIDEST / shape.count), Math.ceil(this.wide * grows))
  }

  /**
   * A part of the best laid again: stretches of the strip that a cut from edge to edge bounds, some of them, shorter than
   * they were. False: there are none, or this came to nothing.
   */
  private partAgain(best: Best, stop: () => boolean): boolean {
    const { shape, random } = this
    const slabs = slabsOf(best.spots)
    if (slabs.length < 3) return false
    const most = 6 + Math.floor(random() * 30)
    const chosen: Slab[] = []
    let n = 0
    for (const slab of shuffled(slabs, random)) {
      if (chosen.length > 0 && n + slab.spots.length > most) continue
      chosen.push(slab)
      n += slab.spots.length
    }
    if (chosen.length < 2 || chosen.length === slabs.length) return false
    const spots = chosen.flatMap((s) => s.spots)
    const part = partOf(shape, spots)
    const was = chosen.reduce((sum, s) => sum + s.length, 0)
    if (part.bound >= was) return false
    const ceiling = Math.min(was - 1, Math.floor(part.bound + (was - part.bound) * (0.4 + 0.6 * random())))
    const pass = this.way()
    const seen = pass(part, ceiling, Math.max(12, Math.ceil(1200 / n)), this.weights(pass === anyPass), stop)
    this.steps += seen.steps
    if (!seen.spots) return false
    const kept = slabs.filter((s) => !chosen.includes(s))
    let y = lengthOf(seen.spots)
    const rest = kept.flatMap((s) => {
      const at = y
      y += s.length
      return s.spots.map((spot) => ({ ...spot, y: spot.y - s.from + at }))
    })
    return this.took([...seen.spots, ...rest])
  }

  /**
   * A good plan laid on from somewhere in its middle, or backwards from there, as any cut may be. Of few sizes many plans
   * are about as short, and the way to a shorter one leads over longer ones: there it may come out a little longer, and
   * goes on from that. False: nothing came of it.
   */
  private restAgain(best: Best, stop: () => boolean): boolean {
    const { ask, shape, random } = this
    const { few } = this.habits
    if (ask.cut !== 'any') return false
    const far = best.length * FAR
    if (!few || !this.now || this.now.length > best.length + far || random() < HOME) this.now = best
    const { spots, length } = this.now
    const back = random() < 0.5
    const lies = back ? spots.map((s) => ({ ...s, y: length - s.y - s.stance.h })) : spots
    const from = length * (0.1 + 0.7 * random())
    const kept = lies.filter((s) => s.y < from)
    const n = shape.count - kept.length
    if (n < 3) return false
    const longer = few && random() < 0.5
    const ceiling = longer
      ? length + far * random()
      : shape.bound + (best.length - 1 - shape.bound) * (0.8 + 0.2 * random())
    const wide = Math.max(12, Math.ceil((longer ? 300 : 1200) / n))
    const seen = anyPass(shape, Math.floor(ceiling), wide, this.weights(true), stop, kept)
    this.steps += seen.steps
    if (!seen.spots) return false
    this.now = { spots: seen.spots, length: lengthOf(seen.spots) }
    return this.took(seen.spots)
  }

  /** What a pass came to, and the prints that it had no room for behind it; null: that is no shorter than the best. */
  private completed(shape: Shape, furthest: readonly Spot[]): readonly Spot[] | null {
    if (furthest.length === 0) return null
    const from = lengthOf(furthest)
    const left = shape.kinds.map((k) => k.members.length)
    for (const s of furthest) left[s.stance.kind] = (left[s.stance.kind] as number) - 1
    const rest = shape.kinds.reduce((sum, k, i) => sum + k.w * k.h * (left[i] as number), 0)
    const room = this.best ? this.best.length - 1 - from : Number.POSITIVE_INFINITY
    if (rest / shape.width > room) return null
    const kinds = shape.kinds.map((k, i) => ({ ...k, members: k.members.slice(0, left[i]) }))
    const behind = withKinds({ ...shape, area: rest }, kinds, shape.stances)
    for (let ceiling = Math.ceil(rest / shape.width), n = 0; n < 12; n++) {
      if (ceiling > room) return null
      const seen = straightPass(behind, ceiling, 3, FIRST, () => false)
      this.steps += seen.steps
      if (seen.spots) return [...furthest, ...seen.spots.map((s) => ({ ...s, y: s.y + from }))]
      ceiling = Math.ceil(ceiling * 1.12) + 1
    }
    return null
  }

  private joined(): Merged {
    const { shape, random } = this
    const most = 1 + Math.floor(random() * Math.min(40, shape.count * 0.7))
    return merged(shape, random, most, Math.max(shape.width, shape.bound * 0.6))
  }

  /** Whether that is shorter than the best. */
  private took(spots: readonly Spot[]): boolean {
    const length = lengthOf(spots)
    if (this.best && length >= this.best.length) return false
    this.best = { spots, length }
    return true
  }
}

const lengthOf = (spots: readonly Spot[]): number => spots.reduce((most, s) => Math.max(most, s.y + s.stance.h), 0)

/** The plan in micrometres: prints where they lie, in their own sizes. */
function planOf(ask: NestAsk, shape: Shape, spots: readonly Spot[]): Plan {
  const used = shape.kinds.map(() => 0)
  const margin = up(ask.margin) * GRID
  const laid = spots.map(({ stance, x, y }) => {
    const kind = shape.kinds[stance.kind]
    const n = used[stance.kind] ?? 0
    used[stance.kind] = n + 1
    const i = kind?.members[n] as number
    const item = ask.items[i]
    if (!kind || !item) throw new Error('a print that was asked')
    // a kind stands for its members either way round: how this one lies is seen by its width
    const across = stance.w - shape.gap
    const turned = !(up(item.w) === across && up(item.h) === stance.h - shape.gap)
    const [w, h] = turned ? [item.h, item.w] : [item.w, item.h]
    return { i, x: x * GRID + margin, y: y * GRID, w, h, turned }
  })
  return { laid, length: laid.reduce((most, p) => Math.max(most, p.y + p.h), 0) }
}
