import { DOCUMENT_SECONDS, type Machine } from './machine'
import { marginsOn, type Path, type Queue, type Sides, type Source } from './models'
import {
  type Attr,
  attrs,
  bool,
  charset,
  coll,
  date,
  enumeration,
  int,
  keyword,
  language,
  mime,
  name,
  noValue,
  range,
  resolution,
  text,
  uri,
  type Value,
} from './wire'

export const OPERATIONS = [0x0002, 0x0004, 0x0005, 0x0006, 0x0008, 0x0009, 0x000a, 0x000b, 0x003c]
export const FORMATS = ['image/pwg-raster', 'image/jpeg']
export const RENDERING_INTENTS = ['auto', 'perceptual', 'relative', 'relative-bpc']

/** Hundredths of a millimetre, the unit of media sizes in PWG 5100.7. */
const h = (mm: number): number => Math.round(mm * 100)

/** Sizes that printers of this kind know by name, mm: PWG 5101.1. */
const KNOWN: readonly (readonly [name: string, width: number, length: number])[] = [
  ['iso_a6_105x148mm', 105, 148],
  ['iso_a5_148x210mm', 148, 210],
  ['iso_a4_210x297mm', 210, 297],
  ['iso_a3_297x420mm', 297, 420],
  ['iso_a2_420x594mm', 420, 594],
  ['jis_b4_257x364mm', 257, 364],
  ['na_letter_8.5x11in', 215.9, 279.4],
  ['na_index-4x6_4x6in', 101.6, 152.4],
  ['na_5x7_5x7in', 127, 177.8],
  ['na_govt-letter_8x10in', 203.2, 254],
  ['oe_photo-l_3.5x5in', 88.9, 127],
  ['na_super-b_13x19in', 330.2, 482.6],
]

const num = (mm: number): string => String(Math.round(mm * 100) / 100)
const sizeName = (w: number, l: number): string =>
  KNOWN.find(([, a, b]) => Math.abs(a - w) < 0.3 && Math.abs(b - l) < 0.3)?.[0] ??
  `custom_${num(w)}x${num(l)}mm_${num(w)}x${num(l)}mm`

const takes = (s: Source, w: number, l: number): boolean =>
  w >= s.width[0] && w <= s.width[1] + 0.1 && l >= s.length[0] && l <= s.length[1]

const NONE: Sides = { left: 0, right: 0, lead: 0, trail: 0 }

const mediaCol = (path: Path, size: Value, type: string | null, m: Sides): Value =>
  coll({
    'media-size': size,
    'media-source': keyword(path.source),
    ...(type === null ? {} : { 'media-type': keyword(type) }),
    'media-left-margin': int(h(m.left)),
    'media-right-margin': int(h(m.right)),
    'media-top-margin': int(h(m.lead)),
    'media-bottom-margin': int(h(m.trail)),
  })

const fixed = (w: number, l: number): Value => coll({ 'x-dimension': int(h(w)), 'y-dimension': int(h(l)) })
const ranged = (s: Source, from = s.width[0], to = s.width[1]): Value =>
  coll({ 'x-dimension': range(h(from), h(to)), 'y-dimension': range(h(s.length[0]), h(s.length[1])) })

export function sourceOf(machine: Machine, path: Path): Source {
  const source = machine.model.sources.find((s) => s.keyword === path.source)
  if (!source) throw new Error(`${machine.model.id} has no source ${path.source}`)
  return source
}

/** How long a job is that asks for no size, mm: on a roll a sheet of ISO 216's ratio is cut, not the whole roll. */
export const usualLength = ({ kind, holds }: Source): number =>
  kind === 'roll' ? Math.round(holds.width * Math.SQRT2) : holds.length

function database(machine: Machine, queue: Queue): Value[] {
  return queue.paths.flatMap((path) => {
    const source = sourceOf(machine, path)
    const known = KNOWN.filter(([, w, l]) => takes(source, w, l)).map(([, w, l]) =>
      mediaCol(path, fixed(w, l), null, marginsOn(path, w)),
    )
    // a hundredth of a millimetre apart, so that no width is told twice
    const ranges = path.narrow
      ? [
          mediaCol(path, ranged(source, source.width[0], path.narrow.upTo), null, path.narrow.margins),
          mediaCol(path, ranged(source, path.narrow.upTo + 0.01), null, path.margins),
        ]
      : [mediaCol(path, ranged(source), null, path.margins)]
    const plain = [...known, ...ranges]
    if (!path.overspray) return plain
    const lengths = range(h(source.length[0]), h(source.length[1]))
    const free = path.borderlessWidths.length
      ? path.borderlessWidths.map((w) => coll({ 'x-dimension': int(h(w)), 'y-dimension': lengths }))
      : [ranged(source)]
    const types = path.borderlessTypes.length ? path.borderlessTypes : queue.types
    return [...plain, ...free.flatMap((size) => types.map((t) => mediaCol(path, size, t, NONE)))]
  })
}

const distinct = (list: readonly number[]): Value[] => [...new Set(list)].sort((a, b) => a - b).map(int)

/** All printer attributes of one queue (RFC 8011 section 5.4, PWG 5100.7, PWG 5100.13). */
export function printerAttributes(machine: Machine, queue: Queue, base: string): Attr[] {
  const { model } = machine
  const paths = queue.paths
  const anyFree = paths.some((p) => p.overspray)
  const margins = (side: 'left' | 'right' | 'lead' | 'trail'): Value[] =>
    distinct([
      ...(anyFree ? [0] : []),
      ...paths.flatMap((p) => [p.margins, ...(p.narrow ? [p.narrow.margins] : [])]).map((m) => h(m[side])),
    ])
  const ready = paths.flatMap((path) => {
    const held = machine.holds.get(path.source)
    return held && held.left >= 1 ? [{ path, held }] : []
  })
  const names = [
    ...new Set(paths.flatMap((p) => KNOWN.filter(([, w, l]) => takes(sourceOf(machine, p), w, l)).map(([n]) => n))),
  ]
  const stops = machine.reasons.length > 0 ? machine.reasons : ['none']
  const ppis = [...new Set(queue.qualities.map((q) => q.ppi))]
  const levels = model.inks.map((i) => Math.round((100 * (machine.ink.get(i.name) ?? 0)) / 80))
  const now = new Date()
  const [q0] = queue.qualities
  const [p0] = paths
  if (!q0 || !p0) throw new Error('a queue without qualities or paths')
  const s0 = sourceOf(machine, p0)
  return attrs({
    'printer-uri-supported': uri(`ipp://${base}${queue.path}`),
    'uri-authentication-supported': keyword('none'),
    'uri-security-supported': keyword('none'),
    'printer-name': name(queue.name),
    'printer-info': text(model.info),
    'printer-location': text(''),
    'printer-make-and-model': text(model.makeModel),
    'printer-uuid': uri(
      `urn:uuid:00000000-0000-4000-8000-${Buffer.from(model.id.padEnd(6, '-')).toString('hex').slice(0, 12)}`,
    ),
    'printer-more-info': uri(`http://${base}/`),
    'printer-state': enumeration({ idle: 3, processing: 4, stopped: 5 }[machine.state]),
    'printer-state-reasons': stops.map(keyword),
    'printer-state-message': text(stops[0] === 'none' ? machine.state : String(stops[0]).replaceAll('-', ' ')),
    'printer-is-accepting-jobs': bool(machine.accepting),
    'queued-job-count': int(machine.jobs.filter((j) => j.state < 7).length),
    'printer-up-time': int(Math.max(1, Math.round((Date.now() - machine.started) / 1000))),
    'printer-current-time': date(now),
    'ipp-versions-supported': ['1.1', '2.0'].map(keyword),
    'operations-supported': OPERATIONS.map(enumeration),
    'charset-configured': charset('utf-8'),
    'charset-supported': charset('utf-8'),
    'natural-language-configured': language('en'),
    'generated-natural-language-supported': language('en'),
    'document-format-default': mime('image/pwg-raster'),
    'document-format-supported': FORMATS.map(mime),
    'pdl-override-supported': keyword('attempted'),
    'compression-supported': keyword('none'),
    'multiple-document-jobs-supported': bool(false),
    'multiple-operation-time-out': int(DOCUMENT_SECONDS),
    'multiple-operation-time-out-action': keyword('abort-job'),
    'which-jobs-supported': ['completed', 'not-completed', 'all'].map(keyword),
    'job-ids-supported': bool(false),
    'identify-actions-default': keyword('display'),
    'identify-actions-supported': ['display', 'sound'].map(keyword),
    'color-supported': bool(true),
    'pages-per-minute': int(1),
    'pages-per-minute-color': int(1),
    'copies-default': int(machine.copiesSet),
    'copies-supported': range(1, 99),
    'finishings-default': enumeration(3),
    'finishings-supported': enumeration(3),
    'orientation-requested-default': noValue,
    'orientation-requested-supported': enumeration(3),
    'output-bin-default': keyword('face-up'),
    'output-bin-supported': keyword('face-up'),
    'sides-default': keyword('one-sided'),
    'sides-supported': keyword('one-sided'),
    'media-default': keyword(sizeName(s0.holds.width, usualLength(s0))),
    'media-supported': [
      ...names.map(keyword),
      keyword(`custom_min_${num(s0.width[0])}x${num(s0.length[0])}mm`),
      keyword(`custom_max_${num(s0.width[1])}x${num(s0.length[1])}mm`),
    ],
    'media-ready': ready.map(({ held, path }) =>
      keyword(
        sourceOf(machine, path).kind === 'roll' ? sizeName(held.width, held.left) : sizeName(held.width, held.length),
      ),
    ),
    'media-col-default': mediaCol(
      p0,
      fixed(s0.holds.width, usualLength(s0)),
      queue.types[0] ?? null,
      marginsOn(p0, s0.holds.width),
    ),
    'media-col-ready': ready.map(({ path, held }) =>
      mediaCol(
        path,
        fixed(held.width, sourceOf(machine, path).kind === 'roll' ? held.left : held.length),
        held.type,
        marginsOn(path, held.width),
      ),
    ),
    'media-col-supported': [
      'media-size',
      'media-source',
      'media-type',
      'media-left-margin',
      'media-right-margin',
      'media-top-margin',
      'media-bottom-margin',
    ].map(keyword),
    'media-col-database': database(machine, queue),
    'media-size-supported': [
      ...paths.flatMap((p) =>
        KNOWN.filter(([, w, l]) => takes(sourceOf(machine, p), w, l)).map(([, w, l]) => fixed(w, l)),
      ),
      ...paths.map((p) => ranged(sourceOf(machine, p))),
    ],
    'media-source-supported': paths.map((p) => keyword(p.source)),
    'media-type-supported': queue.types.map(keyword),
    'media-left-margin-supported': margins('left'),
    'media-right-margin-supported': margins('right'),
    'media-top-margin-supported': margins('lead'),
    'media-bottom-margin-supported': margins('trail'),
    'print-quality-default': enumeration(q0.value),
    'print-quality-supported': queue.qualities.map((q) => enumeration(q.value)),
    'print-color-mode-default': keyword('color'),
    'print-color-mode-supported': ['auto', 'color', ...(queue.monochrome ? ['monochrome'] : [])].map(keyword),
    'print-rendering-intent-default': keyword('auto'),
    'print-rendering-intent-supported': RENDERING_INTENTS.map(keyword),
    'print-scaling-default': keyword('auto'),
    'print-scaling-supported': ['auto', 'auto-fit', 'fill', 'fit', 'none'].map(keyword),
    'printer-resolution-default': resolution(q0.ppi),
    'printer-resolution-supported': ppis.map(resolution),
    'pwg-raster-document-resolution-supported': ppis.map(resolution),
    'pwg-raster-document-type-supported': [
      'rgb_8',
      'rgb_16',
      'srgb_8',
      'srgb_16',
      'sgray_8',
      'sgray_16',
      'black_8',
      'black_16',
    ].map(keyword),
    'pwg-raster-document-sheet-back': keyword('normal'),
    'marker-names': model.inks.map((i) => name(i.name)),
    'marker-colors': model.inks.map((i) => name(i.colour)),
    'marker-types': model.inks.map(() => keyword('ink-cartridge')),
    'marker-levels': levels.map(int),
    'marker-low-levels': model.inks.map(() => int(10)),
    'marker-high-levels': model.inks.map(() => int(100)),
    'job-creation-attributes-supported': [
      'copies',
      'media',
      'media-col',
      'print-quality',
      'print-color-mode',
      'print-rendering-intent',
      'print-scaling',
      'printer-resolution',
      'sides',
      'ipp-attribute-fidelity',
      'job-name',
    ].map(keyword),
  })
}
