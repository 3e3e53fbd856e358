'use client'

import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'
import { type LengthUnit, um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import type { Laid } from '@/core/nest/ask'
import { alongCut, type Cut } from '@/core/nest/cuts'
import { useWays } from '@/ui/unit/unit'
import css from './plan.module.css'

/** What a print of the plan is called on the drawing. */
export type Named = { readonly label: string; readonly title: string; readonly pinned?: boolean }

/** What a hand may do to the prints: where it puts one it stays. */
export type Hand = {
  /** white at both sides, um */
  readonly margin: number
  /** white before the first print, um */
  readonly lead: number
  readonly place: (i: number, at: Pick<Laid, 'x' | 'y' | 'turned'>) => void
  readonly free: (i: number) => void
  readonly takeOut: (i: number) => void
  readonly mayTurn: (i: number) => boolean
}

/** A hand puts things on whole millimetres, um. */
const STEP = 1000

const whole = (v: number): number => Math.round(v / STEP) * STEP

/**
 * The strip lying on its side: it runs from the left, where it left the printer first. Prints with their labels, cuts with
 * their numbers; the cut that is to be made next stands out. With a hand every print can be dragged, or moved by the keys
 * when it has the focus.
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
  readonly hand?: Hand
}) {
  const { laid, names, cuts, made, says, hand } = props
  const { unit } = useWays()
  const svg = useRef<SVGSVGElement>(null)
  const [held, setHeld] = useState<{ readonly i: number; readonly along: number; readonly across: number } | null>(null)
  const grip = useRef<{ readonly i: number; readonly x: number; readonly y: number } | null>(null)
  const mm = (um: number): number => um / 1000
  const [length, width] = [mm(props.length), mm(props.width)]
  const small = Math.max(length, width * 1.6) / 62

  /** Where a pointer is on the strip, um. */
  const where = (event: PointerEvent): { readonly x: number; readonly y: number } | null => {
    const matrix = svg.current?.getScreenCTM()
    if (!matrix) return null
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    return { x: at.y * 1000, y: at.x * 1000 }
  }
  const put = (p: Laid, x: number, y: number, turned = p.turned): void => {
    if (!hand) return
    const across = turned === p.turned ? p.w : p.h
    const most = props.width - hand.margin - across
    hand.place(p.i, {
      // beside the edge it is put at the edge; what is wider than the roll stands at its margin and is said
      x: Math.max(hand.margin, Math.min(most, x)),
      y: Math.max(hand.lead, y),
      turned,
    })
  }
  const keys = (event: KeyboardEvent, p: Laid): void => {
    if (!hand || event.ctrlKey || event.metaKey || event.altKey) return
    const by = (event.shiftKey ? 10 : 1) * STEP
    const moves: Readonly<Record<string, () => void>> = {
      ArrowRight: () => put(p, p.x, whole(p.y) + by),
      ArrowLeft: () => put(p, p.x, whole(p.y) - by),
      ArrowDown: () => put(p, whole(p.x) + by, p.y),
      ArrowUp: () => put(p, whole(p.x) - by, p.y),
      Enter: () => (names[p.i]?.pinned ? hand.free(p.i) : put(p, p.x, p.y)),
      ' ': () => (names[p.i]?.pinned ? hand.free(p.i) : put(p, p.x, p.y)),
      t: () => hand.mayTurn(p.i) && put(p, p.x, p.y, !p.turned),
      Delete: () => hand.takeOut(p.i),
      Backspace: () => hand.takeOut(p.i),
    }
    const move = moves[event.key]
    if (!move) return
    event.preventDefault()
    event.stopPropagation()
    move()
  }
  return (
    <>
      <svg
        ref={svg}
        className={css.drawing}
        viewBox={`-2 -2 ${length + 4} ${width + 4}`}
        role={hand ? 'group' : 'img'}
        aria-label={says}
        preserveAspectRatio="xMidYMid meet"
      >
        <rect className={css.strip} x={0} y={0} width={length} height={width} />
        {laid.map((p) => {
          const name = names[p.i]
          const moved = held?.i === p.i ? held : { along: 0, across: 0 }
          const box = { x: mm(p.y + moved.along), y: mm(p.x + moved.across), w: mm(p.h), h: mm(p.w) }
          const inside = (
            <>
              <rect
                className={css.print}
                data-pinned={name?.pinned || undefined}
                x={box.x}
                y={box.y}
                width={box.w}
                height={box.h}
              />
              <title>{name?.title}</title>
              {Math.min(box.w, box.h) > small * 1.3 ? (
                <text className={css.label} x={box.x + box.w / 2} y={box.y + box.h / 2} fontSize={small}>
                  {name?.label}
                </text>
              ) : null}
              {name?.pinned ? (
                <circle className={css.pin} cx={box.x + small * 0.8} cy={box.y + small * 0.8} r={small * 0.32} />
              ) : null}
            </>
          )
          return hand ? (
            <g
              key={p.i}
              className={css.held}
              tabIndex={0}
              role="button"
              aria-pressed={name?.pinned ?? false}
              aria-label={sayPlace(p, name, unit)}
              onKeyDown={(event) => keys(event, p)}
              onPointerDown={(event) => {
                const at = where(event)
                if (!at || event.button !== 0) return
                grip.current = { i: p.i, ...at }
                event.currentTarget.setPointerCapture(event.pointerId)
              }}
              onPointerMove={(event) => {
                const [from, at] = [grip.current, where(event)]
                if (from?.i === p.i && at) setHeld({ i: p.i, along: at.y - from.y, across: at.x - from.x })
              }}
              onPointerUp={() => {
                if (held && (Math.abs(held.along) > STEP || Math.abs(held.across) > STEP))
                  put(p, whole(p.x + held.across), whole(p.y + held.along))
                grip.current = null
                setHeld(null)
              }}
              onPointerCancel={() => {
                grip.current = null
                setHeld(null)
              }}
            >
              {inside}
            </g>
          ) : (
            <g key={p.i}>{inside}</g>
          )
        })}
        <Cuts cuts={cuts} made={made} small={small} />
      </svg>
      {hand ? (
        <p className="soft small">
          Drag a print and it stays there; the rest is laid around. By keys: arrows move the chosen print (with shift by
          a centimetre), t turns it, Enter pins or frees it, Delete takes it out.
        </p>
      ) : null}
    </>
  )
}

/** Where a print lies, for who does not see the drawing. */
const sayPlace = (p: Laid, name: Named | undefined, unit: LengthUnit): string =>
  [
    name?.title ?? '',
    `${writeLength(um(p.x), unit)} from the left edge`,
    `${writeLength(um(p.y), unit)} from the lead edge`,
    ...(p.turned ? ['turned'] : []),
    ...(name?.pinned ? ['pinned'] : []),
  ].join(', ')

/** Cuts with their numbers, which stand where each begins; those that are made are gone. */
function Cuts({ cuts, made, small }: { readonly cuts: readonly Cut[]; readonly made: number; readonly small: number }) {
  const mm = (um: number): number => um / 1000
  return cuts.map((c) => {
    const { piece } = c
    const line =
      c.runs === 'across'
        ? { x1: mm(piece.y + c.at), x2: mm(piece.y + c.at), y1: mm(piece.x), y2: mm(piece.x + piece.w) }
        : { x1: mm(piece.y), x2: mm(piece.y + piece.h), y1: mm(piece.x + c.at), y2: mm(piece.x + c.at) }
    const state = c.number <= made ? 'made' : c.number === made + 1 ? 'next' : undefined
    if (state === 'made') return null
    const along = alongCut(c.number)
    return (
      <g key={c.number}>
        <line className={css.cut} data-state={state} {...line} />
        <text
          className={css.cutNumber}
          data-state={state}
          x={line.x1 + (c.runs === 'across' ? 0 : (line.x2 - line.x1) * along)}
          y={line.y1 + (c.runs === 'across' ? (line.y2 - line.y1) * along : 0)}
          fontSize={small}
        >
          {c.number}
        </text>
      </g>
    )
  })
}
