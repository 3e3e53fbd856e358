'use client'

import { Button } from '@mantine/core'
import { type KeyboardEvent, type MouseEvent, useCallback, useRef, useState } from 'react'
import type { TraySheet } from '@/contract/tray'
import { um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import { useWays } from '@/ui/unit/unit'
import { Instruments } from './instruments'
import css from './tray.module.css'
import { useSwitch } from './use-switch'

type Point = { readonly x: number; readonly y: number }

/** How wide the loupe sees, mm, and by how much it enlarges. */
const WIDE = 9
const ENLARGE = 3
const FINE = 0.05

const clamp = (v: number, max: number): number => Math.min(max + 2, Math.max(-2, v))

/**
 * One sheet: the crosshair goes where it is pressed, arrows move it by 0.05 mm (with Shift by 1 mm), the loupe shows the
 * paper there. "Set" makes the place the rule's beginning; the rule measures from there, or from the sheet's corner.
 */
export function Loupe({ sheet, instruments }: { readonly sheet: TraySheet; readonly instruments: boolean }) {
  const { unit } = useWays()
  const [at, setAt] = useState<Point>({ x: sheet.width / 2, y: sheet.length / 2 })
  const [from, setFrom] = useState<Point | null>(null)
  const { flip, busy } = useSwitch(sheet.printer)
  const board = useRef<SVGSVGElement>(null)
  const move = useCallback(
    (x: number, y: number): void =>
      setAt({
        x: clamp(Math.round(x / FINE) * FINE, sheet.width),
        y: clamp(Math.round(y / FINE) * FINE, sheet.length),
      }),
    [sheet.width, sheet.length],
  )
  const press = (event: MouseEvent<SVGSVGElement>): void => {
    const box = event.currentTarget.getBoundingClientRect()
    const scale = Math.max((sheet.width + 8) / box.width, (sheet.length + 8) / box.height)
    move(
      sheet.width / 2 + (event.clientX - box.left - box.width / 2) * scale,
      sheet.length / 2 + (event.clientY - box.top - box.height / 2) * scale,
    )
    event.currentTarget.focus()
  }
  const pressLoupe = (event: MouseEvent<HTMLButtonElement>): void => {
    const box = event.currentTarget.getBoundingClientRect()
    move(
      at.x + ((event.clientX - box.left) / box.width - 0.5) * WIDE,
      at.y + ((event.clientY - box.top) / box.height - 0.5) * WIDE,
    )
    board.current?.focus()
  }
  const keys = (event: KeyboardEvent): void => {
    const step = event.shiftKey ? 1 : FINE
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[event.key]
    if (by) {
      event.preventDefault()
      move(at.x + (by[0] ?? 0), at.y + (by[1] ?? 0))
    }
    if (event.key === 'm') setFrom(at)
    if (event.key === 'Escape') setFrom(null)
  }
  const address = `/api/tray/${sheet.printer}/${sheet.number}`
  const n = (mm: number): string =>
    unit === 'mm' ? `${mm.toFixed(2)} mm` : writeLength(um(Math.round(mm * 1000)), unit)
  const rows: readonly (readonly [string, string])[] = from
    ? [
        ['across', n(Math.abs(at.x - from.x))],
        ['along', n(Math.abs(at.y - from.y))],
        ['straight', n(Math.hypot(at.x - from.x, at.y - from.y))],
      ]
    : []
  const px = Math.max(sheet.width, sheet.length) / 560
  return (
    <section className={css.loupe} aria-label={`Sheet ${sheet.number}`}>
      <svg
        ref={board}
        className={css.board}
        viewBox={`-4 -4 ${sheet.width + 8} ${sheet.length + 8}`}
        role="application"
        aria-label="The sheet. Arrows move the crosshair, with Shift by a millimetre; m begins the rule."
        // biome-ignore lint/a11y/noNoninteractiveTabindex: moved over by arrows
        tabIndex={0}
        onMouseDown={press}
        onKeyDown={keys}
      >
        <image href={address} width={sheet.width} height={sheet.length} preserveAspectRatio="none" />
        <g stroke="var(--stop)" strokeWidth={px}>
          <path d={`M${at.x} -4V${sheet.length + 4}M-4 ${at.y}H${sheet.width + 4}`} opacity={0.55} />
          {from ? (
            <>
              <line
                x1={from.x}
                y1={from.y}
                x2={at.x}
                y2={at.y}
                stroke="var(--pencil-on-paper)"
                strokeWidth={1.6 * px}
              />
              <circle cx={from.x} cy={from.y} r={3 * px} fill="none" stroke="var(--pencil-on-paper)" />
            </>
          ) : null}
        </g>
      </svg>
      <div className={css.tools}>
        <button
          type="button"
          className={css.eye}
          onMouseDown={pressLoupe}
          aria-label="Loupe: press to move there"
          tabIndex={-1}
        >
          {/* biome-ignore lint/performance/noImgElement: the sheet's own pixels, as they are */}
          <img
            src={`${address}/loupe?x=${at.x.toFixed(2)}&y=${at.y.toFixed(2)}&wide=${WIDE}&enlarge=${ENLARGE}`}
            alt={`${WIDE} mm of the sheet about the crosshair`}
            width={320}
            height={320}
          />
          <span className={css.hair} aria-hidden="true" />
        </button>
        <dl className="facts">
          <dt>From the left edge</dt>
          <dd>{n(at.x)}</dd>
          <dt>From the right</dt>
          <dd>{n(sheet.width - at.x)}</dd>
          <dt>From the lead edge</dt>
          <dd>{n(at.y)}</dd>
          <dt>From the trail</dt>
          <dd>{n(sheet.length - at.y)}</dd>
          {rows.map(([name, value]) => (
            <RuleRow key={name} name={name} value={value} />
          ))}
        </dl>
        <div className={css.row}>
          <Button size="compact-sm" onClick={() => setFrom(at)} title="Measure from here (m)">
            Measure from here
          </Button>
          {from ? (
            <Button size="compact-sm" variant="default" onClick={() => setFrom(null)}>
              Clear
            </Button>
          ) : null}
          <Button
            size="compact-sm"
            variant="default"
            loading={busy}
            title="The next print of its size goes on this sheet"
            onClick={() => void flip({ again: sheet.number })}
          >
            Feed it again
          </Button>
        </div>
        <p className="soft small">
          Press on the sheet, then into the loupe. Arrows move by {n(FINE)}, with Shift by {n(1)}. The loupe shows{' '}
          {WIDE} mm.
        </p>
        <a href={`${address}/file`} download className="small">
          Save this sheet as PNG
        </a>
        {instruments ? <Instruments address={address} jobs={[sheet.jobName, ...sheet.earlier.toReversed()]} /> : null}
      </div>
    </section>
  )
}

const RuleRow = ({ name, value }: { readonly name: string; readonly value: string }) => (
  <>
    <dt>Rule, {name}</dt>
    <dd className="strong">{value}</dd>
  </>
)
