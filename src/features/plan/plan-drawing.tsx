import type { Laid } from '@/core/nest/ask'
import type { Cut } from '@/core/nest/cuts'
import css from './plan.module.css'

/** What a print of the plan is called on the drawing. */
export type Named = { readonly label: string; readonly title: string }

/**
 * The strip lying on its side: it runs from the left, where it left the printer first. Prints with their labels, cuts with
 * their numbers; the cut that is to be made next stands out.
 */
export function PlanDrawing(props: {
  /** of the strip, um */
  readonly width: number
  readonly length: number
  readonly laid: readonly Laid[]
  readonly names: readonly Named[]
  readonly cuts: readonly Cut[]
  /** cuts that are made */
  readonly made: number
  readonly says: string
}) {
  const { laid, names, cuts, made, says } = props
  const mm = (um: number): number => um / 1000
  const [length, width] = [mm(props.length), mm(props.width)]
  const small = Math.max(length, width * 1.6) / 62
  return (
    <svg
      className={css.drawing}
      viewBox={`-2 -2 ${length + 4} ${width + 4}`}
      role="img"
      aria-label={says}
      preserveAspectRatio="xMidYMid meet"
    >
      <rect className={css.strip} x={0} y={0} width={length} height={width} />
      {laid.map((p) => {
        const name = names[p.i]
        const box = { x: mm(p.y), y: mm(p.x), w: mm(p.h), h: mm(p.w) }
        return (
          <g key={p.i}>
            <rect className={css.print} x={box.x} y={box.y} width={box.w} height={box.h} />
            <title>{name?.title}</title>
            {Math.min(box.w, box.h) > small * 1.3 ? (
              <text className={css.label} x={box.x + box.w / 2} y={box.y + box.h / 2} fontSize={small}>
                {name?.label}
              </text>
            ) : null}
          </g>
        )
      })}
      {cuts.map((c) => {
        const { piece } = c
        const line =
          c.runs === 'across'
            ? { x1: mm(piece.y + c.at), x2: mm(piece.y + c.at), y1: mm(piece.x), y2: mm(piece.x + piece.w) }
            : { x1: mm(piece.y), x2: mm(piece.y + piece.h), y1: mm(piece.x + c.at), y2: mm(piece.x + c.at) }
        const state = c.number <= made ? 'made' : c.number === made + 1 ? 'next' : undefined
        return <line key={c.number} className={css.cut} data-state={state} {...line} />
      })}
    </svg>
  )
}
