'use client'
import { useId } from 'react'
import { grow } from '@/core/edge/enlargement'
import type { LengthUnit } from '@/core/length/length'
import { measuredPair } from '@/core/length/write'
import { EDGE_NAMES, type EdgeName, intersect, type Rect, sheetRect } from '@/core/sheet/sheet'
import { distances, type PieceOutcome } from '@/core/slip/outcome'
import type { SheetOutcome } from '@/core/slip/sheet-outcome'
import { Dimension } from './dimension'
import css from './sheet-drawing.module.css'

export const mm = (length: number): number => length / 1000

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

/** From a label to the line that it speaks of. */
export const Leader = (p: {
  readonly x: number
  readonly y: number
  readonly toX: number
  readonly toY: number
  readonly px: number
}) => <path d={`M${p.x} ${p.y}L${p.toX} ${p.toY}`} stroke="var(--stop)" strokeWidth={0.75 * p.px} fill="none" />

export const box = (r: Rect) => ({ x: mm(r.x), y: mm(r.y), width: Math.max(0, mm(r.w)), height: Math.max(0, mm(r.h)) })

type PartProps = { readonly sheet: DrawnSheet; readonly piece: DrawnPiece; readonly px: number }

/** What the printer would leave white at its margins, hatched. */
export function CutOff({ sheet, piece, px }: PartProps) {
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
export function Slivers({ sheet, piece, px }: PartProps) {
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
export function IfLeft({ sheet, piece, unit, px }: PartProps & { readonly unit: LengthUnit }) {
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

export function PictureDimensions({ sheet, piece, unit, px }: PartProps & { readonly unit: LengthUnit }) {
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
