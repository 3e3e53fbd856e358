'use client'

import { type ReactNode, useMemo, useState } from 'react'
import { elsewhere } from '@/core/offer/elsewhere'
import { engineOf } from '@/core/options/room-engine'
import { selectionOf, settingsWith, speaksOfSizes, strays } from '@/core/options/room-options'
import type { Settings } from '@/core/preset/settings'
import type { Selection } from '@/core/rules/rules'
import { sayRuleProblem } from '@/core/words/options'
import { Extra } from './option-extras'
import { OptionRow, type Rank } from './option-row'
import css from './preset.module.css'
import type { PresetWorld } from './types'

type Change = (settings: Settings) => void

/** How near a profile was made, by its id: with the preset's very seal, or with another one on its paper. */
export type ProfilesNear = Readonly<Record<string, 'seal' | 'paper'>>

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

/** What is no profile and what was made for the seal comes first, then its paper's; what was made for others on request. */
const rankOf = (value: string, world: PresetWorld, near: ProfilesNear): Rank =>
  near[value] === 'paper' ? 1 : near[value] === 'seal' || !world.profiles.some((p) => p.id === value) ? 0 : 2

/** Whether the chosen profile was made for what stands here. */
function madeFor({ fileColour }: Settings, near: ProfilesNear): readonly string[] {
  if (fileColour.kind !== 'profile') return []
  const how = near[fileColour.profileId]
  return how === 'seal' ? ['made with this seal'] : how === 'paper' ? ['made on this paper, with other settings'] : []
}

/** The rows of a preset: every value open or closed by the rules of its queue, with the reason and a way to open it. */
export function PresetRows(props: {
  readonly settings: Settings
  readonly world: PresetWorld
  /** profiles that were made for the preset's seal or paper; left away: nothing is known of it */
  readonly near?: ProfilesNear
  readonly frozen: boolean
  readonly onChange: Change
  /** carries the preset to a queue that can do what is closed here; left away: not offered */
  readonly onCarry?: (queueId: string) => void
}) {
  const { settings, world, frozen, onChange, onCarry, near } = props
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
        notes={[
          ...queue.facts.notes
            .filter((n) => n.beside === id && n.when.in.includes(selection[n.when.option] ?? ''))
            .map((n) => n.says),
          ...(id === 'fileColour' && near ? madeFor(settings, near) : []),
        ]}
        rank={id === 'fileColour' && near ? (value) => rankOf(value, world, near) : undefined}
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
