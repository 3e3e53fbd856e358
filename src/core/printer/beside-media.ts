import type { MediaSetting, Surface } from './facts'
import type { Knowledge, Point } from './point'
import type { Told } from './told'

/** Ink and time that stand in until somebody measures them. */
const ASSUMED_RATE = { minutesPerM2: 25, mlPerM2: 9 }

const SURFACE_WORDS: readonly (readonly [RegExp, readonly Surface[]])[] = [
  [/gloss/, ['gloss']],
  [/lust|satin|semi|pearl/, ['lustre', 'gloss']],
  [/cotton|rag|fine-art/, ['textured']],
  [/matte?|coated/, ['matte']],
  [/transfer|iron/, ['transfer']],
  [/plain|stationery|letterhead/, ['plain', 'matte']],
]

/**
 * A keyword as the room's own id: small letters, digits and hyphens.
 * @example idOfKeyword('photographic-matte') // 'photographic-matte'
 */
export const idOfKeyword = (keyword: string): string =>
  keyword.replace(/[^a-z0-9-]+/g, '-').replace(/^-+/, '') || 'type'

/**
 * A media type beside the room's media setting of that word, or as a new one.
 * @example typePoint('stationery', KNOWN)[0].told // 'stationery'
 */
export function typePoint(keyword: string, k: Knowledge): readonly Point[] {
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

/**
 * A print-quality beside the room's quality, or as a new one.
 * @example qualityPoint(4, TOLD, KNOWN)[0].same // true
 */
export function qualityPoint(value: 3 | 4 | 5, told: Told, k: Knowledge): readonly Point[] {
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
