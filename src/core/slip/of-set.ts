import type { OfSet } from '@/core/tone/set'
import { curveFor } from '@/core/tone/use'
import type { VersionFacts } from './facts'

/**
 * A print as one of a set; null: it is in colour, or labelled, which is beside the others to differ from them.
 * @example ofSet({ darkness: 0 }, { ...VERSION, settings: { ...VERSION.settings, colourMode: 'colour' } }, 'moon') // null
 */
export function ofSet(
  print: { readonly darkness: number; readonly label?: string | undefined },
  version: VersionFacts | null,
  name: string,
): OfSet | null {
  if (version?.settings.colourMode !== 'monochrome' || print.label) return null
  const { tint } = version.settings
  return {
    ...{ name, paper: version.paper.name, mediaSetting: version.mediaSetting.name, darkness: print.darkness },
    tint: [tint?.a ?? 0, tint?.b ?? 0],
    curve: curveFor(version, print.darkness)?.strength ?? null,
  }
}
