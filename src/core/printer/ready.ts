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

/** Printers tell sizes in hundredths of a millimetre and round to the standard's names: half a millimetre is the same. */
const SAME_SIZE_UM = 500

const near = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_SIZE_UM

/**
 * The told size is as it feeds, the room's sheets lie short edge first, so both ways round are the same sheet; of a
 * roll only the width is compared, since a printer tells what is left on it. Order: as told.
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
    const fits = (p: Pick<Loaded, 'kind' | 'width' | 'length'>): boolean =>
      p.kind === 'roll'
        ? feed.kind === 'roll' && near(p.width, told.width)
        : feed.kind !== 'roll' &&
          ((near(p.width, told.width) && near(p.length, told.length)) ||
            (near(p.width, told.length) && near(p.length, told.width)))
    const setting = queue.mediaSettings.find((m) => (queue.ipp.types[m.id] ?? m.id) === told.mediaType)
    return {
      told,
      feed,
      same: loaded.some((l) => l.feedId === feed.id && fits(l)),
      offers: shelf.filter((s) => fits(s) && (setting?.surfaces.includes(s.surface) ?? true)).map((s) => s.item),
    }
  })
}
