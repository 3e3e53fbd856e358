import { minor } from '@/core/money/money'
import type { PlainPatch } from '@/core/slip/body'
import { patched } from '@/core/slip/body'
import type { Wanted } from '@/features/slip/wanted'
import { wantedOf } from '@/features/slip/wanted'
import { FACTS, PICTURE, PRINT, VERSION } from './slip-facts'

/** A print of a slip as its dialogs take it: on tests' version, with an address. */
export function wanted(patch: PlainPatch, more: Partial<Wanted> = {}): Wanted {
  const [one] = wantedOf({
    catalogue: {
      ...{
        versions: [VERSION],
        broken: [],
        tariff: FACTS.tariff,
        room: FACTS.room,
        currency: { code: 'EUR', exponent: 2 },
      },
      sizes: [{ id: 's', name: 'B4', short: FACTS.size?.short, long: FACTS.size?.long, unit: 'mm', pwg: '' } as never],
      stocks: [
        {
          ...{ id: 'st', paperId: 'paper', kind: 'sheet', pack: 50, price: minor(4750), count: 17, rolls: [] },
          ...{ width: FACTS.size?.short, length: FACTS.size?.long },
        } as never,
      ],
    },
    body: { title: 'Test', memberId: 'm', chargeTo: 'member', prints: [patched(PRINT, patch)] },
    pictureOf: (id) => (id === PICTURE.id ? PICTURE : null),
    ...{ runs: [], jobs: [], copies: {}, slipDone: false },
    addresses: { q: 'ipp://127.0.0.1:4791/ipp/print' },
  })
  if (!one) throw new Error('no print')
  return { ...one, ...more }
}
