import type { Intent } from '@/core/preset/settings'
import type { Conversion } from '@/core/print/colour'
import { bad, ok, type Result } from '@/core/result/result'
import { type GreyWay, weightsOf } from '@/core/tone/to-grey'
import type { Problem } from '@/core/words/problems'
import { openConverter, type Pixels } from '@/server/imaging/convert'

/** A profile that numbers are converted to, and how. */
export type Target = {
  readonly profile: Uint8Array
  readonly name: string
  readonly intent: Intent
  readonly blackPoint: boolean
}

/** What is known of a picture before its samples are worked on. */
export type Samples = {
  /** of its file, for sentences */
  readonly name: string
  readonly channels: 1 | 3
  /** octets a sample */
  readonly bytes: 1 | 2
  /** the profile that describes its numbers; null: none counts */
  readonly icc: Uint8Array | null
}

/** What is done to a picture's numbers between decoding and laying. */
export type Treatment = {
  readonly convert: Conversion
  readonly target: Target | null
  /** how colour becomes grey first; null: it stays as it is */
  readonly grey: GreyWay | null
  /** device grey for each step of the black that is asked for, 0 to 65535; null: as it is */
  readonly curve: readonly number[] | null
}

/** An open stage: `run` as often as there are rows, then `close`. */
export type Stage = {
  /** of what it hands on */
  readonly channels: 1 | 3
  readonly bytes: 1 | 2
  readonly run: (data: Pixels['data']) => Pixels['data']
  readonly close: () => void
}

/** One kind of stage; opens to null where it has nothing to do with a picture. */
export type StageKind = {
  readonly name: string
  readonly open: (samples: Samples, how: Treatment) => Promise<Result<Stage | null, Problem>>
}

const profileConversion: StageKind = {
  name: 'profile conversion',
  async open({ name, channels, bytes, icc }, { convert, target }) {
    if (convert === 'nothing') return ok(null)
    const opened = await openConverter({
      ...{ source: icc, target: convert === 'to sRGB' ? null : (target?.profile ?? null), bytes, channels },
      ...{ intent: target?.intent ?? 'relative', blackPoint: target?.blackPoint ?? true },
    })
    if (opened.ok) return opened
    const why =
      opened.problem.broken === 'source'
        ? `the profile in ${name} is broken. Ask for the picture with a sound profile.`
        : `the profile ${target?.name ?? 'sRGB'} cannot be used for this picture. Check it under Presets.`
    return bad({ code: 'render_failed', why })
  },
}

const MOST = 65_535

/** sRGB to light and back (IEC 61966-2-1). */
const toLight = (v: number): number => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)
const fromLight = (y: number): number => (y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055)
const STEPS = 65_535
const encoded = (): Uint16Array =>
  Uint16Array.from({ length: STEPS + 1 }, (_, i) => Math.round(MOST * fromLight(i / STEPS)))

/** A colour picture as grey, by a weighting of its light, in 16 bits. Its numbers are sRGB by now, or taken as such. */
const toGrey: StageKind = {
  name: 'to grey',
  async open({ channels, bytes }, { grey, convert }) {
    // what was converted to a printer's profile is no light any more
    if (!grey || channels !== 3 || convert === 'to the profile') return ok(null)
    const [r, g, b] = weightsOf(grey)
    const levels = bytes === 2 ? MOST : 255
    const light = Float32Array.from({ length: levels + 1 }, (_, v) => toLight(v / levels))
    const back = encoded()
    return ok({
      ...{ channels: 1, bytes: 2 },
      run: (data) => {
        const out = new Uint16Array(data.length / 3)
        for (let i = 0, at = 0; i < out.length; i++, at += 3) {
          const y =
            r * (light[data[at] as number] as number) +
            g * (light[data[at + 1] as number] as number) +
            b * (light[data[at + 2] as number] as number)
          out[i] = back[Math.min(STEPS, Math.round(y * STEPS))] as number
        }
        return out
      },
      close: () => {},
    })
  },
}

/** A tone curve on grey, in 16 bits whatever comes in: what 8 bits would take together stays apart. */
const toneCurve: StageKind = {
  name: 'tone curve',
  async open({ channels, bytes }, { curve }) {
    if (!curve || channels !== 1) return ok(null)
    const levels = bytes === 2 ? MOST : 255
    // by the sample that comes in: 0 is black, so the table is read from its other end
    const table = Uint16Array.from({ length: levels + 1 }, (_, v) => {
      const at = (1 - v / levels) * (curve.length - 1)
      const i = Math.min(curve.length - 2, Math.floor(at))
      const [low, high] = [curve[i] ?? 0, curve[i + 1] ?? 0]
      return MOST - Math.round(low + (at - i) * (high - low))
    })
    return ok({
      ...{ channels: 1, bytes: 2 },
      run: (data) => Uint16Array.from(data, (v) => table[v] as number),
      close: () => {},
    })
  },
}

/** The stages that every picture goes through, in their order. */
const STAGES: readonly StageKind[] = [profileConversion, toGrey, toneCurve]

/** Opens the stages that have something to do. What was opened is closed again when one cannot be. */
export async function openStages(
  samples: Samples,
  how: Treatment,
  kinds: readonly StageKind[] = STAGES,
): Promise<Result<readonly Stage[], Problem>> {
  const opened: Stage[] = []
  for (const kind of kinds) {
    const { channels, bytes } = opened.at(-1) ?? samples
    const stage = await kind.open({ ...samples, channels, bytes }, how)
    if (!stage.ok) {
      for (const s of opened) s.close()
      return stage
    }
    if (stage.value) opened.push(stage.value)
  }
  return ok(opened)
}

/** Values through all stages. */
export const through = (stages: readonly Stage[], values: Pixels['data']): Pixels['data'] =>
  stages.reduce((data, stage) => stage.run(data), values)
