'use client'

import { Button, FileButton } from '@mantine/core'
import { useState } from 'react'
import type { Printer } from '@/contract/views/printer'
import { fromMm, um } from '@/core/length/length'
import type { Feed } from '@/core/printer/facts'
import { sayProblem } from '@/core/words/problems'
import { FormChoices, FormCount, FormLength, FormNote, FormText, itemsOf } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import type { Choice } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { uploadPicture } from '@/ui/parts/upload'
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

const KINDS: readonly Choice<Feed['kind']>[] = [
  { value: 'stack', label: 'stack' },
  { value: 'sheet', label: 'single sheet' },
  { value: 'roll', label: 'roll' },
]

type FeedRow = Printer['feeds'][number]

/** The facts as they are typed: the steps of loading in one text, a step a line. */
const typedOf = (
  feed: Omit<Feed, 'id'>,
): Omit<Feed, 'id' | 'loading'> & { readonly loading: string; readonly message: string } => ({
  ...feed,
  loading: feed.loading.join('\n'),
  message: feed.message ?? '',
})

/** A paper path: what it takes, and how it is loaded, in steps and with a picture. */
export function FeedForm(props: { readonly printer: Printer; readonly feed: FeedRow | null } & Done) {
  const { printer, feed, onDone } = props
  const form = useRoomForm({
    action: 'feed.save',
    row: feed && { id: feed.id, revision: feed.revision, facts: feed },
    values: (row) => ({ facts: typedOf(row?.facts ?? NEW_FEED) }),
    input: ({ facts }) => ({
      printerId: printer.id,
      id: null,
      revision: null,
      facts: { ...facts, id: feed?.id ?? 'new', loading: itemsOf(facts.loading, '\n') },
    }),
    done: (v) => `The feed ${v.facts.name} is saved.`,
    then: onDone,
  })
  const picture = form.at('facts.pictureId')
  const [problem, setProblem] = useState<string | null>(null)
  const take = async (file: File | null): Promise<void> => {
    if (!file) return
    const result = await uploadPicture(file, () => {}, new AbortController().signal)
    if (result === 'cancelled') return
    setProblem(result.ok ? null : sayProblem(result.problem))
    if (result.ok) picture.set(result.value.id)
  }
  return (
    <Form form={form} submit="Save the feed">
      <FormText field={form.at('facts.name')} label="Name" first />
      <FormChoices field={form.at('facts.kind')} label="Kind" choices={KINDS} />
      <div className={lists.fields}>
        <FormLength field={form.at('facts.minWidth')} label="Narrowest" width={105} />
        <FormLength field={form.at('facts.maxWidth')} label="Widest" width={105} />
        <FormLength field={form.at('facts.minLength')} label="Shortest" width={105} />
        <FormLength field={form.at('facts.maxLength')} label="Longest" width={105} />
      </div>
      <div className={lists.fields}>
        <FormCount field={form.at('facts.minThickness')} label="Thinnest, µm" max={5000} />
        <FormCount field={form.at('facts.maxThickness')} label="Thickest, µm" max={5000} />
        <FormCount field={form.at('facts.minWeight')} label="Lightest, g/m²" />
        <FormCount field={form.at('facts.maxWeight')} label="Heaviest, g/m²" />
      </div>
      <div className={lists.fields}>
        <FormCount field={form.at('facts.sheetsAtATime')} label="Sheets at a time" width={120} />
        <FormLength field={form.at('facts.extraLength')} label="Extra for a cut piece" width={140} />
      </div>
      <FormNote field={form.at('facts.loading')} label="How to load it, a step a line" />
      <FormText field={form.at('facts.message')} label="What the machine shows then, and what to press" />
      <div className={lists.row}>
        {picture.value ? (
          // biome-ignore lint/performance/noImgElement: made by the room's own server at its size
          <img src={`/api/pictures/${picture.value}/thumb`} alt="How it is loaded" className={css.loadingPicture} />
        ) : null}
        <FileButton accept="image/jpeg,image/png,image/tiff" onChange={(file) => void take(file)}>
          {(button) => (
            <Button {...button} size="compact-xs" variant="default">
              {picture.value ? 'Another picture' : 'A picture of how it is loaded'}
            </Button>
          )}
        </FileButton>
        {picture.there ? <span className="level-caution small">Somebody else changed the picture.</span> : null}
      </div>
      {problem ? (
        <p role="alert" className="level-stop">
          {problem}
        </p>
      ) : null}
    </Form>
  )
}
