'use client'

import { Select } from '@mantine/core'
import { type ReactNode, useMemo, useState } from 'react'
import type { Elsewhere } from '@/core/offer/elsewhere'
import type { OptionState, Options } from '@/core/options/engine'
import type { Option, Selection } from '@/core/rules/rules'
import { countOf } from '@/core/words/count'
import { sayChange, sayForced, sayReason, valueName } from '@/core/words/options'
import { type Choice, Choices } from '@/ui/parts/choices'
import { foldedFilter } from '@/ui/parts/folded-filter'
import css from './preset.module.css'

/** Longer reasons stand behind a short one, shown when it is pointed at. */
const LONG_REASON = 100
/** From so many on, closed choices are folded. */
const MANY_CLOSED = 5

/** 0 comes first, 2 only when somebody asks for it. */
export type Rank = 0 | 1 | 2

/** One option of a preset: its values, open or closed, with what sets it and what is noted beside it. */
export function OptionRow(props: {
  readonly option: Option
  readonly options: readonly Option[]
  readonly state: OptionState
  readonly engine: Options
  /** the choices that stand */
  readonly selection: Selection
  /** what the preset names for this option, standing or not */
  readonly chosen: string | null
  readonly asked: string | null
  readonly frozen: boolean
  readonly notes: readonly string[]
  /** which values come first, which next, which on request only; left away: all as they stand */
  readonly rank?: ((value: string) => Rank) | undefined
  readonly onAsk: (value: string | null) => void
  readonly onTake: (selection: Selection) => void
  /** other queues that can do it, by the value’s name */
  readonly others: (value: string) => readonly Elsewhere[]
  readonly onCarry: ((queueId: string) => void) | null
  readonly extra: ReactNode
}) {
  const { option, options, state, engine, selection, chosen, asked, frozen, onAsk, onTake } = props
  const closed = state.values.filter((v) => v.is !== 'open')
  const broken = chosen !== null && closed.some((v) => v.id === chosen)
  const only = state.values.filter((v) => v.is === 'open')
  const single = option.values.length > 1 && only.length === 1 && only[0] ? only[0].id : null
  const forced = useMemo(
    () =>
      single !== null && single === chosen ? sayForced(engine.whyForced(selection, option.id, single), options) : null,
    [single, engine, selection, option.id, options, chosen],
  )
  const { rank } = props
  const ranked = rank ? [...option.values].sort((a, b) => rank(a.id) - rank(b.id)) : option.values
  const choices: readonly Choice<string>[] = ranked.map((v) => {
    const is = state.values.find((s) => s.id === v.id)?.is
    return {
      value: v.id,
      label: v.name,
      ...(is === 'open'
        ? {}
        : { closed: is === 'closed' ? 'Closed: press to see why' : 'Not settled within the step limit' }),
    }
  })
  const [all, setAll] = useState(false)
  // many closed ones hide what can be chosen: they wait behind their count
  const away = choices.filter((c) => c.closed && c.value !== chosen && c.value !== asked)
  // and what is seldom meant waits too, as long as there is something that is
  const seldom = choices.filter((c) => rank?.(c.value) === 2 && c.value !== chosen && c.value !== asked)
  const folds = [
    ...(away.length >= MANY_CLOSED ? [{ of: away, says: `${away.length} closed` }] : []),
    ...(seldom.length > 0 ? [{ of: seldom, says: countOf(seldom.length, 'other') }] : []),
  ]
  const folded = new Set(all ? [] : folds.flatMap((f) => f.of))
  const shownChoices = choices.filter((c) => !folded.has(c))
  const long = shownChoices.length > 8
  const shown = asked ?? (broken ? chosen : null)
  const pick = (value: string): void => {
    if (state.values.find((v) => v.id === value)?.is === 'open') {
      onAsk(null)
      onTake({ ...selection, [option.id]: value })
    } else onAsk(value)
  }
  const display = option.id === 'length'
  return (
    <div className={css.row}>
      <span className={css.rowName}>{option.name}</span>
      <div className={css.rowValue}>
        {display ? (
          <LongestPrint option={option} state={state} onAsk={onAsk} />
        ) : long ? (
          <Select
            aria-label={option.name}
            size="xs"
            w={250}
            searchable
            filter={foldedFilter}
            allowDeselect={false}
            disabled={frozen}
            value={chosen}
            data={shownChoices.map((c) => ({ value: c.value, label: c.closed ? `${c.label} (closed)` : c.label }))}
            onChange={(v) => v && pick(v)}
          />
        ) : (
          <Choices
            label={option.name}
            value={chosen}
            choices={shownChoices}
            disabled={frozen}
            onChange={pick}
            onClosed={(c) => onAsk(asked === c.value ? null : c.value)}
          />
        )}
        {!display && folds.length > 0 ? (
          <button type="button" className={css.fold} aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? 'fewer' : folds.map((f) => f.says).join(', ')}
          </button>
        ) : null}
        {props.extra}
        {forced ? (
          <span className="soft small" title={forced}>
            {forced.length > LONG_REASON ? 'set for you by other choices' : forced}
          </span>
        ) : null}
        {props.notes.map((n) => (
          <span key={n} className="soft small">
            {n}
          </span>
        ))}
      </div>
      {shown !== null ? (
        <Why
          option={option}
          options={options}
          value={shown}
          engine={engine}
          selection={selection}
          frozen={frozen}
          onTake={onTake}
          others={props.others}
          onCarry={props.onCarry}
        />
      ) : null}
    </div>
  )
}

/** Not a choice of the preset: how long its prints can be, with what ends it. */
function LongestPrint({
  option,
  state,
  onAsk,
}: {
  readonly option: Option
  readonly state: OptionState
  readonly onAsk: (value: string | null) => void
}) {
  const open = state.values.filter((v) => v.is === 'open')
  const last = open.at(-1)
  const next = state.values[open.length]
  const name = (id: string | undefined): string => option.values.find((v) => v.id === id)?.name ?? 'nothing'
  return (
    <>
      <strong>{name(last?.id)}</strong>
      {next ? (
        <button type="button" className={css.plain} onClick={() => onAsk(next.id)}>
          why not {name(next.id)}?
        </button>
      ) : null}
    </>
  )
}

/** Why a value is closed, and the smallest change that opens it, as one press with what follows from it. */
function Why(props: {
  readonly option: Option
  readonly options: readonly Option[]
  readonly value: string
  readonly engine: Options
  readonly selection: Selection
  readonly frozen: boolean
  readonly onTake: (selection: Selection) => void
  readonly others: (value: string) => readonly Elsewhere[]
  readonly onCarry: ((queueId: string) => void) | null
}) {
  const { option, options, value, engine, selection, onTake, onCarry } = props
  const could = option.id === 'length' ? [] : props.others(valueName(options, option.id, value))
  const reason = useMemo(() => engine.reason(selection, option.id, value), [engine, selection, option.id, value])
  const preview = useMemo(() => engine.preview(selection, option.id, value), [engine, selection, option.id, value])
  if (!reason)
    return (
      <p className={css.why}>
        {valueName(options, option.id, value)} is not settled: the rules are too tangled to say in the time given.
      </p>
    )
  const others = preview
    ? preview.moves.length +
      preview.forced.filter((f) => selection[f.option] !== undefined && selection[f.option] !== f.to).length
    : 0
  return (
    <div className={css.why} role="status">
      <span>{sayReason(reason, options, option.id, value)}</span>
      {preview && !props.frozen && option.id !== 'length' ? (
        <button type="button" className={css.offer} onClick={() => onTake(preview.selection)}>
          {sayChange({ moves: preview.moves, smallest: true }, options, option.id, value)}
          <span className="soft small">
            {' '}
            (
            {others === 0
              ? 'nothing else changes'
              : others === 1
                ? '1 other setting will change'
                : `${others} other settings will change`}
            )
          </span>
        </button>
      ) : null}
      {!preview ? <span className="soft small">No change of other choices opens it on this queue.</span> : null}
      {onCarry && !props.frozen
        ? could.map((q) => (
            <button key={q.queueId} type="button" className={css.offer} onClick={() => onCarry(q.queueId)}>
              {q.queue} can: carry a copy there
            </button>
          ))
        : null}
    </div>
  )
}
