import type { LengthUnit } from '@/core/length/length'
import { type Um, um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { EDGE_NAMES, type Edges, sameEdges } from '@/core/sheet/sheet'
import type { Feed, QueueFacts, QueueFeed } from './facts'
import type { Knowledge, Point } from './point'
import type { ToldSource } from './told'

/** Overspray is not part of what printers tell: this stands in for it until an edge check. */
const ASSUMED_OVERSPRAY = sameEdges(2000)
const ASSUMED_DRIFT = um(1000)

/** The room's feed that a source is: by its keyword, else by a feed of that name. */
function feedFor(source: ToldSource, k: Knowledge): Feed | null {
  const id = Object.entries(k.facts.ipp.sources).find(([, keyword]) => keyword === source.keyword)?.[0]
  return k.feeds.find((f) => f.id === id) ?? k.feeds.find((f) => f.name === source.keyword) ?? null
}

/**
 * The id of a feed that a printer told and the room does not know yet.
 * @example newFeedId('manual') // 'new:manual'
 */
export const newFeedId = (keyword: string): string => `new:${keyword}`

const sayEdges = (e: Edges, unit: LengthUnit): string => {
  const all = EDGE_NAMES.map((n) => e[n])
  return new Set(all).size === 1 && all[0] !== undefined
    ? `${writeLength(all[0], unit)} all round`
    : EDGE_NAMES.map((n) => `${n} ${writeLength(e[n], unit)}`).join(', ')
}

const sayRows = (rows: QueueFeed['margins'], unit: LengthUnit): string =>
  rows
    .map(
      (r) => `${r.upToWidth === null ? '' : `up to ${writeLength(r.upToWidth, unit)}: `}${sayEdges(r.margins, unit)}`,
    )
    .join('; ')

type Limits = Pick<Feed, 'minWidth' | 'maxWidth' | 'minLength' | 'maxLength'>

const limitsOf = ({ minWidth, maxWidth, minLength, maxLength }: Limits): Limits => ({
  ...{ minWidth, maxWidth, minLength, maxLength },
})

const sayLimits = (f: Limits, unit: LengthUnit): string =>
  `${writeLength(f.minWidth, unit)} to ${writeLength(f.maxWidth, unit)} wide, ${writeLength(f.minLength, unit)} to ${writeLength(f.maxLength, unit)} long`

type Free = { readonly widths: readonly Um[]; readonly types: readonly string[] } | null

const inOrder = (b: Free): Free => b && { widths: b.widths.toSorted((x, y) => x - y), types: b.types.toSorted() }

const sayFree = (b: Free, unit: LengthUnit): string =>
  b === null
    ? 'no'
    : `${b.widths.length === 0 ? 'every width' : b.widths.map((w) => writeLength(w, unit)).join(', ')}; ${
        b.types.length === 0 ? 'every media setting' : b.types.join(', ')
      }`

const withFeed = (k: Knowledge, feed: QueueFeed): Knowledge => ({
  ...k,
  facts: { ...k.facts, feeds: k.facts.feeds.map((f) => (f.feedId === feed.feedId ? feed : f)) },
})

/** Printers tell lengths in hundredths of a millimetre (PWG 5100.7): what is less apart is the same figure. */
const TOLD_STEP = 10

/** The figures of a value, whatever unit they are said in. */
const figures = (value: unknown): string =>
  JSON.stringify(value, (_key, v: unknown) => (typeof v === 'number' ? Math.round(v / TOLD_STEP) : v))

/** Two values side by side: the same by their figures; where the room's unit says unlike ones alike, in millimetres. */
function beside<T>(
  known: T,
  told: T,
  unit: LengthUnit,
  say: (value: T, unit: LengthUnit) => string,
): Pick<Point, 'known' | 'told' | 'same'> {
  const same = figures(known) === figures(told)
  const as = !same && say(known, unit) === say(told, unit) ? 'mm' : unit
  return { known: say(known, as), told: say(told, as), same }
}

/**
 * What is told of one source: its sizes, margins and borderless, or a feed that is not known yet.
 * @example sourcePoints({ ...MAIN, minWidth: 100000 }, KNOWN, 'mm').find((p) => !p.same).about // 'rear stack: sizes'
 */
export function sourcePoints(source: ToldSource, k: Knowledge, unit: LengthUnit): readonly Point[] {
  const feed = feedFor(source, k)
  const own = feed ? k.facts.feeds.find((f) => f.feedId === feed.id) : undefined
  if (!feed || !own) return [newFeedPoint(source, feed, unit)]
  const at = (now: Knowledge): QueueFeed => now.facts.feeds.find((f) => f.feedId === feed.id) ?? own
  const limits = limitsOf(source)
  const points: Point[] = [
    {
      id: `limits:${source.keyword}`,
      about: `${feed.name}: sizes`,
      ...beside(limitsOf(feed), limits, unit, sayLimits),
      assumes: null,
      apply: (now) => ({ ...now, feeds: now.feeds.map((f) => (f.id === feed.id ? { ...f, ...limits } : f)) }),
    },
    {
      id: `margins:${source.keyword}`,
      about: `${feed.name}: margins`,
      ...beside(own.margins, source.margins, unit, sayRows),
      assumes: null,
      apply: (now) => withFeed(now, { ...at(now), margins: source.margins }),
    },
  ]
  const known = own.borderless
    ? { widths: own.borderless.widths, types: own.borderless.mediaSettings.map((id) => k.facts.ipp.types[id] ?? id) }
    : null
  const tells = source.borderless ? { widths: source.borderless.widths, types: source.borderless.mediaTypes } : null
  points.push({
    id: `borderless:${source.keyword}`,
    about: `${feed.name}: borderless`,
    ...beside(inOrder(known), inOrder(tells), unit, sayFree),
    assumes: tells && !own.borderless ? overspraySays(unit) : null,
    apply: (now) => withFeed(now, { ...at(now), borderless: freeOf(source, at(now), now.facts) }),
  })
  return points
}

const overspraySays = (unit: LengthUnit): string =>
  `no printer tells its overspray: ${writeLength(ASSUMED_OVERSPRAY.left, unit)} until an edge check`

/** Media settings that the room has not taken over are left out: borderless on them means nothing here. */
function freeOf(source: ToldSource, own: QueueFeed | null, facts: QueueFacts): QueueFeed['borderless'] {
  if (!source.borderless) return null
  const ids = source.borderless.mediaTypes.flatMap((t) => {
    const m = facts.mediaSettings.find((s) => (facts.ipp.types[s.id] ?? s.id) === t)
    return m ? [m.id] : []
  })
  return {
    overspray: own?.borderless?.overspray ?? ASSUMED_OVERSPRAY,
    widths: source.borderless.widths,
    mediaSettings: source.borderless.mediaTypes.length > 0 && ids.length === 0 ? source.borderless.mediaTypes : ids,
  }
}

function newFeedPoint(source: ToldSource, known: Feed | null, unit: LengthUnit): Point {
  const id = known?.id ?? newFeedId(source.keyword)
  const feed: Feed = {
    id,
    name: source.keyword.replaceAll('-', ' '),
    kind: source.roll ? 'roll' : /manual|by-pass|single/.test(source.keyword) ? 'sheet' : 'stack',
    sheetsAtATime: 1,
    minWidth: source.minWidth,
    maxWidth: source.maxWidth,
    minLength: source.minLength,
    maxLength: source.maxLength,
    minThickness: um(50),
    maxThickness: um(500),
    minWeight: 0,
    maxWeight: 2000,
    pictureId: null,
    extraLength: um(0),
    loading: [],
  }
  return {
    id: `feed:${source.keyword}`,
    about: `feed ${source.keyword}`,
    known: known ? `known as ${known.name}, not to this queue` : 'not known',
    told: `${sayLimits(source, unit)}; margins ${sayRows(source.margins, unit)}; borderless: ${sayFree(
      source.borderless ? { widths: source.borderless.widths, types: source.borderless.mediaTypes } : null,
      unit,
    )}`,
    same: false,
    assumes: `how thick a sheet may be, and a drift of ${writeLength(ASSUMED_DRIFT, unit)}${
      source.borderless ? `; ${overspraySays(unit)}` : ''
    }`,
    apply: (now) => ({
      ...now,
      feeds: known ? now.feeds : [...now.feeds, feed],
      facts: {
        ...now.facts,
        feeds: [
          ...now.facts.feeds,
          {
            feedId: id,
            margins: source.margins,
            borderless: freeOf(source, null, now.facts),
            driftAcross: ASSUMED_DRIFT,
            driftAlong: ASSUMED_DRIFT,
          },
        ],
        ipp: { ...now.facts.ipp, sources: { ...now.facts.ipp.sources, [id]: source.keyword } },
      },
    }),
  }
}
