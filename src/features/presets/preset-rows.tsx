'use client'

import { Select, TextInput } from '@mantine/core'
import { type ReactNode, useEffect, useMemo, useState } from 'react'
import { type Elsewhere, elsewhere } from '@/core/offer/elsewhere'
import type { OptionState, Options } from '@/core/options/engine'
import { engineOf, selectionOf, settingsWith, speaksOfSizes, strays } from '@/core/options/room-options'
import { INTENTS, type Intent, type Settings } from '@/core/preset/settings'
import type { Option, Selection } from '@/core/rules/rules'
import { sayChange, sayForced, sayReason, sayRuleProblem, valueName } from '@/core/words/options'
import { sayRate, sayThickness, sayWeight } from '@/core/words/paper'
import { CountField } from '@/ui/fields/count-field'
import { type Choice, Choices } from '@/ui/parts/choices'
import css from './preset.module.css'
import type { PresetWorld } from './types'

type Change = (settings: Settings) => void

/** Longer reasons stand behind a short one, shown when it is pointed at. */
/** From so many on, closed choices are folded. */
const MANY_CLOSED = 5
const LONG_REASON = 100

/** A queue's options with its rules, compiled once for as long as the queue is looked at. */
export function useEngine(world: PresetWorld, queueId: string) {
  return useMemo(() => {
    const queue = world.queues.find((q) => q.id === queueId)
    if (!queue) return null
    const room = {
      ...{ feeds: queue.feeds, facts: queue.facts, papers: world.papers, profiles: world.profiles },
      ...(speaksOfSizes(queue.facts.rules) ? { sizes: world.sizes } : {}),
    }
    return { queue, ...engineOf(room) }
  }, [world, queueId])
}

/** The room's queues as their options see it. */
const roomsOf = ({ queues, papers, profiles, sizes }: PresetWorld) =>
  queues.map(({ id, name, feeds, facts }) => ({
    ...{ id, name, feeds, facts, papers, profiles },
    ...(speaksOfSizes(facts.rules) ? { sizes } : {}),
  }))

/** The rows of a preset: every value open or closed by the rules of its queue, with the reason and a way to open it. */
export function PresetRows(props: {
  readonly settings: Settings
  readonly world: PresetWorld
  readonly frozen: boolean
  readonly onChange: Change
  /** carries the preset to a queue that can do what is closed here; left away: not offered */
  readonly onCarry?: (queueId: string) => void
}) {
  const { settings, world, frozen, onChange, onCarry } = props
  const made = useEngine(world, settings.queueId)
  const [asked, setAsked] = useState<{ readonly option: string; readonly value: string } | null>(null)
  const selection = useMemo(() => (made ? selectionOf(settings, made.options) : {}), [made, settings])
  // choices that contradict each other: the fewest that have to move are shown as closed, the others stand
  const repair = useMemo(() => made?.engine.repair(selection)?.moves ?? [], [made, selection])
  const standing = useMemo(
    () => Object.fromEntries(Object.entries(selection).filter(([id]) => !repair.some((m) => m.option === id))),
    [selection, repair],
  )
  const states = useMemo(() => made?.engine.state(standing) ?? [], [made, standing])
  if (!made)
    return (
      <p className="level-stop">
        The queue of this preset is not in the room any more. Carry the preset to another queue.
      </p>
    )
  const { engine, options, queue } = made
  const foreign = strays(settings, options)
  const against = engine.contradiction()
  const take = (next: Selection): void => {
    setAsked(null)
    onChange(settingsWith(settings, next))
  }
  const row = (id: string): ReactNode => {
    const option = options.find((o) => o.id === id)
    const state = states.find((s) => s.id === id)
    if (!option || !state) return null
    return (
      <OptionRow
        key={id}
        option={option}
        options={options}
        state={state}
        engine={engine}
        selection={standing}
        chosen={selection[id] ?? null}
        asked={asked?.option === id ? asked.value : null}
        frozen={frozen}
        notes={queue.facts.notes
          .filter((n) => n.beside === id && n.when.in.includes(selection[n.when.option] ?? ''))
          .map((n) => n.says)}
        onAsk={(value) => setAsked(value === null ? null : { option: id, value })}
        onTake={(next) => take(next)}
        others={(value) => elsewhere(roomsOf(world), queue.id, { option: id, value }, settings.paperId)}
        onCarry={onCarry ?? null}
        extra={<Extra id={id} settings={settings} world={world} frozen={frozen} onChange={onChange} />}
      />
    )
  }
  return (
    <>
      <div className={css.row}>
        <span className={css.rowName}>Queue</span>
        <div className={css.rowValue}>
          <strong>{queue.name}</strong>
          <span className="soft small">carry the preset to print it through another queue</span>
        </div>
      </div>
      {against ? (
        <p className={css.why}>
          {sayRuleProblem({ code: 'contradiction', rules: against.map((r) => r.id) }, against, options)}
        </p>
      ) : null}
      {foreign.length > 0 ? (
        <p className={css.why}>
          {queue.name} does not know this preset’s {foreign.join(', ').toLowerCase()}. Choose a value that it has.
        </p>
      ) : null}
      {options.map((o) =>
        o.id === 'size' || (o.id === 'printerColour' && settings.colourMode === 'monochrome') ? null : row(o.id),
      )}
    </>
  )
}

function OptionRow(props: {
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
  const choices: readonly Choice<string>[] = option.values.map((v) => {
    const is = state.values.find((s) => s.id === v.id)?.is
    return {
      value: v.id,
      label: v.name,
      ...(is === 'open'
        ? {}
        : { closed: is === 'closed' ? 'Closed: press to see why' : 'Not settled within the step limit' }),
    }
  })
  const long = option.values.length > 8
  const [all, setAll] = useState(false)
  // many closed ones hide what can be chosen: they wait behind their count
  const away = choices.filter((c) => c.closed && c.value !== chosen && c.value !== asked)
  const folded = !all && away.length >= MANY_CLOSED ? away : []
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
            allowDeselect={false}
            disabled={frozen}
            value={chosen}
            data={choices.map((c) => ({ value: c.value, label: c.closed ? `${c.label} (closed)` : c.label }))}
            onChange={(v) => v && pick(v)}
          />
        ) : (
          <Choices
            label={option.name}
            value={chosen}
            choices={choices.filter((c) => !folded.includes(c))}
            disabled={frozen}
            onChange={pick}
            onClosed={(c) => onAsk(asked === c.value ? null : c.value)}
          />
        )}
        {!display && !long && away.length >= MANY_CLOSED ? (
          <button type="button" className={css.fold} aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? 'fewer' : `${away.length} closed`}
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

/** Which profile the driver converts to, by the name that its dialog shows, and with which intent: both are in the seal. */
function DriverProfile(props: {
  readonly profile: Settings['driverProfile']
  readonly frozen: boolean
  readonly onChange: (profile: Settings['driverProfile']) => void
}) {
  const { profile, frozen, onChange } = props
  const known = profile?.name ?? ''
  const [name, setName] = useState(known)
  useEffect(() => setName(known), [known])
  const intent = profile?.intent ?? 'relative'
  const put = (): void => {
    const typed = name.trim()
    if (typed !== known) onChange(typed === '' ? null : { name: typed, intent })
  }
  return (
    <>
      <TextInput
        aria-label="The driver’s profile"
        placeholder="its name in the driver’s dialog"
        size="xs"
        w={210}
        maxLength={120}
        disabled={frozen}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        onBlur={put}
        onKeyDown={(e) => e.key === 'Enter' && put()}
      />
      <IntentSelect
        label="The driver’s intent"
        intent={intent}
        frozen={frozen || profile === null}
        onChange={(next) => profile && onChange({ ...profile, intent: next })}
      />
    </>
  )
}

function IntentSelect(props: {
  readonly label: string
  readonly intent: Intent
  readonly frozen: boolean
  readonly onChange: (intent: Intent) => void
}) {
  return (
    <Select
      aria-label={props.label}
      size="xs"
      w={120}
      allowDeselect={false}
      disabled={props.frozen}
      value={props.intent}
      data={[...INTENTS]}
      onChange={(i) => props.onChange(INTENTS.find((x) => x === i) ?? props.intent)}
    />
  )
}

/** Fields that belong to an option but are no choice between values. */
function Extra({
  id,
  settings: s,
  world,
  frozen,
  onChange,
}: {
  readonly id: string
  readonly settings: Settings
  readonly world: PresetWorld
  readonly frozen: boolean
  readonly onChange: Change
}) {
  if (id === 'colourMode' && s.tint) {
    const set = (patch: Partial<NonNullable<Settings['tint']>>): void => {
      if (s.tint && !frozen) onChange({ ...s, tint: { ...s.tint, ...patch } })
    }
    return (
      <>
        <span className="soft small">tint</span>
        <CountField
          label="Tint, first number"
          hideLabel
          width={76}
          value={s.tint.a}
          min={-100}
          max={100}
          onChange={(a) => set({ a })}
        />
        <CountField
          label="Tint, second number"
          hideLabel
          width={76}
          value={s.tint.b}
          min={-100}
          max={100}
          onChange={(b) => set({ b })}
        />
      </>
    )
  }
  if (id === 'printerColour' && s.printerColour === 'driver profile')
    return (
      <DriverProfile
        profile={s.driverProfile}
        frozen={frozen}
        onChange={(driverProfile) => onChange({ ...s, driverProfile })}
      />
    )
  if (id === 'fileColour' && s.fileColour.kind === 'profile') {
    const colour = s.fileColour
    return (
      <>
        <IntentSelect
          label="Intent"
          intent={colour.intent}
          frozen={frozen}
          onChange={(intent) => onChange({ ...s, fileColour: { ...colour, intent } })}
        />
        <Choices
          label="Black point compensation"
          value={colour.blackPoint ? 'on' : 'off'}
          disabled={frozen}
          choices={[
            { value: 'on', label: 'black point on' },
            { value: 'off', label: 'off' },
          ]}
          onChange={(b) => onChange({ ...s, fileColour: { ...colour, blackPoint: b === 'on' } })}
        />
      </>
    )
  }
  if (id === 'paper') {
    const paper = world.papers.find((p) => p.id === s.paperId)
    return paper ? (
      <span className="soft small">
        {sayWeight(paper.weight)}, {sayThickness(paper.thickness, 'mm')}, {paper.surface}
      </span>
    ) : null
  }
  if (id === 'quality') {
    const rate = world.queues
      .find((q) => q.id === s.queueId)
      ?.facts.mediaSettings.find((m) => m.id === s.mediaSettingId)?.rates[s.qualityId]
    return rate ? <span className="soft small">{sayRate(rate)}</span> : null
  }
  return null
}
