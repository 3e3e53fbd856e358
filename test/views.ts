import type { EdgeCheck } from '@/contract/views/edge-check'
import { UNREAD } from '@/core/edge/readings'
import { rulerLayout } from '@/core/edge/ruler-sheet'
import { fromMm, um } from '@/core/length/length'
import { fedSheet, sameEdges } from '@/core/sheet/sheet'

const B4 = fedSheet(fromMm(257), fromMm(364), 'short')

/** An edge check of three sheets that nobody has read yet. */
export const EDGE_CHECK: EdgeCheck = {
  id: 'c',
  number: 4,
  printerId: 'otter',
  printerName: 'Otter',
  queueId: 'q',
  queueName: 'Otter, photo',
  feedId: 'f',
  feedName: 'rear stack',
  versionId: 'v',
  presetName: 'Matte',
  versionNumber: 2,
  seal: 'ABC123',
  edge: 'borderless',
  sizeName: 'B4',
  sheet: B4,
  layout: rulerLayout(B4, 'borderless', sameEdges(2900)),
  readings: [UNREAD, UNREAD, UNREAD],
  instrument: 'rule and loupe',
  declared: { edges: sameEdges(2900), driftAcross: um(700), driftAlong: um(800) },
  result: null,
  state: 'open',
  note: '',
  createdAt: 0,
  by: 'Perrin',
  solvedAt: null,
  readBy: null,
  revision: 3,
}
