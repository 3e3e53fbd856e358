import { engineOf } from '@/core/options/room-engine'
import { type QueueWorld, selectionOf, settingsWith } from '@/core/options/room-options'
import type { Settings } from '@/core/preset/settings'

/** What no preset says of itself: a print has it. */
const OF_PRINTS: readonly string[] = ['length', 'size']

/**
 * Settings with which a media setting can be tried on the paper of a draft: as few other choices move as the rules allow,
 * and what nobody has set yet takes its first open value. null: the queue's rules close this setting for the paper.
 * @example proofSettings(ROOM, VERSION.settings, 'nothing of this name') // null
 */
export function proofSettings(world: QueueWorld, draft: Settings, mediaSettingId: string): Settings | null {
  const { options, engine } = engineOf(world)
  const setting = options.find((o) => o.id === 'mediaSetting')
  if (!setting?.values.some((v) => v.id === mediaSettingId)) return null
  const tried = engine.preview(selectionOf(draft, options), 'mediaSetting', mediaSettingId)
  if (tried?.selection.paper !== draft.paperId) return null
  let selection = tried.selection
  for (const option of options) {
    if (selection[option.id] !== undefined || OF_PRINTS.includes(option.id)) continue
    const open = engine.state(selection).find((s) => s.id === option.id)
    const first = open?.values.find((v) => v.is === 'open')
    if (first) selection = { ...selection, [option.id]: first.id }
  }
  return settingsWith(draft, selection)
}
