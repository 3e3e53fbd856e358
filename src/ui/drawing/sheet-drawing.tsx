'use client'

import { useElementSize } from '@mantine/hooks'
import { type KeyboardEvent, memo, type PointerEvent, useId, useRef } from 'react'
import { grow } from '@/core/edge/enlargement'
import type { LengthUnit, Um } from '@/core/length/length'
import { lengthNumber } from '@/core/length/write'
import { pictureMatrix } from '@/core/page/matrix'
import type { TextLine } from '@/core/page/page'
import type { Anchor, PictureSize } from '@/core/placing/placing'
import { intersect, sheetRect } from '@/core/sheet/sheet'
import { type GreyWay, weightsOf } from '@/core/tone/to-grey'
import { Dimension } from './dimension'
import css from './sheet-drawing.module.css'
import {
  box,
  CutOff,
  type DrawnPiece,
  type DrawnSheet,
  IfLeft,
  Leader,
  mm,
  PictureDimensions,
  Slivers,
} from './sheet-marks'

/** Room around the sheet for dimension lines, px. */
const PAD = { left: 92, right: 126, top: 42, bottom: 58 }

/** `thumb` stands behind the larger picture until that has come. */
export type DrawnPicture = { readonly url: string; readonly thumb: string; readonly size: PictureSize }

/**
 * The sheet to scale as it feeds: lead edge up. Printable area, overspray, the picture and what of it is lost, with
 * dimension lines. The picture is moved by pointer or arrow keys where `onAnchor` is given.
 */
export function SheetDrawing(props: {
  readonly sheet: DrawnSheet
  /** in the order in which they are laid; null where there is nothing to lay yet */
  readonly pieces: readonly (DrawnPiece | null)[]
  readonly picture: (id: string) => DrawnPicture | null
  readonly unit: LengthUnit
  /** the piece that has its dimensions and is moved */
  readonly at: number
  readonly anchor: Anchor
  /** it comes out without colour */
  readonly grey?: boolean | GreyWay
  /** what is printed beside the pictures */
  readonly lines?: readonly TextLine[]
  readonly onAnchor?: (anchor: Anchor) => void
}) {
  const { sheet, pieces, picture, unit, at, anchor, grey = false, lines = [], onAnchor } = props
  const { ref, width, height } = useElementSize()
  const w = width || 700
  const h = height || 500
  const W = mm(sheet.sheet.width)
  const L = mm(sheet.sheet.length)
  const scale = Math.max(0.02, Math.min((w - PAD.left - PAD.right) / W, (h - PAD.top - PAD.bottom) / L))
  const px = 1 / scale
  const left = Math.max((w - W * scale) / 2, PAD.left)
  const viewBox = `${-left * px} ${-PAD.top * px} ${w * px} ${h * px}`
  const drawn = pieces.flatMap((piece, i) => {
    const shown = piece ? picture(piece.part.pictureId) : null
    return piece && shown ? [{ piece, shown, i }] : []
  })
  return (
    <div ref={ref} className={css.board}>
      <svg
        viewBox={viewBox}
        width="100%"
        height="100%"
        className={css.drawing}
        role="group"
        aria-label="The sheet, to scale"
      >
        <SheetGround sheet={sheet} unit={unit} px={px} />
        {drawn.map(({ piece, shown, i }) => (
          <Placed
            key={i}
            sheet={sheet}
            piece={piece}
            picture={shown}
            unit={unit}
            px={px}
            anchor={anchor}
            dimensions={i === at}
            grey={grey}
            {...(onAnchor && i === at ? { onAnchor } : {})}
          />
        ))}
        {lines.map((l) => (
          <text key={l.text} x={mm(l.at.x)} y={mm(l.at.y)} fontSize={mm(l.height)} fill="#1d2b2a">
            {l.text}
          </text>
        ))}
      </svg>
    </div>
  )
}

const SheetGround = memo(function SheetGround(props: {
  readonly sheet: DrawnSheet
  readonly unit: LengthUnit
  readonly px: number
}) {
  const { sheet, unit, px } = props
  const W = mm(sheet.sheet.width)
  const L = mm(sheet.sheet.length)
  const o = sheet.overspray
  const most = Math.max(o.left, o.right, o.lead, o.trail) as Um
  return (
    <g>
      {sheet.roll ? (
        <path
          d={`M0 ${-12 * px}V${L + 14 * px}M${W} ${-12 * px}V${L + 14 * px}`}
          stroke="var(--line)"
          strokeWidth={px}
          strokeDasharray={`${4 * px}`}
        />
      ) : null}
      <rect
        x={0}
        y={0}
        width={W}
        height={L}
        fill="var(--paper-drawn)"
        stroke="var(--ink)"
        strokeOpacity={0.55}
        strokeWidth={px}
      />
      {sheet.borderless ? (
        <g>
          <rect
            x={-mm(o.left)}
            y={-mm(o.lead)}
            width={W + mm(o.left + o.right)}
            height={L + mm(o.lead + o.trail)}
            fill="none"
            stroke="var(--stop)"
            strokeWidth={px}
            strokeDasharray={`${5 * px} ${3 * px}`}
          />
          <Leader x={W + mm(o.right)} y={-mm(o.lead)} toX={W + 52 * px} toY={-12 * px} px={px} />
          <text x={W + 55 * px} y={-8 * px} fontSize={11 * px} fill="var(--stop)">
            overspray {lengthNumber(most, unit)}
          </text>
        </g>
      ) : (
        <rect
          x={mm(sheet.area.x)}
          y={mm(sheet.area.y)}
          width={mm(sheet.area.w)}
          height={mm(sheet.area.h)}
          fill="none"
          stroke="var(--fine)"
          strokeOpacity={0.8}
          strokeWidth={px}
          strokeDasharray={`${3 * px} ${3 * px}`}
        />
      )}
      <Dimension x1={0} y1={-22 * px} x2={W} y2={-22 * px} length={sheet.sheet.width} unit={unit} px={px} />
      <Dimension x1={-30 * px} y1={0} x2={-30 * px} y2={L} length={sheet.sheet.length} unit={unit} px={px} />
      <g stroke="var(--soft)" fill="var(--soft)" strokeWidth={px}>
        <path d={`M${W / 2} ${L + 46 * px}v${-26 * px}`} />
        <path d={`M${W / 2} ${L + 17 * px}l${3 * px} ${7 * px}h${-6 * px}z`} stroke="none" />
        <text x={W / 2 + 10 * px} y={L + 42 * px} fontSize={11 * px} stroke="none">
          {sheet.roll ? 'cut end' : 'trail edge'}; feeds upwards
        </text>
      </g>
    </g>
  )
})

type PlacedProps = {
  readonly sheet: DrawnSheet
  readonly piece: DrawnPiece
  readonly picture: DrawnPicture
  readonly unit: LengthUnit
  readonly px: number
  readonly anchor: Anchor
  readonly dimensions: boolean
  readonly grey: boolean | GreyWay
  readonly onAnchor?: (anchor: Anchor) => void
}

/** How far the anchor moves per um of hand, across and along; 0 where there is no play. */
function play(sheet: DrawnSheet, piece: DrawnPiece): { readonly x: number; readonly y: number } {
  const { rect, full } = piece.placed
  const span = (frame: number, seen: number, all: number): number => {
    const free = Math.abs(frame - seen) > 2 ? frame - seen : seen - all
    return Math.abs(free) > 2 ? 1 / free : 0
  }
  return { x: span(sheet.frame.w, rect.w, full.w), y: span(sheet.frame.h, rect.h, full.h) }
}

const clamp01 = (v: number): number => Math.min(1, Math.max(0, v))

/** Letters that stand on the drawing's picture for how much an arrow key moves: a hundredth, a tenth with shift. */
const STEP = 0.01

function Placed({ sheet, piece, picture, unit, px, anchor, dimensions, grey, onAnchor }: PlacedProps) {
  const drag = useRef<{ x: number; y: number; anchor: Anchor; perPx: number } | null>(null)
  const { part } = piece
  const full = grow(sheet.enlargement, part.full)
  const window = grow(sheet.enlargement, part.window)
  const seen = intersect(window, sheetRect(sheet.sheet))
  const matrix = pictureMatrix({ ...part, full, window }, picture.size).map(mm)
  const reach = play(sheet, piece)

  const down = (event: PointerEvent<SVGGElement>): void => {
    if (!onAnchor || event.button !== 0) return
    event.currentTarget.setPointerCapture(event.pointerId)
    drag.current = { x: event.clientX, y: event.clientY, anchor, perPx: px * 1000 }
  }
  const move = (event: PointerEvent<SVGGElement>): void => {
    const from = drag.current
    if (!from || !onAnchor) return
    onAnchor({
      x: clamp01(from.anchor.x + (event.clientX - from.x) * from.perPx * reach.x),
      y: clamp01(from.anchor.y + (event.clientY - from.y) * from.perPx * reach.y),
    })
  }
  const up = (): void => {
    drag.current = null
  }
  const press = (event: KeyboardEvent): void => {
    if (!onAnchor) return
    const step = event.shiftKey ? STEP * 10 : STEP
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[event.key]
    if (event.key === 'Home') onAnchor({ x: 0.5, y: 0.5 })
    else if (by) {
      const toward = (r: number): number => (r < 0 ? -1 : 1)
      onAnchor({
        x: clamp01(anchor.x + (by[0] ?? 0) * toward(reach.x)),
        y: clamp01(anchor.y + (by[1] ?? 0) * toward(reach.y)),
      })
    } else return
    event.preventDefault()
  }

  const filterId = useId()
  return (
    <g>
      {piece.placed.lossPercent > 0.05 ? (
        <rect
          {...box(full)}
          fill="var(--ink)"
          fillOpacity={0.06}
          stroke="var(--soft)"
          strokeWidth={px}
          strokeDasharray={`${2 * px} ${3 * px}`}
        />
      ) : null}
      <g
        className={onAnchor ? css.movable : undefined}
        {...(onAnchor
          ? {
              tabIndex: 0,
              role: 'application',
              'aria-label': 'The picture on the sheet: arrow keys move it, shift moves it further, Home centres it',
            }
          : {})}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
        onKeyDown={press}
      >
        <svg
          {...box(seen)}
          viewBox={`${mm(seen.x)} ${mm(seen.y)} ${mm(seen.w)} ${mm(seen.h)}`}
          preserveAspectRatio="none"
          className={grey === true ? css.grey : undefined}
          filter={typeof grey === 'string' ? `url(#${filterId})` : undefined}
        >
          {typeof grey === 'string' ? <GreyFilter id={filterId} way={grey} /> : null}
          {[...new Set([picture.thumb, picture.url])].map((href) => (
            <image
              key={href}
              href={href}
              width={1}
              height={1}
              preserveAspectRatio="none"
              transform={`matrix(${matrix.join(' ')})`}
            />
          ))}
        </svg>
        <rect {...box(seen)} fill="transparent" className={css.hold} strokeWidth={2 * px} />
      </g>
      <CutOff sheet={sheet} piece={piece} px={px} />
      <Slivers sheet={sheet} piece={piece} px={px} />
      <IfLeft sheet={sheet} piece={piece} unit={unit} px={px} />
      {dimensions ? <PictureDimensions sheet={sheet} piece={piece} unit={unit} px={px} /> : null}
    </g>
  )
}

/** A weighting of light as a filter of the drawing: what the print will be made of (its default space is linear light). */
function GreyFilter({ id, way }: { readonly id: string; readonly way: GreyWay }) {
  const row = `${weightsOf(way).join(' ')} 0 0`
  return (
    <filter id={id} colorInterpolationFilters="linearRGB">
      <feColorMatrix type="matrix" values={`${row} ${row} ${row} 0 0 0 1 0`} />
    </filter>
  )
}
