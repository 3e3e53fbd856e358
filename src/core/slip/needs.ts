import type { Um } from '@/core/length/length'
import type { BlackInk } from '@/core/printer/facts'
import type { FedSheet } from '@/core/sheet/sheet'
import { sameSheet, sameWidth } from '@/core/sizes/shelf'
import type { VersionFacts } from './facts'

/** What a feed holds now. Width across or short edge; length of a sheet, or of a new roll. */
export type Loaded = {
  readonly feedId: string
  readonly paperId: string
  readonly kind: 'sheet' | 'roll'
  readonly width: Um
  readonly length: Um
}

/** What has to be changed at a printer before a slip can print; both null: it prints as it stands. */
export type Needs = {
  readonly load: {
    readonly feedId: string
    readonly feedName: string
    readonly paperId: string
    readonly paperName: string
    readonly roll: boolean
    readonly width: Um
    readonly length: Um
  } | null
  readonly black: BlackInk | null
}

/**
 * What a version on this sheet asks of the printer, compared with what it holds. A roll's length is never compared.
 * @example needsOf(VERSION, { width: 257000, length: 364000 }, false, []).load.width // 257000
 */
export function needsOf(version: VersionFacts, sheet: FedSheet, roll: boolean, loaded: readonly Loaded[]): Needs {
  const [short, long] = roll
    ? [sheet.width, sheet.length]
    : [Math.min(sheet.width, sheet.length), Math.max(sheet.width, sheet.length)]
  const there = loaded.some(
    (l) =>
      l.feedId === version.feed.id &&
      l.paperId === version.paper.id &&
      (l.kind === 'roll') === roll &&
      (roll ? sameWidth(l.width, short) : sameSheet({ short: l.width, long: l.length }, { short, long })),
  )
  const black =
    version.holdsBlack !== null && version.holdsBlack !== version.settings.blackInk ? version.settings.blackInk : null
  return {
    load: there
      ? null
      : {
          feedId: version.feed.id,
          feedName: version.feed.name,
          paperId: version.paper.id,
          paperName: version.paper.name,
          roll,
          width: short as Um,
          length: (roll ? 0 : long) as Um,
        },
    black,
  }
}

/**
 * Slips with the same key print one after another without anybody touching the printer.
 * @example needsKey({ load: null, black: 'photo' }) === needsKey({ load: null, black: null }) // false
 */
export const needsKey = (n: Needs): string =>
  `${n.black ?? ''}|${n.load ? `${n.load.feedId}|${n.load.paperId}|${n.load.width}|${n.load.length}` : ''}`
