import type { LengthUnit } from '@/core/length/length'
import { tradeLength, tradeNumber } from '@/core/length/write'
import type { SizeVerdict } from '@/core/printer/size-verdict'
import { saySizeProblem } from './checks'
import { listed } from './count'

/**
 * What a feed makes of a size, in a sentence.
 * @example sayVerdict({ ...VERDICT, taken: true }, 'mm') // 'takes it'
 */
export function sayVerdict(v: SizeVerdict, unit: LengthUnit): string {
  const [problem] = v.fit.problems
  if (problem) return saySizeProblem(problem, v.feedName, unit)
  const long = v.tooLongFor.map((m) => `${m.name} (${tradeLength(m.longest, unit)})`)
  if (!v.taken) return `No media setting prints so long: ${listed(long)}.`
  const how = v.roll
    ? 'takes it as a length from a roll of its width'
    : v.fit.turned
      ? 'takes it long edge first'
      : 'takes it'
  return long.length === 0 ? how : `${how}, too long for ${listed(long)}`
}

/**
 * Whether a feed prints a size to its edges.
 * @example sayVerdictBorderless({ ...VERDICT, borderlessClosed: null }, 'mm') // 'allowed'
 */
export function sayVerdictBorderless({ borderlessClosed: why, taken }: SizeVerdict, unit: LengthUnit): string {
  if (!taken) return ''
  switch (why?.code) {
    case undefined:
      return 'allowed'
    case 'borderless_not_on_feed':
      return 'not on this feed'
    case 'borderless_not_on_width':
      return `only ${why.widths.map((w) => tradeNumber(w, unit)).join(', ')} ${unit} across, of any length`
    case 'borderless_not_on_media_setting':
      return `not with ${why.mediaSetting}`
  }
}
