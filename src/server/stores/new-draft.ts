import type { Settings } from '@/core/preset/settings'
import type { presetWorld } from './preset-world'

/**
 * A first draft for a new preset: the first queue, paper and media setting that suit each other, of the queue or paper at
 * which the keeper stands; null where nothing suits. Own options are left open: nobody has set them.
 */
export function newDraft(
  world: ReturnType<typeof presetWorld>,
  near: { readonly queueId?: string; readonly paperId?: string } = {},
): Settings | null {
  for (const queue of world.queues.filter((q) => near.queueId === undefined || q.id === near.queueId))
    for (const media of queue.facts.mediaSettings) {
      const paper = world.papers
        .filter((p) => near.paperId === undefined || p.id === near.paperId)
        .find((p) => media.surfaces.includes(p.surface))
      const feed = queue.facts.feeds[0]
      const quality = queue.facts.qualities.find((q) => media.rates[q.id])
      const black = media.blacks[0] ?? null
      const colourMode = queue.facts.colourModes[0]
      if (!paper || !feed || !quality || !colourMode) continue
      return {
        queueId: queue.id,
        inkSet: queue.inkSet,
        feedId: feed.feedId,
        paperId: paper.id,
        mediaSettingId: media.id,
        qualityId: quality.id,
        passes: 'one-way',
        blackInk: black,
        topcoat: null,
        colourMode,
        printerColour: colourMode === 'colour' ? (queue.facts.printerColours[0] ?? null) : null,
        driverProfile: null,
        tint: colourMode === 'colour' ? null : { a: 0, b: 0 },
        fileColour: { kind: 'untouched' },
        bits: 8,
        mirror: false,
        edgeAllowed: feed.borderless?.always ? 'either' : 'margins',
        own: {},
      }
    }
  return null
}
