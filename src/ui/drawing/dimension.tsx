import type { LengthUnit, Um } from '@/core/length/length'
import { lengthNumber } from '@/core/length/write'

/**
 * A dimension line with its number: in mm of the drawing. `px` is how many mm one screen pixel is, so that arrows and
 * letters stay the same size whatever the scale.
 */
export function Dimension(props: {
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
  readonly length: Um
  readonly unit: LengthUnit
  readonly px: number
  /** below this many pixels the number stands beside the line */
  readonly beside?: 'above' | 'right'
  /** what it is drawn on: the board, or the drawn paper, which is light in both schemes */
  readonly on?: 'board' | 'paper'
}) {
  const { x1, y1, x2, y2, length, unit, px, beside, on = 'board' } = props
  const pencil = on === 'paper' ? 'var(--pencil-on-paper)' : 'var(--pencil)'
  const across = y1 === y2
  const text = lengthNumber(length, unit)
  const size = 11.5 * px
  const room = Math.abs(across ? x2 - x1 : y2 - y1)
  const wide = (text.length * 6.6 + 8) * px
  const middle = { x: (x1 + x2) / 2, y: (y1 + y2) / 2 }
  const inside = across ? room > wide + 14 * px : room > 34 * px
  const tip = Math.min(6 * px, room / 3)
  const half = 2.2 * px
  const arrow = (x: number, y: number, s: 1 | -1): string =>
    across ? `M${x} ${y}l${s * tip} ${-half}v${2 * half}z` : `M${x} ${y}l${-half} ${s * tip}h${2 * half}z`
  const at =
    beside === 'above' || (!inside && across)
      ? { x: middle.x, y: y1 - 5 * px }
      : beside === 'right' || (!inside && !across)
        ? { x: x1 + wide / 2 + 4 * px, y: middle.y + 4 * px }
        : { x: middle.x, y: middle.y + 4 * px }
  const cleared = inside && !beside
  return (
    <g stroke={pencil} fill={pencil} strokeWidth={px}>
      <line x1={x1} y1={y1} x2={x2} y2={y2} />
      <path
        d={`${arrow(Math.min(x1, x2), Math.min(y1, y2), 1)}${across ? arrow(Math.max(x1, x2), y1, -1) : arrow(x1, Math.max(y1, y2), -1)}`}
        stroke="none"
      />
      {cleared ? (
        <rect
          x={at.x - wide / 2}
          y={middle.y - 8 * px}
          width={wide}
          height={16 * px}
          fill={on === 'paper' ? 'var(--paper-drawn)' : 'var(--paper)'}
          stroke="none"
        />
      ) : null}
      <text x={at.x} y={at.y} fontSize={size} textAnchor="middle" stroke="none">
        {text}
      </text>
    </g>
  )
}
