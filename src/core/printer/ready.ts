import type { Um } from '@/core/length/length'
import type { Feed, QueueFacts, Surface } from './facts'
import type { ToldReady } from './told'

/** What somebody noted as loaded in a feed. A roll's length is that of a full one. */
export type Loaded = {
  readonly feedId: string
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
}

/** Paper of the room that could be in a feed: a stack of sheets, or one opened roll. */
export type Loadable<Item> = {
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
  readonly surface: Surface
  readonly item: Item
}

/** What a printer tells of one source, beside what is noted of that feed. */
export type ReadyBeside<Item> = {
  readonly told: ToldReady
  /** null: no feed of the room goes by this keyword */
  readonly feed: Feed | null
  /** what is noted has the told size */
  readonly same: boolean
  /** paper of the room with the told size, and of a surface that the told media type is for: no printer tells which */
  readonly offers: readonly Item[]
}

/** A printer measures its paper within this: guides and sensors are no better. um */
const SAME_SIZE = 1500

const near = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_SIZE

/** What a printer tells of the paper in a feed: its form as it feeds, and the surfaces that the told media type is for. */
export type ToldPaper = {
  readonly roll: boolean
  readonly width: Um
  readonly length: Um
  /** null, and none: it tells nothing of the kind */
  readonly surfaces: readonly Surface[] | null
}

/**
 * Whether a paper can be the one that a printer tells. Sheets lie short edge first in the room, so both ways round are the
 * same sheet; of a roll only the width is compared, since a printer tells what is left on it.
 * @example couldBe({ roll: false, width: um(297000), length: um(210500), surfaces: [] }, { kind: 'sheet', width: um(210000), length: um(297000), surface: 'matte' }) // true
 */
export function couldBe(told: ToldPaper, paper: Omit<Loaded, 'feedId'> & { readonly surface?: Surface }): boolean {
  const { surfaces } = told
  if ((paper.kind === 'roll') !== told.roll) return false
  if (paper.surface && surfaces && surfaces.length > 0 && !surfaces.includes(paper.surface)) return false
  const as = (width: Um, length: Um): boolean => near(paper.width, width) && near(paper.length, length)
  return told.roll ? near(paper.width, told.width) : as(told.width, told.length) || as(told.length, told.width)
}

/**
 * What a printer tells of its sources, each beside what is noted of that feed. Order: as told.
 * @example readyBeside([{ source: 'main', width: 257000, length: 364000, mediaType: null }], [VERSION.feed], QUEUE, [], [])[0].feed.name // 'rear stack'
 */
export function readyBeside<Item>(
  ready: readonly ToldReady[],
  feeds: readonly Feed[],
  queue: Pick<QueueFacts, 'ipp' | 'mediaSettings'>,
  loaded: readonly Loaded[],
  shelf: readonly Loadable<Item>[],
): readonly ReadyBeside<Item>[] {
  return ready.map((told) => {
    const feed = feeds.find((f) => (queue.ipp.sources[f.id] ?? f.name) === told.source) ?? null
    if (!feed) return { told, feed, same: false, offers: [] }
    const setting = queue.mediaSettings.find((m) => (queue.ipp.types[m.id] ?? m.id) === told.mediaType)
    const paper = { roll: feed.kind === 'roll', width: told.width, length: told.length }
    return {
      told,
      feed,
      same: loaded.some((l) => l.feedId === feed.id && couldBe({ ...paper, surfaces: null }, l)),
      offers: shelf.filter((s) => couldBe({ ...paper, surfaces: setting?.surfaces ?? null }, s)).map((s) => s.item),
    }
  })
}
