import type { FileColour, Settings } from '@/core/preset/settings'
import type { PrinterColour } from '@/core/printer/facts'

/** A preset of the demo room by names; ids are put in when the room is filled. */
export type DemoPreset = {
  readonly name: string
  readonly queue: string
  readonly feed: string
  readonly paper: string
  readonly mediaSetting: string
  readonly quality: string
  readonly black: Settings['blackInk']
  /** what the printer does to colour; monochrome is its own way without colour */
  readonly colour: PrinterColour | 'monochrome'
  readonly driverProfile?: Settings['driverProfile']
  readonly profile?: { readonly name: string; readonly intent: Extract<FileColour, { kind: 'profile' }>['intent'] }
  readonly passes?: Settings['passes']
  readonly tint?: Settings['tint']
  readonly topcoat?: string
  readonly mirror?: boolean
  readonly edge?: Settings['edgeAllowed']
  readonly own?: Settings['own']
  readonly why: string
  /** settings that earlier versions had, oldest first */
  readonly earlier?: readonly { readonly change: Partial<Settings>; readonly why: string }[]
}

/** How a demo preset makes colour, as its settings say it. */
export const colourOf = (p: DemoPreset): Pick<Settings, 'colourMode' | 'printerColour' | 'driverProfile' | 'tint'> => ({
  colourMode: p.colour === 'monochrome' ? 'monochrome' : 'colour',
  printerColour: p.colour === 'monochrome' ? null : p.colour,
  driverProfile: p.driverProfile ?? null,
  tint: p.tint ?? null,
})

export const DEMO_PRESETS: readonly DemoPreset[] = [
  {
    name: 'Otter, Fenland Matte, neutral grey',
    queue: 'Otter, photo',
    feed: 'rear stack',
    paper: 'Fenland Matte',
    mediaSetting: 'matte-b',
    quality: 'fine',
    black: 'matte',
    colour: 'monochrome',
    tint: { a: 0, b: 0 },
    why: 'fine: the plates are looked at through a loupe',
    earlier: [
      { change: { mediaSettingId: 'matte-a', qualityId: 'quick' }, why: 'first trial' },
      { change: { qualityId: 'quick' }, why: 'Matte A rubs off in handling, Matte B does not' },
    ],
  },
  {
    name: 'Otter, Fenland Matte, colour',
    queue: 'Otter, photo',
    feed: 'rear stack',
    paper: 'Fenland Matte',
    mediaSetting: 'matte-b',
    quality: 'fine',
    black: 'matte',
    colour: 'off',
    profile: { name: 'fenland-b-fine', intent: 'relative' },
    why: 'one-way: fine lines of the plates were doubled',
    earlier: [{ change: { passes: 'two-way' }, why: 'first version' }],
  },
  {
    name: 'Otter, Dune Lustre, colour',
    queue: 'Otter, photo',
    feed: 'rear stack',
    paper: 'Dune Lustre 235',
    mediaSetting: 'lustre',
    quality: 'fine',
    black: 'photo',
    colour: 'off',
    profile: { name: 'dune-lustre-fine', intent: 'perceptual' },
    why: 'first version',
  },
  {
    name: 'Otter, Quay Gloss, topcoat',
    queue: 'Otter, photo',
    feed: 'rear stack',
    paper: 'Quay Gloss 225',
    mediaSetting: 'gloss',
    quality: 'slow',
    black: 'photo',
    colour: 'own',
    topcoat: 'one coat',
    why: 'first version',
  },
  {
    name: 'Otter, Saltmarsh Cotton, colour',
    queue: 'Otter, photo',
    feed: 'front single',
    paper: 'Saltmarsh Cotton 285',
    mediaSetting: 'cotton',
    quality: 'slow',
    black: 'matte',
    own: { drying: 'one-second' },
    colour: 'off',
    profile: { name: 'saltmarsh-slow', intent: 'relative' },
    edge: 'margins',
    why: 'first version',
  },
  {
    name: 'Otter, Saltmarsh Cotton, warm grey',
    queue: 'Otter, photo',
    feed: 'front single',
    paper: 'Saltmarsh Cotton 285',
    mediaSetting: 'cotton',
    quality: 'fine',
    black: 'matte',
    own: { drying: 'one-second' },
    colour: 'monochrome',
    tint: { a: 3, b: 7 },
    edge: 'margins',
    why: 'warmer by 2, beside the framed ones',
    earlier: [{ change: { tint: { a: 3, b: 5 } }, why: 'first version' }],
  },
  {
    name: 'Otter, plain proofs',
    queue: 'Otter, office',
    feed: 'rear stack',
    paper: 'Harbour Plain 90',
    mediaSetting: 'plain',
    quality: 'quick',
    black: 'matte',
    colour: 'own',
    passes: 'two-way',
    edge: 'margins',
    why: 'layout only',
  },
  {
    name: 'Heron, Dune Lustre roll, colour',
    queue: 'Heron',
    feed: 'roll',
    paper: 'Dune Lustre 235',
    mediaSetting: 'lustre-a',
    quality: 'steady',
    black: 'photo',
    colour: 'off',
    profile: { name: 'dune-roll-steady', intent: 'relative' },
    why: 'first version',
  },
  {
    name: 'Heron, Dune Lustre roll, grey',
    queue: 'Heron',
    feed: 'roll',
    paper: 'Dune Lustre 235',
    mediaSetting: 'lustre-a',
    quality: 'best',
    black: 'photo',
    colour: 'monochrome',
    tint: { a: 0, b: 0 },
    why: 'first version',
  },
  {
    name: 'Heron, Fenland Matte roll, plans',
    queue: 'Heron',
    feed: 'roll',
    paper: 'Fenland Matte',
    mediaSetting: 'coated',
    quality: 'brisk',
    black: 'matte',
    colour: 'own',
    passes: 'two-way',
    edge: 'margins',
    why: 'one pass each way is enough for lines',
  },
  {
    name: 'Wren, Quay Gloss cards',
    queue: 'Wren',
    feed: 'card stack',
    paper: 'Quay Gloss 225',
    mediaSetting: 'card-gloss',
    quality: 'high',
    black: 'photo',
    colour: 'own',
    why: 'first version',
  },
  {
    name: 'Wren, Ebb Transfer, mirrored',
    queue: 'Wren',
    feed: 'card stack',
    paper: 'Ebb Transfer 130',
    mediaSetting: 'iron-on',
    quality: 'normal',
    black: 'photo',
    colour: 'own',
    mirror: true,
    edge: 'margins',
    why: 'first version',
  },
]

/** How the demo's printer profiles model their papers: gamma, lightness of black, chroma kept. */
export const DEMO_PROFILES = [
  { name: 'fenland-b-fine', model: { gamma: 2.0, black: 0.035, chroma: 0.82 } },
  { name: 'dune-lustre-fine', model: { gamma: 2.2, black: 0.006, chroma: 0.97 } },
  { name: 'saltmarsh-slow', model: { gamma: 2.05, black: 0.028, chroma: 0.86 } },
  { name: 'dune-roll-steady', model: { gamma: 2.15, black: 0.008, chroma: 0.95 } },
] as const
