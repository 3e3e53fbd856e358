import { ANY_DARKNESS } from '@/core/printer/facts'
import { type Check, found } from './check'

/** Darkness counts only in the printer's own black-and-white way, and only in steps that its queue knows. */
export const darknessKnown: Check = {
  id: 'darkness',
  about: 'the queue knows this darkness',
  run: ({ body, version }) => {
    if (version?.settings.printerColour !== 'grey mode') return null
    const { least, most, step } = version.darkness ?? ANY_DARKNESS
    const { depth } = body
    return depth < least || depth > most || depth % step !== 0
      ? found('stop', { code: 'darkness_out', is: depth, least, most, step, queue: version.queueName })
      : found('fine', { code: 'darkness_known' })
  },
}
