import type { LengthUnit } from '@/core/length/length'
import { sourcePoints } from './beside-feeds'
import { qualityPoint, typePoint } from './beside-media'
import type { Knowledge, Point } from './point'
import type { Told } from './told'

/**
 * The points in the order in which a printer is set up: what it is, feeds, media settings, qualities, colour.
 * @example pointsOf({ ...TOLD, resolutions: [360] }, KNOWN, 'mm').filter((p) => !p.same).map((p) => p.id) // ['resolution']
 */
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

/**
 * Takes over the points with these ids, in their order; ids that are not among the points change nothing.
 * @example takeOver(pointsOf({ ...TOLD, resolutions: [360] }, KNOWN, 'mm'), ['resolution'], KNOWN).facts.nativePpi // 360
 */
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
  const knows = k.facts.colourModes.includes('monochrome')
  return [
    {
      id: 'grey',
      about: 'monochrome',
      known: knows ? 'yes' : 'no',
      told: tells ? 'yes' : 'no',
      same: tells === knows,
      assumes: null,
      apply: (now) => {
        const { colourModes, printerColours } = now.facts
        const others = colourModes.filter((m) => m !== 'monochrome')
        if (tells) return { ...now, facts: { ...now.facts, colourModes: [...others, 'monochrome'] } }
        const kept = printerColours.length > 0 ? printerColours : (['own'] as const)
        return { ...now, facts: { ...now.facts, colourModes: ['colour'], printerColours: kept } }
      },
    },
  ]
}
