import { type Um, um } from '@/core/length/length'
import type { LaidPlacing, PxRect } from '@/core/placing/placing'
import type { Edges, FedSheet, Quarter } from '@/core/sheet/sheet'
import { fedSheet } from '@/core/sheet/sheet'
import { fitSize, type SizeFit } from '@/core/sizes/fit'
import type { SheetChoice } from './body'
import type { VersionFacts } from './facts'

/** What is to be laid on a sheet that may be as long as that needs. */
export type Wanted = { readonly crop: PxRect; readonly quarter: Quarter; readonly placing: LaidPlacing }

export type Fed = { readonly sheet: FedSheet; readonly fit: SizeFit; readonly roll: boolean }

/**
 * The sheet as it will enter the feed, or null while none is chosen. A length of `auto` is as long as the print needs:
 * margins and the
 * longest of its pieces; across a roll a picture takes the whole printable width unless its size is exact.
 * @example fed({ kind: 'size', sizeId: 's' }, { short: 257000, long: 364000 }, VERSION, [], sameEdges(0)).sheet // { width: 257000, length: 364000 }
 */
export function fed(
  choice: SheetChoice | null,
  size: { readonly short: Um; readonly long: Um } | null,
  version: VersionFacts | null,
  wanted: readonly Wanted[],
  margins: Edges,
): Fed | null {
  const longest =
    version && version.mediaSetting.longest !== null
      ? { mediaSetting: version.mediaSetting.name, um: version.mediaSetting.longest }
      : null
  const check = (short: Um, long: Um): SizeFit =>
    version ? fitSize(short, long, version.feed, longest) : { leads: 'short', turned: false, problems: [] }
  if (choice?.kind === 'cut') {
    // a piece shorter than the feed takes is cut longer, and paid so
    const least = version?.feed.minLength ?? 0
    const length =
      choice.length === 'auto' ? um(Math.max(least, autoLength(choice.width, wanted, margins))) : choice.length
    return { sheet: { width: choice.width, length }, fit: check(choice.width, length), roll: true }
  }
  if (!size) return null
  const fit = check(size.short, size.long)
  return { sheet: fedSheet(size.short, size.long, fit.leads), fit, roll: false }
}

/** A length without a picture yet is drawn as long as it is wide. */
function autoLength(width: Um, wanted: readonly Wanted[], m: Edges): Um {
  const frame = width - m.left - m.right
  const lengths = wanted.map(({ crop, quarter, placing }) => {
    const [pw, ph] = quarter % 2 === 0 ? [crop.w, crop.h] : [crop.h, crop.w]
    return printedLength(placing, pw, ph, frame)
  })
  return um(m.lead + m.trail + (lengths.length === 0 ? frame : Math.max(...lengths)))
}

function printedLength(placing: LaidPlacing, pw: number, ph: number, frame: number): number {
  if (placing.mode !== 'exact') return (frame * ph) / pw
  const by = placing.by
  if (by.edge === 'both') return by.height
  const edge =
    by.edge === 'long'
      ? pw >= ph
        ? 'width'
        : 'height'
      : by.edge === 'short'
        ? pw >= ph
          ? 'height'
          : 'width'
        : by.edge
  return edge === 'height' ? by.um : (by.um * ph) / pw
}
