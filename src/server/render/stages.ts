import type { Intent } from '@/core/preset/settings'
import type { Conversion } from '@/core/print/colour'
import { bad, ok, type Result } from '@/core/result/result'
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
export type Treatment = { readonly convert: Conversion; readonly target: Target | null }

/** An open stage: `run` as often as there are rows, then `close`. */
export type Stage = {
  /** of what it hands on */
  readonly channels: 1 | 3
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

/** The stages that every picture goes through, in their order. */
const STAGES: readonly StageKind[] = [profileConversion]

/** Opens the stages that have something to do. What was opened is closed again when one cannot be. */
export async function openStages(
  samples: Samples,
  how: Treatment,
  kinds: readonly StageKind[] = STAGES,
): Promise<Result<readonly Stage[], Problem>> {
  const opened: Stage[] = []
  for (const kind of kinds) {
    const channels = opened.at(-1)?.channels ?? samples.channels
    const stage = await kind.open({ ...samples, channels }, how)
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
