'use client'

import { Button, Select } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import type { ActionOutput } from '@/contract/answers'
import { differences } from '@/core/preset/differences'
import type { Settings } from '@/core/preset/settings'
import { SETTING_NAMES, sayValue, sealOwnOf } from '@/core/words/settings'
import { FormSelect, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { foldedFilter } from '@/ui/parts/folded-filter'
import { Against } from './against'
import css from './preset.module.css'
import type { PresetView, PresetWorld } from './types'

/** Carries a preset to another queue: as a new draft, with what did not fit and why. */
export function CarryForm({
  preset,
  world,
  onDone,
}: {
  readonly preset: PresetView
  readonly world: PresetWorld
  readonly onDone: () => void
}) {
  const router = useRouter()
  const [made, setMade] = useState<ActionOutput['preset.carry'] | null>(null)
  const { paperId, queueId: own } = preset.draft ?? preset.versions[0]?.settings ?? { paperId: null, queueId: null }
  const paper = world.papers.find((p) => p.id === paperId)
  const form = useRoomForm({
    action: 'preset.carry',
    row: null,
    values: (): { readonly queueId: string | null } => ({ queueId: null }),
    input: ({ queueId }) => {
      const queue = world.queues.find((q) => q.id === queueId)
      return { id: preset.id, queueId, name: `${queue?.name ?? ''}, ${paper?.name ?? preset.name}` }
    },
    then: setMade,
  })
  if (made)
    return (
      <div className={css.made}>
        {made.misfits.length === 0 ? <p>Everything fits.</p> : <p>It is there as a draft. What did not fit:</p>}
        <ul className={css.list}>
          {made.misfits.map((m) => (
            <li key={m}>{m}</li>
          ))}
        </ul>
        <Button
          data-autofocus
          onClick={() => {
            onDone()
            router.push(`/presets/${made.id}`)
          }}
        >
          Open the new draft
        </Button>
      </div>
    )
  return (
    <Form form={form} submit="Carry it over">
      <FormSelect
        field={form.at('queueId')}
        label="To the queue"
        data={world.queues.flatMap((q) => (q.id === own ? [] : [{ value: q.id, label: q.name }]))}
      />
    </Form>
  )
}

/** Any two versions side by side, in words, and whether the seal differs. */
export function Compare({
  preset,
  others,
  world,
}: {
  readonly preset: PresetView
  readonly others: readonly PresetView[]
  readonly world: PresetWorld
}) {
  const all = [preset, ...others.filter((p) => p.id !== preset.id)].flatMap((p) => [
    ...(p.draft ? [{ value: `${p.id} draft`, label: `${p.name}, draft`, settings: p.draft }] : []),
    ...p.versions.map((v) => ({ value: v.id, label: `${p.name}, version ${v.number}`, settings: v.settings })),
  ])
  const [a, setA] = useState(all[1]?.value ?? all[0]?.value ?? null)
  const [b, setB] = useState(all[0]?.value ?? null)
  const from = all.find((x) => x.value === a)
  const to = all.find((x) => x.value === b)
  const found = from && to ? differences(from.settings, to.settings, sealOwnOf(world, to.settings)) : null
  const list = (label: string, value: string | null, set: (v: string | null) => void) => (
    <Select
      label={label}
      searchable
      filter={foldedFilter}
      allowDeselect={false}
      data={all.map(({ value: v, label: l }) => ({ value: v, label: l }))}
      value={value}
      onChange={set}
    />
  )
  return (
    <div className={css.compare}>
      {list('This', a, setA)}
      {list('beside this', b, setB)}
      {found ? (
        <>
          <p>
            {found.changed.length === 0 ? 'Nothing differs. ' : ''}
            {found.newSeal
              ? 'The seals differ: what was measured with one does not hold for the other.'
              : 'Both have one seal: what was measured with one holds for the other.'}
          </p>
          <table className="ruled">
            <tbody>
              {found.changed.map((d) => (
                <tr key={d.key}>
                  <th scope="row">{SETTING_NAMES[d.key]}</th>
                  <td>{sayValue(d.key, d.from, world)}</td>
                  <td className="strong">{sayValue(d.key, d.to, world)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      ) : null}
    </div>
  )
}

/** Somebody else changed this draft meanwhile: the difference, and a choice. Nothing was overwritten. */
export function DraftConflict(props: {
  readonly mine: Settings
  readonly theirs: Settings
  readonly world: PresetWorld
  readonly onKeep: () => void
  readonly onTake: () => void
}) {
  const { mine, theirs, world } = props
  const { changed } = differences(theirs, mine)
  return (
    <div role="alert" className={css.why}>
      <strong>This draft was changed by somebody else meanwhile. Nothing was overwritten.</strong>
      <ul className={css.list}>
        {changed.map((d) => (
          <li key={d.key}>
            {SETTING_NAMES[d.key]}: here {sayValue(d.key, d.to, world)}, there {sayValue(d.key, d.from, world)}
          </li>
        ))}
      </ul>
      <button type="button" className={css.offer} onClick={props.onKeep}>
        Keep what is here
      </button>
      <button type="button" className={css.offer} onClick={props.onTake}>
        Take what is there
      </button>
    </div>
  )
}

export function RenameForm({ preset, onDone }: { readonly preset: PresetView; readonly onDone: () => void }) {
  const form = useRoomForm({
    action: 'preset.rename',
    row: preset,
    values: (p) => ({ name: p?.name ?? preset.name }),
    done: (v) => `It is called ${v.name} now.`,
    then: onDone,
  })
  return (
    <Form form={form} submit="Rename">
      <FormText field={form.at('name')} label="Name" first />
    </Form>
  )
}

type Sealing = {
  readonly preset: PresetView
  /** the draft once what was changed on this page is saved: nobody is in conflict with their own last change */
  readonly settled: () => Promise<{ readonly revision: number; readonly draft: PresetView['draft'] }>
  readonly number: number
  /** why the draft cannot be printed as it is */
  readonly against: readonly string[]
  readonly onDone: () => void
}

export function SealForm(props: Sealing) {
  const { settled } = props
  const [at, setAt] = useState<Awaited<ReturnType<typeof settled>> | null>(null)
  useEffect(() => {
    let here = true
    void settled().then((next) => here && setAt(next))
    return () => {
      here = false
    }
  }, [settled])
  return at ? <SealDraft {...props} at={at} /> : null
}

function SealDraft({
  preset,
  at,
  number,
  against,
  onDone,
}: Sealing & { readonly at: Awaited<ReturnType<Sealing['settled']>> }) {
  const form = useRoomForm({
    action: 'preset.seal',
    row: { id: preset.id, revision: at.revision, draft: at.draft },
    // the draft is no field, yet a change of it is shown before it is sealed
    values: (p) => ({ why: '', despite: '', draft: JSON.stringify(p?.draft ?? null) }),
    input: ({ why, despite }) => ({ why, despite }),
    done: `Version ${number} is sealed; it never changes from now on.`,
    then: onDone,
  })
  const { problem } = form
  const says = problem?.code === 'gate' ? problem.says : against
  return (
    <Form form={form} submit={`Seal version ${number}`}>
      <p className="soft">A version never changes again. What is measured with it stays bound to its seal.</p>
      {says.length > 0 ? (
        <>
          <Against says={says} />
          <FormText
            field={form.at('despite')}
            label="Seal it all the same, because"
            placeholder="this stays with the version"
          />
        </>
      ) : null}
      <FormText field={form.at('why')} label="Why this version" placeholder="what was learned" first />
      {form.at('draft').there ? (
        <p className="level-caution small">The draft itself was changed: close this, look at it, then seal it.</p>
      ) : null}
    </Form>
  )
}
