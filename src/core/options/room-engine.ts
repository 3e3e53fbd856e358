import { Options } from '@/core/options/engine'
import type { Option } from '@/core/rules/rules'
import { optionsOf, type QueueWorld } from './room-options'
import { rulesOf } from './room-rules'

/** What a person would change last weighs most: finish, then colour, then quality, then feed, media setting, paper. */
const WEIGHTS: Readonly<Record<string, number>> = {
  ...{ passes: 1, topcoat: 1, bits: 1, mirror: 1, edge: 2, length: 2, size: 2 },
  ...{ printerColour: 3, fileColour: 3, colourMode: 4, blackInk: 4 },
  ...{ quality: 6, feed: 12, mediaSetting: 24, paper: 48 },
}

/**
 * A queue's options with its rules, compiled: what is open, why not, and what would open it, touching least.
 * @example engineOf(ROOM).engine.contradiction() // null
 */
export function engineOf(world: QueueWorld): { readonly options: readonly Option[]; readonly engine: Options } {
  const options = optionsOf(world)
  const weight = (id: string): number => WEIGHTS[id] ?? 1
  return { options, engine: new Options(options, rulesOf(world), undefined, weight) }
}
