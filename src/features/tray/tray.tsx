'use client'

import { Button, NumberInput, Switch } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { type KeyboardEvent, type MouseEvent, useCallback, useEffect, useRef, useState } from 'react'
import type { TrayNames, TrayPrinter, TraySheet, TraySwitch } from '@/contract/tray'
import { um } from '@/core/length/length'
import { tradePair, writeLength } from '@/core/length/write'
import { sayReasons } from '@/core/words/printer-says'
import { sayAgo } from '@/ui/parts/dates'
import { PageHead } from '@/ui/parts/page-head'
import { tell } from '@/ui/parts/tell'
import { useWays } from '@/ui/unit/unit'
import css from './tray.module.css'

/** The output tray of the simulated printers: sheets with a loupe and a rule, and what is done at the machines by hand. */
export function Tray(props: {
  readonly sheets: readonly TraySheet[]
  readonly chosen: TraySheet | null
  readonly printers: readonly TrayPrinter[]
  /** what the room calls the feeds and media settings of a machine, by the machine and its own keywords */
  readonly names: TrayNames
  readonly now: number
}) {
  const { sheets, chosen, printers, names, now } = props
  const { unit } = useWays()
  return (
    <>
      <PageHead title="Output tray" sub="what the simulated printers have put out; measured as one would on paper" />
      <div className={css.page}>
        <nav className={css.sheets} aria-label="Sheets">
          {sheets.length === 0 ? (
            <p className="soft small">
              Nothing has come out yet. “Print and log” on a slip, or an edge check, puts sheets here.
            </p>
          ) : null}
          {sheets.slice(0, 60).map((s) => (
            <Link
              key={`${s.printer}/${s.number}`}
              href={`/tray?sheet=${s.printer}/${s.number}`}
              className={css.sheet}
              aria-current={chosen?.printer === s.printer && chosen.number === s.number ? 'page' : undefined}
              scroll={false}
            >
              <strong>{s.jobName.replace(/^Libreta /, '').replace(/ [0-9a-f]{12}$/, '')}</strong>
              <span className="soft">
                {s.queue}, {tradePair(um(s.width * 1000), um(s.length * 1000), unit)},{' '}
                {s.borderless ? 'borderless' : 'margins'}
                {s.whole ? '' : ', broken off'}, {sayAgo(s.at, now)}
              </span>
            </Link>
          ))}
        </nav>
        {chosen ? <Loupe key={`${chosen.printer}/${chosen.number}`} sheet={chosen} /> : <div className={css.empty} />}
        <aside className={css.machines} aria-label="At the printers">
          <h2>At the printers</h2>
          {printers.map((p) => (
            <Machine key={p.id} printer={p} names={names[p.id] ?? {}} />
          ))}
          {printers.length === 0 ? <p className="soft small">No simulated printer answers.</p> : null}
        </aside>
      </div>
    </>
  )
}

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
function Loupe({ sheet }: { readonly sheet: TraySheet }) {
  const { unit } = useWays()
  const [at, setAt] = useState<Point>({ x: sheet.width / 2, y: sheet.length / 2 })
  const [from, setFrom] = useState<Point | null>(null)
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
        </div>
        <p className="soft small">
          Press on the sheet, then into the loupe. Arrows move by {n(FINE)}, with Shift by {n(1)}. The loupe shows{' '}
          {WIDE} mm.
        </p>
        <a href={`${address}/file`} download className="small">
          Save this sheet as PNG
        </a>
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

/** Paper, ink and who stands by, at one simulated printer. */
function Machine({ printer, names }: { readonly printer: TrayPrinter; readonly names: TrayNames[string] }) {
  const name = (keyword: string): string => names[keyword] ?? keyword.replaceAll('-', ' ')
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const flip = async (what: Omit<TraySwitch, 'printer'>): Promise<void> => {
    setBusy(true)
    const response = await fetch('/api/tray/switch', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ printer: printer.id, ...what }),
    }).catch(() => null)
    setBusy(false)
    if (!response?.ok) tell('The simulated printer did not answer. Is the demo still running?')
    router.refresh()
  }
  const low = printer.inks.filter((i) => i.level < 15)
  return (
    <section className={css.machine} aria-label={printer.name}>
      <h3>
        {printer.name.replace(/,.*/, '')}{' '}
        <span className={printer.state === 'stopped' ? 'level-caution' : 'soft'}>{printer.state}</span>
      </h3>
      {printer.shows ? <p className="level-caution small">It blinks: somebody asked which printer this is.</p> : null}
      {printer.reasons.length > 0 ? (
        <p className="level-caution small">{sayReasons(printer.reasons).join(', ')}</p>
      ) : null}
      {printer.sources.map((s) => (
        <div key={s.keyword} className={css.source}>
          <span className="small">
            {name(s.keyword)}: {name(s.type)}, {s.width} {s.kind === 'roll' ? 'mm wide' : `× ${s.length} mm`}
          </span>
          <LeftField
            label={`${printer.name}, ${name(s.keyword)}: ${s.kind === 'roll' ? 'metres left' : 'sheets left'}`}
            source={s}
            disabled={busy}
            onLeft={(left) => void flip({ source: s.keyword, left })}
          />
        </div>
      ))}
      <Switch
        size="xs"
        label="Somebody stands by and changes paper"
        checked={printer.standsBy}
        disabled={busy}
        onChange={(e) => void flip({ standsBy: e.currentTarget.checked })}
      />
      <div className={css.inks}>
        {printer.inks.map((ink) => (
          <button
            key={ink.name}
            type="button"
            className={css.ink}
            disabled={busy}
            title={`${ink.name}: ${ink.level} %. Press to ${ink.level > 50 ? 'empty' : 'fill'} it.`}
            aria-label={`${ink.name} ${ink.level} %, press to ${ink.level > 50 ? 'empty' : 'fill'}`}
            onClick={() => void flip({ ink: ink.name, level: ink.level > 50 ? 0 : 100 })}
          >
            <span style={{ height: `${ink.level}%`, background: ink.colour }} />
          </button>
        ))}
      </div>
      <p className="soft small">
        {printer.blackIn ? `${printer.blackIn} black in use. ` : ''}
        {low.length > 0 ? `Low: ${low.map((i) => i.name).join(', ')}.` : 'Ink in all channels.'}
      </p>
    </section>
  )
}

/** Sheets or metres left in a source. What is typed stays while news come in; it is sent when the field is left. */
function LeftField(props: {
  readonly label: string
  readonly source: TrayPrinter['sources'][number]
  readonly disabled: boolean
  readonly onLeft: (left: number) => void
}) {
  const { source } = props
  const roll = source.kind === 'roll'
  const there = roll ? source.left / 1000 : source.left
  const [typed, setTyped] = useState<number | string>(there)
  const typing = useRef(false)
  useEffect(() => {
    if (!typing.current) setTyped(there)
  }, [there])
  const leave = (): void => {
    // a field that is shut while it is sent may lose its focus a second time
    if (!typing.current) return
    typing.current = false
    const n = Number.parseFloat(String(typed))
    const left = roll ? Math.round(n * 1000) : n
    if (!Number.isFinite(left)) return setTyped(there)
    if (left !== source.left) props.onLeft(left)
  }
  return (
    <NumberInput
      aria-label={props.label}
      size="xs"
      w={92}
      min={0}
      max={roll ? 100 : 200}
      decimalScale={roll ? 1 : 0}
      suffix={roll ? ' m' : source.left === 1 ? ' sheet' : ' sheets'}
      value={typed}
      disabled={props.disabled}
      onChange={(value) => {
        typing.current = true
        setTyped(value)
      }}
      onBlur={leave}
    />
  )
}
