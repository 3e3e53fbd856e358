import { type Um, um } from '@/core/length/length'
import type { Feed, QueueFacts } from '@/core/printer/facts'
import { heronRoll } from './queues/heron'
import { otterOffice, otterPhoto } from './queues/otter'
import { mm } from './queues/parts'
import { wrenCards } from './queues/wren'

/** A printer of the demo room; feed ids are given when the room is filled. */
export type DemoPrinter = {
  readonly nickname: string
  readonly makeModel: string
  readonly carriage: Um
  readonly inkSet: string
  readonly blackShared: boolean
  readonly swapSeconds: number
  readonly swapMicrolitres: number
  readonly feeds: readonly Omit<Feed, 'id'>[]
  readonly queues: readonly {
    readonly name: string
    readonly address: string
    readonly language: string
    readonly facts: (feedIds: readonly string[]) => QueueFacts
  }[]
}

const feed = (
  f: Partial<Omit<Feed, 'id'>> & Pick<Feed, 'name' | 'kind' | 'maxWidth' | 'maxLength'>,
): Omit<Feed, 'id'> => ({
  sheetsAtATime: 1,
  minWidth: mm(89),
  minLength: mm(127),
  minThickness: um(80),
  maxThickness: um(320),
  minWeight: 0,
  maxWeight: 270,
  pictureId: null,
  extraLength: um(0),
  loading: [],
  ...f,
})

export const DEMO_PRINTERS: readonly DemoPrinter[] = [
  {
    nickname: 'Otter',
    makeModel: 'desktop pigment printer, 329 mm',
    carriage: mm(329),
    inkSet: 'ten pigments, 2025',
    blackShared: true,
    swapSeconds: 120,
    swapMicrolitres: 1900,
    feeds: [
      feed({
        name: 'rear stack',
        kind: 'stack',
        sheetsAtATime: 30,
        maxWidth: mm(329),
        maxLength: mm(870),
        loading: ['Fan the sheets.', 'Printed side towards you, short edge down.', 'Left guide snug, not tight.'],
        message: 'It asks for the paper: press OK if it names the one in the stack.',
      }),
      feed({
        name: 'front single',
        kind: 'sheet',
        minWidth: mm(203),
        maxWidth: mm(329),
        minLength: mm(260),
        maxLength: mm(870),
        maxThickness: um(1100),
        maxWeight: 700,
        loading: [
          'Lower the front tray.',
          'Lay one sheet printed side up along the right-hand rule.',
          'Press the feed key once.',
        ],
        message: 'SHEET SET: is it straight? Press the feed key once more, not the power key beside it.',
      }),
    ],
    queues: [
      { name: 'Otter, photo', address: 'ipp://127.0.0.1:4791/ipp/print', language: 'PWG raster', facts: otterPhoto },
      { name: 'Otter, office', address: 'ipp://127.0.0.1:4791/ipp/office', language: 'PWG raster', facts: otterOffice },
    ],
  },
  {
    nickname: 'Heron',
    makeModel: 'roll printer on a stand, 610 mm',
    carriage: mm(610),
    inkSet: 'eight pigments, 2024',
    blackShared: true,
    swapSeconds: 210,
    swapMicrolitres: 4200,
    feeds: [
      feed({
        name: 'roll',
        kind: 'roll',
        minWidth: mm(210),
        maxWidth: mm(610),
        minLength: mm(210),
        maxLength: mm(14_000),
        maxThickness: um(700),
        maxWeight: 500,
        loading: [
          'Hang the roll with its curl down.',
          'Feed the edge until it beeps.',
          'Straighten at the line and press twice.',
        ],
        message: 'Roll width 610: press the round key to agree, or turn it to another width.',
      }),
      feed({
        name: 'front sheet',
        kind: 'sheet',
        minWidth: mm(210),
        maxWidth: mm(610),
        minLength: mm(297),
        maxLength: mm(1400),
        maxThickness: um(700),
        maxWeight: 500,
        extraLength: mm(55),
        loading: ['Lay the sheet along the right-hand line.', 'Hold it until the suction takes it.'],
      }),
    ],
    queues: [{ name: 'Heron', address: 'ipp://127.0.0.1:4792/ipp/print', language: 'PWG raster', facts: heronRoll }],
  },
  {
    nickname: 'Wren',
    makeModel: 'card printer, A5',
    carriage: mm(152),
    inkSet: 'four dyes',
    blackShared: false,
    swapSeconds: 0,
    swapMicrolitres: 0,
    feeds: [
      feed({
        name: 'card stack',
        kind: 'stack',
        sheetsAtATime: 20,
        maxWidth: mm(152),
        maxLength: mm(216),
        loading: ['Cards face down.', 'Both guides to the edge.'],
      }),
    ],
    queues: [{ name: 'Wren', address: 'ipp://127.0.0.1:4793/ipp/print', language: 'PWG raster', facts: wrenCards }],
  },
]
