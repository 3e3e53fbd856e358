import type { ToneCheck, ToneReading } from '@/contract/views/tone'
import { type Judged, judge } from '@/core/tone/rank'
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
