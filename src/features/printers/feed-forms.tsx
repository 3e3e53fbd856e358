'use client'

import { Button, FileButton, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Printer } from '@/contract/views/printer'
import { fromMm, um } from '@/core/length/length'
import type { Feed } from '@/core/printer/facts'
import { sayProblem } from '@/core/words/problems'
import { CountField } from '@/ui/fields/count-field'
import { LengthField } from '@/ui/fields/length-field'
import { Choices } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { uploadPicture } from '@/ui/parts/upload'
import { useDo } from '@/ui/parts/use-do'
import css from './printer.module.css'

type Done = { readonly onDone: () => void }

const NEW_FEED: Omit<Feed, 'id'> = {
  name: '',
  kind: 'stack',
  sheetsAtATime: 20,
  minWidth: fromMm(89),
  maxWidth: fromMm(330),
  minLength: fromMm(127),
  maxLength: fromMm(914),
  minThickness: um(80),
  maxThickness: um(300),
  minWeight: 0,
  maxWeight: 2000,
  extraLength: um(0),
  loading: [],
  pictureId: null,
}

/** A paper path: what it takes, and how it is loaded, in steps and with a picture. */
export function FeedForm(props: { readonly printer: Printer; readonly feed: Printer['feeds'][number] | null } & Done) {
  const { printer, feed, onDone } = props
  const { act, busy, seen } = useDo(feed && { id: feed.id, revision: feed.revision })
  const [f, set] = useState<Omit<Feed, 'id'>>(feed ?? NEW_FEED)
  const [problem, setProblem] = useState<string | null>(null)
  const put = (patch: Partial<Feed>): void => set({ ...f, ...patch })
  const save = async (): Promise<void> => {
    const facts = { ...f, id: feed?.id ?? 'new', loading: f.loading.map((l) => l.trim()).filter(Boolean) }
    const done = await act(
      'feed.save',
      { printerId: printer.id, id: null, revision: null, ...seen, facts },
      `The feed ${f.name} is saved.`,
    )
    if (done) onDone()
  }
  const take = async (file: File | null): Promise<void> => {
    if (!file) return
    const result = await uploadPicture(file, () => {}, new AbortController().signal)
    if (result === 'cancelled') return
    setProblem(result.ok ? null : sayProblem(result.problem))
    if (result.ok) put({ pictureId: result.value.id })
  }
  return (
    <Form
      submit="Save the feed"
      busy={busy}
      shut={f.name.trim() ? null : 'A name is needed.'}
      onSubmit={() => void save()}
    >
      <TextInput label="Name" value={f.name} onChange={(e) => put({ name: e.currentTarget.value })} data-autofocus />
      <Choices
        label="Kind"
        value={f.kind}
        choices={[
          { value: 'stack', label: 'stack' },
          { value: 'sheet', label: 'single sheet' },
          { value: 'roll', label: 'roll' },
        ]}
        onChange={(kind) => put({ kind })}
      />
      <div className={lists.row}>
        <LengthField label="Narrowest" value={f.minWidth} onChange={(minWidth) => put({ minWidth })} width={105} />
        <LengthField label="Widest" value={f.maxWidth} onChange={(maxWidth) => put({ maxWidth })} width={105} />
        <LengthField label="Shortest" value={f.minLength} onChange={(minLength) => put({ minLength })} width={105} />
        <LengthField label="Longest" value={f.maxLength} onChange={(maxLength) => put({ maxLength })} width={105} />
      </div>
      <div className={lists.row}>
        <CountField
          label="Thinnest, µm"
          value={f.minThickness}
          min={0}
          max={5000}
          onChange={(v) => put({ minThickness: um(v) })}
        />
        <CountField
          label="Thickest, µm"
          value={f.maxThickness}
          min={0}
          max={5000}
          onChange={(v) => put({ maxThickness: um(v) })}
        />
        <CountField
          label="Lightest, g/m²"
          value={f.minWeight}
          min={0}
          max={2000}
          onChange={(minWeight) => put({ minWeight })}
        />
        <CountField
          label="Heaviest, g/m²"
          value={f.maxWeight}
          min={0}
          max={2000}
          onChange={(maxWeight) => put({ maxWeight })}
        />
      </div>
      <div className={lists.row}>
        <CountField
          label="Sheets at a time"
          value={f.sheetsAtATime}
          min={1}
          max={1000}
          onChange={(sheetsAtATime) => put({ sheetsAtATime })}
          width={120}
        />
        <LengthField
          label="Extra for a cut piece"
          value={f.extraLength}
          onChange={(extraLength) => put({ extraLength })}
          width={140}
        />
      </div>
      <Textarea
        label="How to load it, a step a line"
        autosize
        minRows={2}
        value={f.loading.join('\n')}
        onChange={(e) => put({ loading: e.currentTarget.value.split('\n') })}
      />
      <div className={lists.row}>
        {f.pictureId ? (
          // biome-ignore lint/performance/noImgElement: made by the room's own server at its size
          <img src={`/api/pictures/${f.pictureId}/thumb`} alt="How it is loaded" className={css.loadingPicture} />
        ) : null}
        <FileButton accept="image/jpeg,image/png,image/tiff" onChange={(file) => void take(file)}>
          {(button) => (
            <Button {...button} size="compact-xs" variant="default">
              {f.pictureId ? 'Another picture' : 'A picture of how it is loaded'}
            </Button>
          )}
        </FileButton>
      </div>
      {problem ? (
        <p role="alert" className="level-stop">
          {problem}
        </p>
      ) : null}
    </Form>
  )
}
