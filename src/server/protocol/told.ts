import { type Um, um } from '@/core/length/length'
import type { Heard } from '@/core/printer/heard'
import type { Told, ToldReady, ToldSource } from '@/core/printer/told'
import { type Edges, edges } from '@/core/sheet/sheet'
import { type Attributes, collectionsOf, numberOf, numbersOf, valuesOf, wordOf, wordsOf } from '@/formats/ipp/look'
import type { IppValue } from '@/formats/ipp/message'

/** Media sizes and margins come in hundredths of a millimetre (PWG 5100.7, 6.3). */
const UM_PER_UNIT = 10
const MOST_MARGIN = 200_000
const LEAST_SIDE = 30_000
const MOST_SIDE = 50_000_000
/** Rolls are what has a length range beyond this, or says so in its keyword. */
const ROLL_FROM = 2_000_000

type Span = { readonly min: Um; readonly max: Um; readonly fixed: boolean }
type Entry = {
  readonly source: string
  readonly type: string | null
  readonly w: Span
  readonly l: Span
  readonly margins: Edges
}

/**
 * What a printer's attributes say about sizes, margins, feeds, media settings, qualities, inks and what is loaded.
 * Whatever cannot be is left out and said in `ignored`, with the value that came.
 */
export function toldFrom(attributes: Attributes): Told {
  const ignored: string[] = []
  const database = collectionsOf(attributes, 'media-col-database')
  const given = database.length > 0 ? database : collectionsOf(attributes, 'media-col-ready')
  const entries = given.flatMap((c) => entryOf(c, ignored))
  if (database.length === 0)
    ignored.push('media-col-database did not come: feeds and margins are only those of what is loaded')
  // what raster may have goes before what the printer can do with other files (PWG 5102.4, 6.2)
  const raster = valuesOf(attributes, 'pwg-raster-document-resolution-supported')
  const resolutions = raster.length > 0 ? raster : valuesOf(attributes, 'printer-resolution-supported')
  return {
    makeModel: (wordOf(attributes, 'printer-make-and-model') ?? '').slice(0, 120),
    info: (wordOf(attributes, 'printer-info') ?? '').slice(0, 120),
    state:
      ({ 3: 'idle', 4: 'processing', 5: 'stopped' } as const)[numberOf(attributes, 'printer-state') ?? 0] ?? 'not told',
    stateReasons: wordsOf(attributes, 'printer-state-reasons').filter((r) => r !== 'none'),
    stateMessage: (wordOf(attributes, 'printer-state-message') ?? '').slice(0, 200),
    uris: wordsOf(attributes, 'printer-uri-supported').slice(0, 20),
    sizes: sizesOf(entries),
    formats: wordsOf(attributes, 'document-format-supported'),
    sources: sourcesOf(entries, ignored),
    mediaTypes: keywords(wordsOf(attributes, 'media-type-supported'), 'media-type', ignored),
    qualities: numbersOf(attributes, 'print-quality-supported').flatMap((q) => {
      if (q === 3 || q === 4 || q === 5) return [q] as const
      ignored.push(`print-quality ${q}: only 3, 4 and 5 have a meaning`)
      return []
    }),
    resolutions: [...new Set(resolutions.flatMap((r) => ppiOf(r, ignored)))],
    colourModes: wordsOf(attributes, 'print-color-mode-supported'),
    rasterTypes: wordsOf(attributes, 'pwg-raster-document-type-supported'),
    scaling: wordsOf(attributes, 'print-scaling-supported'),
    inks: inksOf(attributes, ignored),
    ready: collectionsOf(attributes, 'media-col-ready').flatMap((c) => readyOf(c)),
    ignored: ignored.slice(0, 60),
    attributes: attributes.length,
  }
}

/** What a printer says of itself now. What it does not say is null, or nothing. */
export const heardFrom = (attributes: Attributes): Heard => {
  const { ready, state, stateReasons } = toldFrom(attributes)
  return {
    ready,
    settings: {
      copies: numberOf(attributes, 'copies-default'),
      colourMode: wordOf(attributes, 'print-color-mode-default'),
    },
    state,
    reasons: stateReasons.slice(0, 40),
  }
}

const KEYWORD = /^[a-z0-9][a-z0-9._-]{0,60}$/

function keywords(words: readonly string[], what: string, ignored: string[]): readonly string[] {
  return [...new Set(words)].filter((w) => {
    if (KEYWORD.test(w)) return true
    ignored.push(`${what} “${w.slice(0, 60)}”: not a keyword`)
    return false
  })
}

function ppiOf(value: IppValue, ignored: string[]): readonly number[] {
  if (value.kind !== 'resolution') return []
  const by = value.units === 4 ? 2.54 : 1
  const ppi = Math.round(value.across * by)
  if (ppi >= 60 && ppi <= 2880 && value.across === value.along && (value.units === 3 || value.units === 4)) return [ppi]
  ignored.push(
    `resolution ${value.across} x ${value.along}${value.units === 4 ? ' per cm' : ''}: ${
      value.across !== value.along ? 'across and along differ' : 'not between 60 and 2880 dots per inch'
    }`,
  )
  return []
}

const scale = (n: number): Um => um(n * UM_PER_UNIT)

function spanOf(size: Attributes, name: string): Span | null {
  const [value] = valuesOf(size, name)
  if (value?.kind === 'integer') return { min: scale(value.value), max: scale(value.value), fixed: true }
  if (value?.kind === 'range') return { min: scale(value.lower), max: scale(value.upper), fixed: false }
  return null
}

const saySpan = (s: Span): string => (s.fixed ? `${s.min / 1000}` : `${s.min / 1000} to ${s.max / 1000}`)

/** One row of the database, or nothing when it contradicts itself. */
function entryOf(col: Attributes, ignored: string[]): readonly Entry[] {
  const [size] = collectionsOf(col, 'media-size')
  const w = size ? spanOf(size, 'x-dimension') : null
  const l = size ? spanOf(size, 'y-dimension') : null
  if (!w || !l) {
    ignored.push('a media-col without a size')
    return []
  }
  const says = `${saySpan(w)} x ${saySpan(l)} mm`
  if (
    w.min > w.max ||
    l.min > l.max ||
    w.min < LEAST_SIDE ||
    l.min < LEAST_SIDE ||
    w.max > MOST_SIDE ||
    l.max > MOST_SIDE
  ) {
    ignored.push(`media-col of ${says}: no sheet is so large or small`)
    return []
  }
  const margin = (side: string): number => (numberOf(col, `media-${side}-margin`) ?? -1) * UM_PER_UNIT
  const [left, right, top, bottom] = ['left', 'right', 'top', 'bottom'].map(margin)
  const all = [left, right, top, bottom].map((m) => m ?? -1)
  const [ml, mr, mt, mb] = all as [number, number, number, number]
  if (all.some((m) => m < 0 || m > MOST_MARGIN)) {
    ignored.push(`margins ${all.map((m) => m / 1000).join(', ')} mm on ${says}: negative, missing or absurd`)
    return []
  }
  if (ml + mr >= w.min || mt + mb >= l.min) {
    ignored.push(`margins ${all.map((m) => m / 1000).join(', ')} mm on ${says}: nothing would be left to print on`)
    return []
  }
  return [
    {
      source: wordOf(col, 'media-source') ?? 'auto',
      type: wordOf(col, 'media-type'),
      w,
      l,
      margins: edges(ml, mr, mt, mb),
    },
  ]
}

const borderless = (e: Entry): boolean =>
  e.margins.left === 0 && e.margins.right === 0 && e.margins.lead === 0 && e.margins.trail === 0

function sourcesOf(entries: readonly Entry[], ignored: string[]): readonly ToldSource[] {
  const keys = [...new Set(entries.map((e) => e.source))].filter((k) => KEYWORD.test(k))
  return keys.flatMap((keyword): ToldSource[] => {
    const mine = entries.filter((e) => e.source === keyword)
    const some = mine.filter((e) => !borderless(e))
    // a tray for borderless sheets alone has no other margins than none
    const plain = some.length > 0 ? some : mine
    const free = mine.filter(borderless)
    const maxLength = um(Math.max(...mine.map((e) => e.l.max)))
    return [
      {
        keyword,
        roll: keyword.includes('roll') || (maxLength > ROLL_FROM && mine.some((e) => !e.l.fixed)),
        minWidth: um(Math.min(...mine.map((e) => e.w.min))),
        maxWidth: um(Math.max(...mine.map((e) => e.w.max))),
        minLength: um(Math.min(...mine.map((e) => e.l.min))),
        maxLength,
        margins: marginRows(plain, keyword, ignored),
        borderless: free.length === 0 ? null : freeOf(free),
      },
    ]
  })
}

/** Rows by width: neighbouring widths with the same margins share a row; a width with two kinds of margins is said. */
function marginRows(plain: readonly Entry[], keyword: string, ignored: string[]): ToldSource['margins'] {
  const byWidth = new Map<Um, Entry>()
  for (const e of [...plain].sort((a, b) => a.w.max - b.w.max)) {
    const before = byWidth.get(e.w.max)
    if (before && !sameEdges(before.margins, e.margins)) {
      ignored.push(
        `feed ${keyword}, ${e.w.max / 1000} mm wide: two kinds of margins (${sayEdges(before.margins)} and ${sayEdges(e.margins)}); the larger are kept`,
      )
      byWidth.set(e.w.max, { ...e, margins: larger(before.margins, e.margins) })
    } else byWidth.set(e.w.max, e)
  }
  const rows: { upToWidth: Um | null; margins: Edges }[] = []
  for (const [width, e] of byWidth) {
    const last = rows.at(-1)
    if (last && sameEdges(last.margins, e.margins)) last.upToWidth = width
    else rows.push({ upToWidth: width, margins: e.margins })
  }
  const last = rows.at(-1)
  if (last) last.upToWidth = null
  return rows
}

const sameEdges = (a: Edges, b: Edges): boolean =>
  a.left === b.left && a.right === b.right && a.lead === b.lead && a.trail === b.trail
const sayEdges = (e: Edges): string => [e.left, e.right, e.lead, e.trail].map((v) => v / 1000).join(', ')
const larger = (a: Edges, b: Edges): Edges =>
  edges(Math.max(a.left, b.left), Math.max(a.right, b.right), Math.max(a.lead, b.lead), Math.max(a.trail, b.trail))

function freeOf(free: readonly Entry[]): ToldSource['borderless'] {
  const anyWidth = free.some((e) => !e.w.fixed)
  const types = free.map((e) => e.type)
  return {
    widths: anyWidth ? [] : [...new Set(free.map((e) => e.w.max))].sort((a, b) => a - b),
    mediaTypes: types.includes(null) ? [] : [...new Set(types.filter((t) => t !== null))],
  }
}

const nameOf = (text: string): string => text.trim().slice(0, 60)
const levelOf = (level: number): number | null => (level >= 0 && level <= 100 ? level : null)

/** Inks by marker attributes; by printer-supply (PWG 5100.13, 5.6.29) where those do not come. */
function inksOf(attributes: Attributes, ignored: string[]): Told['inks'] {
  const names = wordsOf(attributes, 'marker-names')
  if (names.length === 0) return suppliesOf(attributes)
  const colours = wordsOf(attributes, 'marker-colors')
  const levels = numbersOf(attributes, 'marker-levels')
  if (levels.length > 0 && levels.length !== names.length)
    ignored.push(`${levels.length} ink levels for ${names.length} inks: levels left out`)
  return names.slice(0, 40).map((name, i) => ({
    name: nameOf(name),
    colour: /^#[0-9a-fA-F]{6}$/.test(colours[i] ?? '') ? (colours[i] ?? '') : '',
    level: levelOf(levels.length === names.length ? (levels[i] ?? -1) : -1),
  }))
}

/** printer-supply is `key=value;` pairs; a level counts against its own maximum, -2 and -3 are "not known" (RFC 3805). */
function suppliesOf(attributes: Attributes): Told['inks'] {
  const descriptions = wordsOf(attributes, 'printer-supply-description')
  return octetsOf(attributes, 'printer-supply')
    .slice(0, 40)
    .flatMap((text, i) => {
      const fields = new Map(
        text.split(';').flatMap((pair): [string, string][] => {
          const [key = '', value = ''] = pair.split('=')
          return key === '' ? [] : [[key.trim().toLowerCase(), value.trim()]]
        }),
      )
      if (!/^(ink|toner)/i.test(fields.get('type') ?? '')) return []
      const [level, most] = [Number(fields.get('level') ?? -2), Number(fields.get('maxcapacity') ?? 100)]
      const name = nameOf(descriptions[i] ?? fields.get('colorantname') ?? '')
      if (name === '') return []
      return [{ name, colour: '', level: most > 0 && level >= 0 ? levelOf(Math.round((100 * level) / most)) : null }]
    })
}

const octetsOf = (attributes: Attributes, name: string): readonly string[] =>
  valuesOf(attributes, name).flatMap((v) =>
    'bytes' in v
      ? [Buffer.from(v.bytes).toString('utf8')]
      : 'value' in v && typeof v.value === 'string'
        ? [v.value]
        : [],
  )

const MOST_SIZES = 400

/** Sizes told one by one, each once for a source. */
function sizesOf(entries: readonly Entry[]): Told['sizes'] {
  const fixed = entries.filter((e) => e.w.fixed && e.l.fixed)
  const seen = new Map(fixed.map((e) => [`${e.source} ${e.w.max} ${e.l.max}`, e]))
  return [...seen.values()].slice(0, MOST_SIZES).map((e) => ({ source: e.source, width: e.w.max, length: e.l.max }))
}

function readyOf(col: Attributes): readonly ToldReady[] {
  const [size] = collectionsOf(col, 'media-size')
  const w = size ? spanOf(size, 'x-dimension') : null
  const l = size ? spanOf(size, 'y-dimension') : null
  const source = wordOf(col, 'media-source')
  if (!w || !l || !source) return []
  return [{ source, width: w.max, length: l.max, mediaType: wordOf(col, 'media-type') }]
}
