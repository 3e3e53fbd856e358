import { describe, expect, it } from 'vitest'
import { needsOf } from '@/core/slip/needs'
import { outcomeOf } from '@/core/slip/outcome'
import { QUEUE } from '../../../test/example-facts'
import { rounded } from '../../../test/rounded'
import { VERSION } from '../../../test/slip-facts'
import { PRINTS } from '../../../test/whole-prints'
import { pageColour } from './colour'
import { deliveryOf, nearestPpi, takesNothing } from './delivery'
import { notSent, ticketFor } from './ticket'

const takes = (formats: string[], rasterTypes: string[] = [], resolutions: number[] = [], scaling: string[] = []) => ({
  ...{ formats, rasterTypes, resolutions, scaling },
})

describe('what is sent of every kind of print', () => {
  it.each(Object.entries(PRINTS))('%s', (_name, given) => {
    const { sheet } = outcomeOf(given)
    const { version } = given
    if (!sheet || !version) throw new Error('nothing to send')
    const margins = given.print.edge === 'margins' ? sheet.margins : null
    const colour = pageColour(version.settings, [{ grey: false, otherProfile: true }], false)
    const told = { sizes: [{ source: 'main', width: sheet.sheet.width, length: sheet.sheet.length }] } as never
    expect(
      rounded({
        colour,
        ticket: ticketFor(
          version,
          QUEUE.ipp,
          QUEUE.qualities,
          sheet.sheet,
          margins,
          { format: 'image/jpeg', ppi: 360 },
          told,
        ),
        byHand: notSent(version, given.print.darkness),
        needs: needsOf(version, sheet.sheet, sheet.roll, []),
        loaded: needsOf({ ...version, holdsBlack: 'photo' }, sheet.sheet, sheet.roll, [
          {
            feedId: version.feed.id,
            paperId: version.paper.id,
            kind: sheet.roll ? 'roll' : 'sheet',
            width: sheet.sheet.width,
            length: sheet.sheet.length,
          },
        ]),
      }),
    ).toMatchSnapshot()
  })
  it('as a printer takes it', () => {
    const colours = (['srgb', 'sgray', 'rgb', 'black'] as const).flatMap((space) =>
      ([8, 16] as const).map((bits) => ({ space, bits })),
    )
    const printers = [
      null,
      takes(['image/pwg-raster'], ['srgb_8', 'sgray_8'], [300, 600], ['none']),
      takes(['image/pwg-raster'], ['srgb_8', 'srgb_16', 'rgb_8', 'black_8', 'rgb_16', 'sgray_16'], [360], []),
      takes(['image/jpeg'], [], [], ['none']),
      takes(['image/jpeg'], [], [], ['fit']),
      takes(['application/pdf'], [], [], []),
      takes(['image/pwg-raster', 'image/jpeg'], ['black_1'], [600], ['none']),
    ]
    expect(
      rounded(printers.map((p) => [p && takesNothing(p), ...colours.map((c) => deliveryOf(p, c, 720))])),
    ).toMatchSnapshot()
    expect([100, 299, 300, 424, 425, 900].map((ppi) => nearestPpi(ppi, [300, 600]))).toEqual([
      300, 300, 300, 300, 600, 600,
    ])
    expect(nearestPpi(720, [])).toBe(720)
    expect(VERSION.nativePpi).toBe(720)
  })
})
