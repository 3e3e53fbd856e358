import { sharpFrom } from '@/core/placing/placing'
import { type Check, found } from './check'

/** The room's thresholds against the coarser of the two directions, after enlargement. */
export const resolutionEnough: Check = {
  id: 'resolution',
  about: 'enough pixels for this size',
  of: 'piece',
  run: ({ laid }, { room }) => {
    if (!laid) return null
    const ppi = Math.min(laid.ppi.across, laid.ppi.along)
    const what = (limit: number) => ({ code: 'resolution', ppi, limit, sharpFromUm: sharpFrom(ppi) }) as const
    if (ppi < room.stopPpi) return found('stop', what(room.stopPpi))
    return ppi < room.cautionPpi ? found('caution', what(room.cautionPpi)) : found('fine', what(room.cautionPpi))
  },
}
