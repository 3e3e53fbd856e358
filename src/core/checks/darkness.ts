import { ANY_DARKNESS } from '@/core/printer/facts'
import { type Check, found } from './check'

/** Darkness counts only in the printer's own black-and-white way, and only in steps that its queue knows. */
export const darknessKnown: Check = {
  id: 'darkness',
  about: 'the queue knows this darkness',
  of: 'print',
  run: ({ print, version }) => {
    if (version?.settings.colourMode !== 'monochrome') return null
    const { least, most, step } = version.darkness ?? ANY_DARKNESS
    const { darkness } = print
    return darkness < least || darkness > most || darkness % step !== 0
      ? found('stop', { code: 'darkness_out', is: darkness, least, most, step, queue: version.queueName })
      : found('fine', { code: 'darkness_known' })
  },
}
