import type { Um } from '@/core/length/length'
import type { MediaSetting, QueueFeed } from './facts'

export type BorderlessClosed =
  | { readonly code: 'borderless_not_on_feed' }
  | { readonly code: 'borderless_not_on_width'; readonly widthUm: Um; readonly widths: readonly Um[] }
  | { readonly code: 'borderless_not_on_media_setting'; readonly mediaSetting: string }

/** A width counts as one that prints borderless within 0.5 mm: papers are cut no better. */
const SAME_WIDTH = 500

/**
 * Why borderless is not possible for a width across this feed with this media setting, or null.
 * @example borderlessClosed(VERSION.queueFeed, 210000, { id: 'matte', name: 'Matte' }) // { code: 'borderless_not_on_width', widthUm: 210000, widths: [257000] }
 */
export function borderlessClosed(
  feed: QueueFeed,
  width: Um,
  setting: Pick<MediaSetting, 'id' | 'name'>,
): BorderlessClosed | null {
  const b = feed.borderless
  if (!b) return { code: 'borderless_not_on_feed' }
  if (b.widths.length > 0 && !b.widths.some((w) => Math.abs(w - width) <= SAME_WIDTH))
    return { code: 'borderless_not_on_width', widthUm: width, widths: b.widths }
  if (b.mediaSettings.length > 0 && !b.mediaSettings.includes(setting.id))
    return { code: 'borderless_not_on_media_setting', mediaSetting: setting.name }
  return null
}
