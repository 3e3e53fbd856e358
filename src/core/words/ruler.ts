import type { LengthUnit } from '@/core/length/length'
import { tradePair } from '@/core/length/write'
import type { FedSheet } from '@/core/sheet/sheet'

/**
 * What stands in the middle of a ruler sheet: it has to be found again in a pile.
 * @example sayRulerLabels({ number: 4, sheetNumber: 2, sheet: LAYOUT.sheet }, 'mm')[0] // 'Edge check 4, sheet 2'
 */
export const sayRulerLabels = (
  c: {
    readonly number: number
    readonly queueName: string
    readonly feedName: string
    readonly edge: 'margins' | 'borderless'
    readonly sheet: FedSheet
    readonly presetName: string
    readonly versionNumber: number
    readonly seal: string
    readonly sheetNumber: number
  },
  unit: LengthUnit,
): readonly string[] => [
  `Edge check ${c.number}, sheet ${c.sheetNumber}`,
  `${c.queueName}, ${c.feedName}, ${c.edge}`,
  `${tradePair(c.sheet.width, c.sheet.length, unit)}, across x along`,
  `${c.presetName}, version ${c.versionNumber}, seal ${c.seal}`,
  'The edge above this line enters first. Numbers count tenths of a millimetre.',
]
