'use client'

import { type ClipboardEvent, type KeyboardEvent, useEffect, useState } from 'react'
import { LENGTHS, type LengthName, nominal, type SheetReading } from '@/core/edge/readings'
import type { RulerLayout } from '@/core/edge/ruler-sheet'
import { um } from '@/core/length/length'
import { readLength } from '@/core/length/read'
import { lengthNumber, writeLength } from '@/core/length/write'
import { EDGE_NAMES, type EdgeName } from '@/core/sheet/sheet'
import { sayLength } from '@/core/words/lengths'
import { useWays } from '@/ui/unit/unit'
import css from './edge-check.module.css'
import type { Focus } from './types'

type Column =
  | { readonly kind: 'tick'; readonly edge: EdgeName }
  | { readonly kind: 'length'; readonly name: LengthName }

const COLUMNS: readonly Column[] = [
  ...EDGE_NAMES.map((edge) => ({ kind: 'tick', edge }) as const),
  ...LENGTHS.map((name) => ({ kind: 'length', name }) as const),
]

const keyOf = (c: Column): string => (c.kind === 'tick' ? c.edge : c.name)

/** One row a sheet, one column a reading. Enter goes down a column, pasted rows fill from where they are pasted. */
export function ReadingTable(props: {
  readonly layout: RulerLayout
  readonly readings: readonly SheetReading[]
  readonly open: boolean
  readonly focus: Focus
  readonly onFocus: (focus: Focus) => void
  readonly onChange: (sheet: number, reading: SheetReading) => void
}) {
  const { layout, readings, open, focus, onFocus, onChange } = props
  const { unit } = useWays()
  const put = (reading: SheetReading, column: Column, value: number | null): SheetReading =>
    column.kind === 'tick'
      ? { ...reading, ticks: { ...reading.ticks, [column.edge]: value } }
      : { ...reading, lengths: { ...reading.lengths, [column.name]: value === null ? null : um(value) } }
  const paste = (event: ClipboardEvent, sheet: number, from: number): void => {
    const rows = event.clipboardData
      .getData('text')
      .trim()
      .split(/\r?\n/)
      .map((line) => line.split('\t'))
    if (rows.length === 1 && (rows[0]?.length ?? 0) === 1) return
    event.preventDefault()
    rows.forEach((cells, i) => {
      const before = readings[sheet - 1 + i]
      if (!before) return
      const filled = cells.reduce((reading, cell, k) => {
        const column = COLUMNS[from + k]
        const value = column ? valueTyped(column, cell, unit) : null
        return column && value?.ok ? put(reading, column, value.value) : reading
      }, before)
      onChange(sheet + i, filled)
    })
  }
  return (
    <div className={css.scroll}>
      <table className={css.readings}>
        <thead>
          <tr>
            <td />
            <th colSpan={4} scope="colgroup">
              First tick that shows
            </th>
            <th colSpan={5} scope="colgroup">
              Lengths, {unit}
            </th>
            <td />
          </tr>
          <tr>
            <th scope="col">Sheet</th>
            {COLUMNS.map((c) => (
              <th key={keyOf(c)} scope="col" title={c.kind === 'length' ? about(layout, c.name, unit) : undefined}>
                {c.kind === 'tick' ? c.edge : c.name}
              </th>
            ))}
            <th scope="col">Leave out</th>
          </tr>
        </thead>
        <tbody>
          {readings.map((reading, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: sheets are numbered by their place
            <tr key={i} data-out={reading.leftOut}>
              <th scope="row">{i + 1}</th>
              {COLUMNS.map((column, k) => {
                const on =
                  focus.sheet === i + 1 &&
                  focus.kind === column.kind &&
                  (focus.kind === 'tick'
                    ? column.kind === 'tick' && focus.edge === column.edge
                    : column.kind === 'length' && focus.name === column.name)
                return (
                  <td key={keyOf(column)} data-on={on}>
                    <Cell
                      label={`Sheet ${i + 1}, ${keyOf(column)}`}
                      row={i}
                      column={k}
                      at={column}
                      value={column.kind === 'tick' ? reading.ticks[column.edge] : reading.lengths[column.name]}
                      open={open}
                      onFocus={() =>
                        onFocus(
                          column.kind === 'tick'
                            ? { kind: 'tick', edge: column.edge, sheet: i + 1 }
                            : { kind: 'length', name: column.name, sheet: i + 1 },
                        )
                      }
                      onPaste={(e) => paste(e, i + 1, k)}
                      onValue={(value) => onChange(i + 1, put(reading, column, value))}
                    />
                  </td>
                )
              })}
              <td>
                <input
                  type="checkbox"
                  aria-label={`Leave out sheet ${i + 1}`}
                  checked={reading.leftOut}
                  disabled={!open}
                  onChange={(e) => onChange(i + 1, { ...reading, leftOut: e.currentTarget.checked })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

const about = (layout: RulerLayout, name: LengthName, unit: 'mm' | 'in'): string =>
  `about ${writeLength(um(nominal(layout, name)), unit)}`

type Read = { readonly ok: true; readonly value: number | null } | { readonly ok: false; readonly says: string }

/** What was typed: a whole tick, or a length; nothing is nothing read. */
function valueTyped(column: Column, text: string, unit: 'mm' | 'in'): Read {
  const typed = text.trim()
  if (typed === '') return { ok: true, value: null }
  if (column.kind === 'tick')
    return /^-?\d{1,3}$/.test(typed)
      ? { ok: true, value: Number(typed) }
      : { ok: false, says: `“${typed}” is no tick: a whole number, as printed beside it.` }
  const read = readLength(typed, unit)
  return read.ok ? { ok: true, value: read.value } : { ok: false, says: sayLength(read.problem, unit) }
}

function Cell(props: {
  readonly label: string
  readonly row: number
  readonly column: number
  readonly at: Column
  readonly value: number | null
  readonly open: boolean
  readonly onFocus: () => void
  readonly onPaste: (event: ClipboardEvent) => void
  readonly onValue: (value: number | null) => void
}) {
  const { unit } = useWays()
  const shown =
    props.value === null
      ? ''
      : props.at.kind === 'tick'
        ? String(props.value)
        : unit === 'mm'
          ? (props.value / 1000).toFixed(2).replace(/0$/, '')
          : lengthNumber(um(props.value), unit)
  const [typed, setTyped] = useState(shown)
  const [wrong, setWrong] = useState<string | null>(null)
  useEffect(() => {
    setTyped(shown)
    setWrong(null)
  }, [shown])
  const take = (): void => {
    if (typed === shown) return setWrong(null)
    const read = valueTyped(props.at, typed, unit)
    if (!read.ok) return setWrong(read.says)
    setWrong(null)
    props.onValue(read.value)
  }
  const keys = (event: KeyboardEvent<HTMLInputElement>): void => {
    const to = event.key === 'Enter' || event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    if (to === 0) return
    event.preventDefault()
    take()
    event.currentTarget
      .closest('table')
      ?.querySelector<HTMLInputElement>(`[data-cell="${props.row + to}/${props.column}"]`)
      ?.focus()
  }
  return (
    <>
      <input
        className={css.cell}
        data-kind={props.at.kind}
        data-cell={`${props.row}/${props.column}`}
        aria-label={props.label}
        aria-invalid={wrong !== null}
        title={wrong ?? undefined}
        inputMode="decimal"
        autoComplete="off"
        value={typed}
        disabled={!props.open}
        onFocus={(e) => {
          e.currentTarget.select()
          props.onFocus()
        }}
        onPaste={props.onPaste}
        onChange={(e) => setTyped(e.currentTarget.value)}
        onBlur={take}
        onKeyDown={keys}
      />
      {wrong ? <span className={css.wrong}>{wrong}</span> : null}
    </>
  )
}
