import type { ToneCheck, ToneReading } from '@/contract/views/tone'
import { type Judged, judge, rankedByEye, stepsApart } from '@/core/tone/rank'
import type { Reading } from '@/core/tone/reading'

/** A check with the reading that counts, and what is said of it. */
export type JudgedCheck = {
  readonly check: ToneCheck
  readonly reading: ToneReading
  readonly measured: Reading
  readonly judged: Judged
}

/** The newest reading of a check that measures lightness; null: it was not read so yet. */
export function judgedCheck(check: ToneCheck): JudgedCheck | null {
  for (const reading of check.readings) {
    const { body } = reading
    if (body.kind === 'eye') continue
    return { check, reading, measured: body, judged: judge(body) }
  }
  return null
}

/** What an eye told apart on checks that nobody measured, the best first; nothing where fewer than two were looked at. */
export function byEye(
  checks: readonly ToneCheck[],
): readonly { readonly check: ToneCheck; readonly apart: number; readonly of: number }[] {
  const seen = checks.flatMap((check) => {
    if (judgedCheck(check)) return []
    const eye = check.readings.flatMap(({ body }) => (body.kind === 'eye' ? [body] : []))[0]
    return eye ? [{ check, lightest: eye.lightest, deepest: eye.deepest, steps: check.layout.steps }] : []
  })
  if (seen.length < 2) return []
  return rankedByEye(seen).flatMap((i) => {
    const one = seen[i]
    return one ? [{ check: one.check, apart: stepsApart(one), of: one.steps }] : []
  })
}

/** How a reading was made, in a few words. */
export function sayReading({ body }: ToneReading): string {
  switch (body.kind) {
    case 'scan':
      return `scanned, within ${body.within} L*`
    case 'instrument':
      return `meter, within ${body.within} L*`
    case 'typed':
      return `typed, within ${body.within} L*`
    case 'eye':
      return `by eye, in ${body.light}`
  }
}

/** What a tone check is called where it stands alone. */
export const nameOf = ({ mediaSetting, darkness, darknessName, through }: ToneCheck): string =>
  [mediaSetting, ...(darkness === 0 ? [] : [darknessName]), ...(through ? ['through its curve'] : [])].join(', ')

/** What tone checks are called beside each other: those of one name are told apart by their version, or by their code. */
export function namesOf(checks: readonly JudgedCheck[]): (check: ToneCheck) => string {
  const all = checks.map((c) => c.check)
  return (check) => {
    const alike = all.filter((c) => nameOf(c) === nameOf(check))
    if (alike.length < 2) return nameOf(check)
    const versions = new Set(alike.map((c) => `${c.presetId} ${c.versionNumber}`))
    return `${nameOf(check)}, ${versions.size === alike.length ? `version ${check.versionNumber}` : check.code}`
  }
}
