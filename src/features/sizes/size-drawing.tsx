import type { Um } from '@/core/length/length'
import { declaredMargins } from '@/core/printer/facts'
import type { SizeQueue, SizeVerdict } from '@/core/printer/size-verdict'
import { Dimension } from '@/ui/drawing/dimension'
import { useWays } from '@/ui/unit/unit'
import css from './sizes.module.css'

/** Of the board, in the drawing's mm: what stays for dimension lines. */
const AROUND = 0.16

/** A sheet to scale, as it feeds where a feed takes it: lead edge up, with what that feed leaves white. */
export function SizeDrawing(props: {
  readonly name: string
  readonly size: { readonly short: Um; readonly long: Um }
  /** the first feed that takes it */
  readonly taken: SizeVerdict | null
  readonly queues: readonly SizeQueue[]
}) {
  const { name, size, taken, queues } = props
  const { unit } = useWays()
  const long = taken?.fit.leads === 'long'
  const [w, h] = (long ? [size.long, size.short] : [size.short, size.long]).map((v) => v / 1000) as [number, number]
  const path = queues.find((q) => q.queueId === taken?.queueId)?.paths.find((p) => p.feed.id === taken?.feedId)
  const m = path ? declaredMargins(path.driven, long ? size.long : size.short) : null
  const around = Math.max(w, h) * AROUND
  // 250 px stand for the height of the board
  const px = (h + 2 * around) / 250
  return (
    <svg
      viewBox={`${-around} ${-around / 2} ${w + 2 * around} ${h + 1.5 * around}`}
      className={css.drawing}
      role="img"
      aria-label={`${name} to scale`}
    >
      <rect width={w} height={h} fill="var(--paper-drawn)" stroke="var(--soft)" strokeWidth={px} />
      {m ? (
        <rect
          x={m.left / 1000}
          y={m.lead / 1000}
          width={Math.max(0, w - (m.left + m.right) / 1000)}
          height={Math.max(0, h - (m.lead + m.trail) / 1000)}
          fill="none"
          stroke="var(--fine)"
          strokeWidth={px}
          strokeDasharray={`${4 * px} ${3 * px}`}
        />
      ) : null}
      <Dimension
        {...{ x1: 0, x2: w, y1: h + 14 * px, y2: h + 14 * px }}
        length={long ? size.long : size.short}
        unit={unit}
        px={px}
      />
      <Dimension
        {...{ x1: -14 * px, x2: -14 * px, y1: 0, y2: h }}
        length={long ? size.short : size.long}
        unit={unit}
        px={px}
      />
    </svg>
  )
}
