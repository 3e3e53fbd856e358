import { curveFor } from '@/core/tone/use'
import { type Check, found } from './check'

/** Black-and-white is known when a wedge of this seal was read at this darkness, and nothing upset the printer since. */
export const toneChecked: Check = {
  id: 'tone',
  about: 'a tone check tells how black-and-white comes out',
  of: 'print',
  run: ({ print, version, pictures }) => {
    const tone = version?.tone
    if (!version || !tone || version.settings.colourMode !== 'monochrome') return null
    const { darkness } = print
    const check = tone.checks.find((c) => c.darkness === darkness)
    if (!check) {
      const others = [...new Set(tone.checks.map((c) => c.darkness))].sort((a, b) => a - b)
      return others.length === 0
        ? found('caution', { code: 'tone_unchecked', preset: version.presetName })
        : found('caution', {
            code: 'tone_other_darkness',
            is: darkness,
            checked: others,
            ...(version.darkness?.names ? { names: version.darkness.names } : {}),
          })
    }
    if (tone.since) return found('caution', { code: 'tone_stale', number: check.number, since: tone.since })
    const curve = curveFor(version, darkness)
    const coloured = print.grey === undefined && pictures.some((p) => p && !p.grey)
    if (curve && coloured) return found('caution', { code: 'tone_colour', number: check.number })
    const doubts = curve?.doubts ?? []
    if (curve && doubts.length > 0) return found('caution', { code: 'tone_doubtful', number: curve.number, doubts })
    return found('fine', { code: 'tone_checked', number: check.number, strength: curve?.strength ?? null })
  },
}
