import { sharpFrom } from '@/core/placing/placing'
import { type Check, found } from './check'

/** The room's thresholds against the coarser of the two directions, after growth. */
export const resolutionEnough: Check = {
  id: 'resolution',
  about: 'enough pixels for this size',
  run: ({ room }, { print }) => {
    if (!print) return null
    const ppi = Math.min(print.ppi.across, print.ppi.along)
    const what = (limit: number) => ({ code: 'resolution', ppi, limit, sharpFromUm: sharpFrom(ppi) }) as const
    if (ppi < room.stopPpi) return found('stop', what(room.stopPpi))
    return ppi < room.lookPpi ? found('look', what(room.lookPpi)) : found('fine', what(room.lookPpi))
  },
}
