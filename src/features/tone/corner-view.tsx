'use client'

import { type KeyboardEvent, type PointerEvent, useRef } from 'react'
import type { Corners } from '@/core/tone/plane'
import type { SampledPatch } from '@/core/tone/sample'
import type { Spot } from '@/core/tone/scan'
import css from './tone.module.css'

const NAMES = [
  'the first bar’s left corner',
  'the first bar’s right corner',
  'the last corner right',
  'the last corner left',
]

/**
 * The scan with what was read on it: each patch where it was looked at. Corners that are set by hand are dragged, or moved
 * by the arrow keys (with Shift ten times as far).
 */
export function CornerView(props: {
  readonly preview: string
  readonly width: number
  readonly height: number
  readonly patches: readonly SampledPatch[]
  /** null: they were found */
  readonly corners: Corners | null
  readonly onCorners: (corners: Corners) => void
}) {
  const { preview, width, height, patches, corners, onCorners } = props
  const board = useRef<SVGSVGElement>(null)
  const put = (which: number, to: Spot): void => {
    if (!corners) return
    const inside = { x: Math.min(width, Math.max(0, to.x)), y: Math.min(height, Math.max(0, to.y)) }
    onCorners(corners.map((c, i) => (i === which ? inside : c)) as unknown as Corners)
  }
  const drag = (which: number, event: PointerEvent): void => {
    if (event.buttons !== 1 || !board.current) return
    const box = board.current.getBoundingClientRect()
    put(which, {
      x: ((event.clientX - box.left) / box.width) * width,
      y: ((event.clientY - box.top) / box.height) * height,
    })
  }
  const keys = (which: number, event: KeyboardEvent): void => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
    const at = corners?.[which]
    if (!by || !at) return
    event.preventDefault()
    const step = (event.shiftKey ? 10 : 1) * Math.max(1, width / 1000)
    put(which, { x: at.x + (by[0] ?? 0) * step, y: at.y + (by[1] ?? 0) * step })
  }
  return (
    <div className={css.scan}>
      {/* biome-ignore lint/performance/noImgElement: the scan that was chosen just now */}
      <img src={preview} alt="The scan" />
      <svg ref={board} viewBox={`0 0 ${width} ${height}`} preserveAspectRatio="none" aria-label="What was read">
        {patches.map((p) => (
          <polygon
            key={p.d}
            className={css.patch}
            data-fault={p.fault ?? undefined}
            points={p.corners.map((c) => `${c.x},${c.y}`).join(' ')}
          >
            <title>{`${Math.round(100 * p.d)} %${p.fault ? `, ${p.fault}` : ''}`}</title>
          </polygon>
        ))}
        {corners?.map((c, i) => (
          <circle
            key={NAMES[i]}
            className={css.corner}
            cx={c.x}
            cy={c.y}
            r={width / 60}
            role="slider"
            aria-label={`Corner ${i + 1}: ${NAMES[i]}. Arrow keys move it.`}
            aria-valuenow={Math.round(c.x)}
            aria-valuetext={`${Math.round(c.x)}, ${Math.round(c.y)}`}
            aria-valuemin={0}
            aria-valuemax={width}
            tabIndex={0}
            onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
            onPointerMove={(e) => drag(i, e)}
            onKeyDown={(e) => keys(i, e)}
          />
        ))}
      </svg>
    </div>
  )
}
