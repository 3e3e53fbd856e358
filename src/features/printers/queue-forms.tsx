'use client'

import { Checkbox, MultiSelect, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Queue } from '@/contract/views/printer'
import { PRINTER_COLOURS, type QueueFacts } from '@/core/printer/facts'
import type { Option } from '@/core/rules/rules'
import { CountField } from '@/ui/fields/count-field'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import { keyFrom } from './key-from'
import { useQueueSave } from './use-queue-save'

type Done = { readonly onDone: () => void }

/** A queue's own fields; a new one starts with what the other knows, to be changed where it differs. */
export function QueueForm(
  props: {
    readonly printerId: string
    readonly queue: Queue | null
    readonly base: QueueFacts
    readonly address?: string
  } & Done,
) {
  const { queue, base, onDone } = props
  const { act, busy, seen } = useDo(queue && { id: queue.id, revision: queue.revision })
  const [f, set] = useState({
    name: queue?.name ?? '',
    address: queue?.address ?? props.address ?? '',
    language: queue?.language ?? '',
    isDefault: queue?.isDefault ?? false,
    shared: queue?.shared ?? false,
  })
  const [facts, setFacts] = useState(base)
  const save = async (): Promise<void> => {
    const done = await act(
      'queue.save',
      { printerId: props.printerId, id: null, revision: null, ...seen, ...f, facts },
      `${f.name} is saved.`,
    )
    if (done) onDone()
  }
  const below = facts.twoWayBelowRank
  return (
    <Form
      submit={queue ? 'Save' : 'Add queue'}
      busy={busy}
      shut={f.name.trim() ? null : 'A name is needed.'}
      onSubmit={() => void save()}
    >
      {queue ? null : (
        <p className="soft small">It starts with everything that the other queue knows; change what differs.</p>
      )}
      <TextInput
        label="Name"
        value={f.name}
        onChange={(e) => set({ ...f, name: e.currentTarget.value })}
        data-autofocus
      />
      <TextInput label="Address" value={f.address} onChange={(e) => set({ ...f, address: e.currentTarget.value })} />
      <TextInput
        label="Driver or language, with its version"
        value={f.language}
        onChange={(e) => set({ ...f, language: e.currentTarget.value })}
      />
      <MultiSelect
        label="What the printer can do to colour"
        data={[...PRINTER_COLOURS]}
        value={[...facts.printerColours]}
        comboboxProps={{ withinPortal: false }}
        onChange={(v) =>
          v.length > 0 && setFacts({ ...facts, printerColours: PRINTER_COLOURS.filter((c) => v.includes(c)) })
        }
      />
      <TextInput
        label="Kinds of topcoat, with commas between; empty for none"
        value={facts.topcoats.join(', ')}
        onChange={(e) =>
          setFacts({
            ...facts,
            topcoats: e.currentTarget.value
              .split(',')
              .map((t) => t.trim())
              .filter(Boolean),
          })
        }
      />
      <div className={lists.row}>
        <CountField
          label="Native resolution, ppi"
          width={160}
          value={facts.nativePpi}
          min={60}
          max={2880}
          onChange={(nativePpi) => setFacts({ ...facts, nativePpi })}
        />
        <CountField
          label="Darkness from"
          value={facts.darkness.least}
          min={-100}
          max={0}
          onChange={(least) => setFacts({ ...facts, darkness: { ...facts.darkness, least } })}
        />
        <CountField
          label="to"
          value={facts.darkness.most}
          min={0}
          max={100}
          onChange={(most) => setFacts({ ...facts, darkness: { ...facts.darkness, most } })}
        />
        <CountField
          label="in steps of"
          value={facts.darkness.step}
          min={1}
          max={50}
          onChange={(step) => setFacts({ ...facts, darkness: { ...facts.darkness, step } })}
        />
        <Checkbox
          label="Two-way passes exist"
          checked={below !== null}
          onChange={(e) =>
            setFacts({
              ...facts,
              twoWayBelowRank: e.currentTarget.checked ? Math.max(2, facts.qualities.length) : null,
            })
          }
        />
        {below !== null ? (
          <CountField
            label="below quality step"
            value={below}
            min={1}
            max={21}
            onChange={(twoWayBelowRank) => setFacts({ ...facts, twoWayBelowRank })}
          />
        ) : null}
      </div>
      <Checkbox
        label="The printer’s default queue"
        checked={f.isDefault}
        onChange={(e) => set({ ...f, isDefault: e.currentTarget.checked })}
      />
      <Checkbox
        label="Shared with others"
        checked={f.shared}
        onChange={(e) => set({ ...f, shared: e.currentTarget.checked })}
      />
    </Form>
  )
}

export function DialogStepForm({
  queue,
  options,
  onDone,
}: { readonly queue: Queue; readonly options: readonly Option[] } & Done) {
  const { save, busy } = useQueueSave(queue)
  const [label, setLabel] = useState('')
  const [option, setOption] = useState<string | null>(null)
  const [fixed, setFixed] = useState('')
  const [after, setAfter] = useState<string[]>([])
  const [chooseAgain, setChooseAgain] = useState(false)
  const shut = !label.trim()
    ? 'What the dialog calls it is needed.'
    : !option && !fixed.trim()
      ? 'Which setting, or what to set.'
      : null
  const put = async (): Promise<void> => {
    const id = keyFrom(
      label,
      queue.facts.dialog.map((d) => d.id),
    )
    const step = { id, label, option, set: fixed.trim() || null, after, chooseAgain }
    if (await save({ dialog: [...queue.facts.dialog, step] }, 'The step is written down.')) onDone()
  }
  return (
    <Form submit="Add the step" busy={busy} shut={shut} onSubmit={() => void put()}>
      <TextInput
        label="What the dialog calls it"
        value={label}
        onChange={(e) => setLabel(e.currentTarget.value)}
        data-autofocus
      />
      <Select
        label="Our setting that is made here"
        clearable
        data={options.map((o) => ({ value: o.id, label: o.name }))}
        value={option}
        comboboxProps={{ withinPortal: false }}
        onChange={setOption}
      />
      <TextInput
        label="or a fixed instruction"
        placeholder="off, here and in the print command"
        value={fixed}
        onChange={(e) => setFixed(e.currentTarget.value)}
      />
      <MultiSelect
        label="It shows or takes effect only after"
        data={queue.facts.dialog.map((d) => ({ value: d.id, label: d.label }))}
        value={after}
        comboboxProps={{ withinPortal: false }}
        onChange={setAfter}
      />
      <Checkbox
        label="Set it anew each time, whatever the dialog says"
        checked={chooseAgain}
        onChange={(e) => setChooseAgain(e.currentTarget.checked)}
      />
    </Form>
  )
}
