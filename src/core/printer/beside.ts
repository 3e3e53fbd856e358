import type { LengthUnit } from '@/core/length/length'
import { type Um, um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { EDGE_NAMES, type Edges, sameEdges } from '@/core/sheet/sheet'
import type { Feed, MediaSetting, QueueFacts, QueueFeed, Surface } from './facts'
import type { Told, ToldSource } from './told'

/** What the room knows about a printer as one queue drives it: what taking over changes. */
export type Knowledge = {
  readonly makeModel: string
  readonly feeds: readonly Feed[]
  readonly facts: QueueFacts
}

/** One thing that a printer told, beside what is known of it. */
export type Point = {
  readonly id: string
  readonly about: string
  readonly known: string
  readonly told: string
  /** nothing to take over: both say the same */
  readonly same: boolean
  /** what has to be assumed when it is taken over, because no printer tells it */
  readonly assumes: string | null
  readonly apply: (k: Knowledge) => Knowledge
}

/** Overspray is not part of what printers tell: this stands in for it until an edge check. */
const ASSUMED_OVERSPRAY = sameEdges(2000)
const ASSUMED_DRIFT = um(1000)
const ASSUMED_RATE = { minutesPerM2: 25, mlPerM2: 9 }

/** The points in the order in which a printer is set up: what it is, feeds, media settings, qualities, colour. */
export function pointsOf(told: Told, k: Knowledge, unit: LengthUnit): readonly Point[] {
  return [
    ...makePoint(told, k),
    ...told.sources.flatMap((s) => sourcePoints(s, k, unit)),
    ...told.mediaTypes.flatMap((t) => typePoint(t, k)),
    ...told.qualities.flatMap((q) => qualityPoint(q, told, k)),
    ...resolutionPoint(told, k),
    ...greyPoint(told, k),
  ]
}

/** Takes over the points with these ids, in their order; ids that are not among the points change nothing. */
export function takeOver(points: readonly Point[], ids: readonly string[], k: Knowledge): Knowledge {
  return points.filter((p) => ids.includes(p.id)).reduce((now, p) => p.apply(now), k)
}

function makePoint(told: Told, k: Knowledge): readonly Point[] {
  if (told.makeModel === '') return []
  return [
    {
      id: 'make',
      about: 'make and model',
      known: k.makeModel || 'nothing',
      told: told.makeModel,
      same: k.makeModel === told.makeModel,
      assumes: null,
      apply: (now) => ({ ...now, makeModel: told.makeModel }),
    },
  ]
}

/** The room's feed that a source is: by its keyword, else by a feed of that name. */
function feedFor(source: ToldSource, k: Knowledge): Feed | null {
  const id = Object.entries(k.facts.ipp.sources).find(([, keyword]) => keyword === source.keyword)?.[0]
  return k.feeds.find((f) => f.id === id) ?? k.feeds.find((f) => f.name === source.keyword) ?? null
}

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

const sayLimits = (f: Pick<Feed, 'minWidth' | 'maxWidth' | 'minLength' | 'maxLength'>, unit: LengthUnit): string =>
  `${writeLength(f.minWidth, unit)} to ${writeLength(f.maxWidth, unit)} wide, ${writeLength(f.minLength, unit)} to ${writeLength(f.maxLength, unit)} long`

const sayFree = (b: { widths: readonly Um[]; types: readonly string[] } | null, unit: LengthUnit): string =>
  b === null
    ? 'no'
    : `${b.widths.length === 0 ? 'every width' : b.widths.map((w) => writeLength(w, unit)).join(', ')}; ${
        b.types.length === 0 ? 'every media setting' : b.types.join(', ')
      }`

const withFeed = (k: Knowledge, feed: QueueFeed): Knowledge => ({
  ...k,
  facts: { ...k.facts, feeds: k.facts.feeds.map((f) => (f.feedId === feed.feedId ? feed : f)) },
})

function sourcePoints(source: ToldSource, k: Knowledge, unit: LengthUnit): readonly Point[] {
  const feed = feedFor(source, k)
  const own = feed ? k.facts.feeds.find((f) => f.feedId === feed.id) : undefined
  if (!feed || !own) return [newFeedPoint(source, feed, unit)]
  const at = (now: Knowledge): QueueFeed => now.facts.feeds.find((f) => f.feedId === feed.id) ?? own
  const limits = {
    minWidth: source.minWidth,
    maxWidth: source.maxWidth,
    minLength: source.minLength,
    maxLength: source.maxLength,
  }
  const points: Point[] = [
    {
      id: `limits:${source.keyword}`,
      about: `${feed.name}: sizes`,
      known: sayLimits(feed, unit),
      told: sayLimits(limits, unit),
      same: sayLimits(feed, unit) === sayLimits(limits, unit),
      assumes: null,
      apply: (now) => ({ ...now, feeds: now.feeds.map((f) => (f.id === feed.id ? { ...f, ...limits } : f)) }),
    },
    {
      id: `margins:${source.keyword}`,
      about: `${feed.name}: margins`,
      known: sayRows(own.margins, unit),
      told: sayRows(source.margins, unit),
      same: sayRows(own.margins, unit) === sayRows(source.margins, unit),
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
    known: sayFree(known, unit),
    told: sayFree(tells, unit),
    same: sayFree(known, unit) === sayFree(tells, unit),
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

const SURFACE_WORDS: readonly (readonly [RegExp, readonly Surface[]])[] = [
  [/gloss/, ['gloss']],
  [/lust|satin|semi|pearl/, ['lustre', 'gloss']],
  [/cotton|rag|fine-art/, ['cotton']],
  [/matte?|coated/, ['matte']],
  [/transfer|iron/, ['transfer']],
  [/plain|stationery|letterhead/, ['plain', 'matte']],
]

/** A keyword as the room's own id: small letters, digits and hyphens. */
export const idOfKeyword = (keyword: string): string =>
  keyword.replace(/[^a-z0-9-]+/g, '-').replace(/^-+/, '') || 'type'

function typePoint(keyword: string, k: Knowledge): readonly Point[] {
  const known = k.facts.mediaSettings.find((m) => (k.facts.ipp.types[m.id] ?? m.id) === keyword)
  if (known)
    return [
      {
        id: `type:${keyword}`,
        about: 'media setting',
        known: known.name,
        told: keyword,
        same: true,
        assumes: null,
        apply: (now) => now,
      },
    ]
  const surfaces =
    SURFACE_WORDS.find(([word]) => word.test(keyword))?.[1] ?? (['plain', 'matte', 'lustre', 'gloss'] as const)
  const id = idOfKeyword(keyword)
  return [
    {
      id: `type:${keyword}`,
      about: 'media setting',
      known: 'not known',
      told: keyword,
      same: false,
      assumes: `for ${surfaces.join(', ')} paper, ${ASSUMED_RATE.minutesPerM2} min and ${ASSUMED_RATE.mlPerM2} ml for a square metre`,
      apply: (now) => {
        const setting: MediaSetting = {
          id,
          name: keyword.replaceAll('-', ' ').replace(/^./, (c) => c.toUpperCase()),
          group: 'told by the printer',
          surfaces,
          blacks: ['photo', 'matte'],
          inkLimit: {},
          longest: null,
          rates: Object.fromEntries(now.facts.qualities.map((q) => [q.id, ASSUMED_RATE])),
        }
        return {
          ...now,
          facts: {
            ...now.facts,
            mediaSettings: [...now.facts.mediaSettings, setting],
            ipp:
              id === keyword ? now.facts.ipp : { ...now.facts.ipp, types: { ...now.facts.ipp.types, [id]: keyword } },
          },
        }
      },
    },
  ]
}

const QUALITY_NAMES = { 3: 'Draft', 4: 'Normal', 5: 'High' } as const

function qualityPoint(value: 3 | 4 | 5, told: Told, k: Knowledge): readonly Point[] {
  const id = Object.entries(k.facts.ipp.qualities).find(([, v]) => v === value)?.[0]
  const known = k.facts.qualities.find((q) => q.id === id)
  const says = QUALITY_NAMES[value].toLowerCase()
  if (known)
    return [
      {
        id: `quality:${value}`,
        about: 'quality',
        known: known.name,
        told: says,
        same: true,
        assumes: null,
        apply: (now) => now,
      },
    ]
  const ppi = value === 3 ? Math.min(...told.resolutions, k.facts.nativePpi) : Math.max(...told.resolutions, 60)
  return [
    {
      id: `quality:${value}`,
      about: 'quality',
      known: 'not known',
      told: says,
      same: false,
      assumes: `${ppi} ppi, and the same ink and time as other qualities`,
      apply: (now) => ({
        ...now,
        facts: {
          ...now.facts,
          qualities: [...now.facts.qualities, { id: says, name: QUALITY_NAMES[value], rank: value - 2, ppi }],
          mediaSettings: now.facts.mediaSettings.map((m) => ({
            ...m,
            rates: { ...m.rates, [says]: m.rates[says] ?? ASSUMED_RATE },
          })),
          ipp: { ...now.facts.ipp, qualities: { ...now.facts.ipp.qualities, [says]: value } },
        },
      }),
    },
  ]
}

function resolutionPoint(told: Told, k: Knowledge): readonly Point[] {
  if (told.resolutions.length === 0) return []
  const most = Math.max(...told.resolutions)
  return [
    {
      id: 'resolution',
      about: 'native resolution',
      known: `${k.facts.nativePpi} ppi`,
      told: `${told.resolutions.join(', ')} ppi`,
      same: k.facts.nativePpi === most,
      assumes: null,
      apply: (now) => ({ ...now, facts: { ...now.facts, nativePpi: most } }),
    },
  ]
}

function greyPoint(told: Told, k: Knowledge): readonly Point[] {
  if (told.colourModes.length === 0) return []
  const tells = told.colourModes.includes('monochrome')
  const knows = k.facts.printerColours.includes('grey mode')
  return [
    {
      id: 'grey',
      about: 'grey mode',
      known: knows ? 'yes' : 'no',
      told: tells ? 'yes' : 'no',
      same: tells === knows,
      assumes: null,
      apply: (now) => {
        const others = now.facts.printerColours.filter((c) => c !== 'grey mode')
        const kept = others.length > 0 ? others : (['own'] as const)
        return { ...now, facts: { ...now.facts, printerColours: tells ? [...kept, 'grey mode'] : kept } }
      },
    },
  ]
}
