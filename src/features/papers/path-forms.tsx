'use client'

import { useRouter } from 'next/navigation'
import type { PathView, StepView } from '@/contract/views/path'
import { countOf } from '@/core/words/count'
import { FormNote, FormSelect, FormSome } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { tell } from '@/ui/parts/tell'
import type { Known } from './path-known'

export function SayForm(props: {
  readonly path: PathView
  readonly step: StepView
  readonly state: 'done' | 'skipped'
  readonly onDone: () => void
}) {
  const { path, step, state } = props
  const form = useRoomForm({
    action: 'path.say',
    row: path,
    values: () => ({ says: '' }),
    input: (v) => ({ ...v, step: step.id, state }),
    done: state === 'done' ? `${step.name}: noted.` : `${step.name}: left out, with the reason.`,
    then: props.onDone,
  })
  return (
    <Form form={form} submit={state === 'done' ? 'Note it' : 'Leave it out'}>
      <p className="soft small">{step.reason}</p>
      <FormNote
        field={form.at('says')}
        label={state === 'done' ? 'What came of it' : 'Why it is left out'}
        minRows={2}
        first
      />
    </Form>
  )
}

export function ProofsForm({ known, onDone }: { readonly known: Known; readonly onDone: () => void }) {
  const { path, pictures } = known
  const router = useRouter()
  const form = useRoomForm({
    action: 'path.proofs',
    row: path,
    values: () => ({
      mediaSettingIds: path.settings.map((s) => s.id) as readonly string[],
      ...{ pictureId: pictures[0]?.id ?? '', sheet: path.sheets.length > 0 ? '0' : '' },
    }),
    input: ({ sheet, ...v }) => ({ ...v, sheet: path.sheets[Number(sheet || -1)]?.choice ?? null }),
    then: ({ slipId, left }) => {
      tell(['A slip holds a sheet for each.', ...left].join(' '))
      onDone()
      router.push(`/slips/${slipId}`)
    },
  })
  const shut =
    path.settings.length < 2
      ? `${path.queue.name} has ${path.settings.length === 0 ? 'no media setting' : `${path.settings[0]?.name} alone`} for this surface, and two are held side by side. Say on the printer’s page which others print on it, or leave this step out.`
      : path.sheets.length === 0
        ? 'The paper is kept in no size yet: add a size first.'
        : pictures.length === 0
          ? 'No picture has come in yet: drop one on the bench first.'
          : null
  return (
    <Form form={form} submit="Make the slip" shut={shut}>
      <p className="soft small">
        A preset is sealed for each media setting, as near to the others as the rules allow, and one slip holds a sheet
        of the same picture for each. Print them as proofs, let them dry, and log what is seen as trials.
      </p>
      <FormSome
        field={form.at('mediaSettingIds')}
        label="Media settings"
        data={path.settings.map((s) => ({
          value: s.id,
          label: s.tried > 0 ? `${s.name} (${countOf(s.tried, 'trial')})` : s.name,
        }))}
      />
      <FormSelect
        field={form.at('pictureId')}
        label="Picture"
        data={pictures.map((p) => ({ value: p.id, label: p.name }))}
      />
      <FormSelect
        field={form.at('sheet')}
        label="Sheet"
        data={path.sheets.map((s, i) => ({ value: String(i), label: s.says }))}
      />
    </Form>
  )
}
