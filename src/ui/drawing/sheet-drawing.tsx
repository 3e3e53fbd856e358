'use client'

import { useElementSize } from '@mantine/hooks'
import { type KeyboardEvent, memo, type PointerEvent, useId, useRef } from 'react'
import { grow } from '@/core/edge/enlargement'
import type { LengthUnit, Um } from '@/core/length/length'
import { lengthNumber, measuredPair } from '@/core/length/write'
import { pictureMatrix } from '@/core/page/matrix'
import type { Anchor, PictureSize } from '@/core/placing/placing'
import { EDGE_NAMES, type EdgeName, intersect, type Rect, sheetRect } from '@/core/sheet/sheet'
import { distances, type PieceOutcome } from '@/core/slip/outcome'
import type { SheetOutcome } from '@/core/slip/sheet-outcome'
import { Dimension } from './dimension'
import css from './sheet-drawing.module.css'

const mm = (length: number): number => length / 1000

/** Room around the sheet for dimension lines, px. */
const PAD = { left: 92, right: 126, top: 42, bottom: 58 }

/** What the drawing needs of a sheet and of a piece: what a slip predicts, or what a run's record kept. */
export type DrawnSheet = Pick<
  SheetOutcome,
  'sheet' | 'roll' | 'overspray' | 'enlargement' | 'borderless' | 'area' | 'frame'
>
export type DrawnPiece = Pick<
  PieceOutcome,
  'asked' | 'sent' | 'onPaper' | 'cutOff' | 'slivers' | 'reaches' | 'part'
> & {
  readonly placed: Pick<PieceOutcome['placed'], 'rect' | 'full' | 'lossPercent'>
}

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
  readonly grey?: boolean
  readonly onAnchor?: (anchor: Anchor) => void
}) {
  const { sheet, pieces, picture, unit, at, anchor, grey = false, onAnchor } = props
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

/** From a label to the line that it speaks of. */
const Leader = (p: {
  readonly x: number
  readonly y: number
  readonly toX: number
  readonly toY: number
  readonly px: number
}) => <path d={`M${p.x} ${p.y}L${p.toX} ${p.toY}`} stroke="var(--stop)" strokeWidth={0.75 * p.px} fill="none" />

type PlacedProps = {
  readonly sheet: DrawnSheet
  readonly piece: DrawnPiece
  readonly picture: DrawnPicture
  readonly unit: LengthUnit
  readonly px: number
  readonly anchor: Anchor
  readonly dimensions: boolean
  readonly grey: boolean
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
          className={grey ? css.grey : undefined}
        >
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

const box = (r: Rect) => ({ x: mm(r.x), y: mm(r.y), width: Math.max(0, mm(r.w)), height: Math.max(0, mm(r.h)) })

type PartProps = Pick<PlacedProps, 'sheet' | 'piece' | 'px'>

/** What the printer would leave white at its margins, hatched. */
function CutOff({ sheet, piece, px }: PartProps) {
  const id = useId()
  if (sheet.borderless || EDGE_NAMES.every((e) => piece.cutOff[e] === 0)) return null
  const landed = grow(sheet.enlargement, piece.sent)
  const r = intersect(landed, sheetRect(sheet.sheet))
  const a = sheet.area
  const outer = `M${mm(r.x)} ${mm(r.y)}h${mm(r.w)}v${mm(r.h)}h${-mm(r.w)}z`
  const inner = `M${mm(a.x)} ${mm(a.y)}v${mm(a.h)}h${mm(a.w)}v${-mm(a.h)}z`
  return (
    <g>
      <defs>
        <pattern
          id={`${id}-hatch`}
          width={6 * px}
          height={6 * px}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width={6 * px} height={6 * px} fill="#fff" fillOpacity={0.75} />
          <rect width={2 * px} height={6 * px} fill="var(--stop)" />
        </pattern>
        <clipPath id={`${id}-clip`}>
          <path d={outer} />
        </clipPath>
      </defs>
      <path d={`${outer}${inner}`} fill={`url(#${id}-hatch)`} fillRule="evenodd" clipPath={`url(#${id}-clip)`} />
    </g>
  )
}

/** Where white may show at an edge, as wide as it may be and at least a hair on screen. */
function Slivers({ sheet, piece, px }: PartProps) {
  const W = mm(sheet.sheet.width)
  const L = mm(sheet.sheet.length)
  const at: Readonly<Record<EdgeName, (t: number) => object>> = {
    left: (t) => ({ x: 0, y: 0, width: t, height: L }),
    right: (t) => ({ x: W - t, y: 0, width: t, height: L }),
    lead: (t) => ({ x: 0, y: 0, width: W, height: t }),
    trail: (t) => ({ x: 0, y: L - t, width: W, height: t }),
  }
  return EDGE_NAMES.filter((e) => piece.slivers[e] > 0).map((e) => (
    <rect key={e} {...at[e](Math.max(1.5 * px, mm(piece.slivers[e])))} fill="var(--caution)" fillOpacity={0.85} />
  ))
}

/** Where the print would land if enlargement were left: said beside the sheet, dotted on it. */
function IfLeft({ sheet, piece, unit, px }: PartProps & { readonly unit: LengthUnit }) {
  const landed = grow(sheet.enlargement, piece.asked)
  const same = Math.abs(landed.w - piece.onPaper.w) < 50 && Math.abs(landed.h - piece.onPaper.h) < 50
  const fills = piece.reaches.left && piece.reaches.right && piece.reaches.lead && piece.reaches.trail
  if (!sheet.borderless || same || fills) return null
  return (
    <g>
      <rect
        {...box(landed)}
        fill="none"
        stroke="var(--stop)"
        strokeWidth={px}
        strokeDasharray={`${1.5 * px} ${2.5 * px}`}
      />
      <Leader
        x={mm(landed.x + landed.w)}
        y={mm(landed.y)}
        toX={mm(sheet.sheet.width) + 52 * px}
        toY={Math.max(mm(piece.onPaper.y) - 18 * px, 4 * px)}
        px={px}
      />
      <text
        x={mm(sheet.sheet.width) + 55 * px}
        y={Math.max(mm(piece.onPaper.y) - 14 * px, 8 * px)}
        fontSize={11 * px}
        fill="var(--stop)"
      >
        if left: {measuredPair(landed.w, landed.h, unit).replace(/ (mm|in)$/, '')}
      </text>
    </g>
  )
}

function PictureDimensions({ sheet, piece, unit, px }: PartProps & { readonly unit: LengthUnit }) {
  const r = piece.onPaper
  const d = distances(sheet.sheet, r)
  const [x, y, w, h] = [mm(r.x), mm(r.y), mm(r.w), mm(r.h)]
  const W = mm(sheet.sheet.width)
  const L = mm(sheet.sheet.length)
  const roomy = (length: number): boolean => mm(length) > 26 * px
  /** from the picture to each edge: across in its middle, along where the numbers leave room */
  const at: Readonly<Record<EdgeName, readonly [number, number, number, number]>> = {
    left: [0, y + h / 2, x, y + h / 2],
    right: [x + w, y + h / 2, W, y + h / 2],
    lead: [x + w * 0.8, 0, x + w * 0.8, y],
    trail: [x + w * 0.8, y + h, x + w * 0.8, L],
  }
  const low = y + h + 16 * px > L - 4 * px ? L - 12 * px : y + h + 16 * px
  return (
    <g className={css.quiet}>
      {mm(d.trail) > 30 * px ? (
        <Dimension x1={x} y1={low} x2={x + w} y2={low} length={r.w} unit={unit} px={px} on="paper" />
      ) : null}
      <Dimension x1={W + 34 * px} y1={y} x2={W + 34 * px} y2={y + h} length={r.h} unit={unit} px={px} />
      {EDGE_NAMES.filter((e) => roomy(d[e])).map((e) => {
        const [x1, y1, x2, y2] = at[e]
        const beside = e === 'left' || e === 'right' ? 'above' : 'right'
        return <Dimension key={e} {...{ x1, y1, x2, y2, unit, px, beside }} length={d[e]} on="paper" />
      })}
    </g>
  )
}
