import { pageColour } from '@/core/print/colour'
import { deliveryOf } from '@/core/print/delivery'
import { type Check, found } from './check'

/** Whether the printer takes what would be sent: it can still be printed from a file, so this stops nothing. */
export const printerTakes: Check = {
  id: 'delivery',
  about: 'the printer takes what would be sent',
  of: 'print',
  run: ({ version, pictures }) => {
    if (!version?.takes) return null
    const colour = pageColour(
      version.settings,
      pictures.map((p) => ({ grey: p?.grey ?? false, otherProfile: false })),
      version.profile?.grey ?? false,
    )
    const delivery = deliveryOf(version.takes, colour, version.quality.ppi)
    if (!delivery.ok) return found('caution', { code: 'not_taken', queue: version.queueName, why: delivery.problem })
    return found('fine', { code: 'taken' })
  },
}
