import type { Settings } from '@/core/preset/settings'
import type { presetWorld } from './preset-world'

/** A first draft for a new preset: the first queue, paper and media setting that suit each other; null in a bare room. */
export function newDraft(world: ReturnType<typeof presetWorld>): Settings | null {
  for (const queue of world.queues)
    for (const media of queue.facts.mediaSettings) {
      const paper = world.papers.find((p) => media.surfaces.includes(p.surface))
      const feed = queue.facts.feeds[0]
      const quality = queue.facts.qualities.find((q) => media.rates[q.id])
      const black = media.blacks[0]
      const colourMode = queue.facts.colourModes[0]
      if (!paper || !feed || !quality || !black || !colourMode) continue
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
        edgeAllowed: 'margins',
        own: {},
      }
    }
  return null
}
