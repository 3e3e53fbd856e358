'use client'

import { useRouter } from 'next/navigation'
import type { ToneVersion } from '@/contract/views/tone'
import { darknessSteps, sayDarkness } from '@/core/printer/darkness'
import { FormChoices, FormCount, FormNote, FormSelect } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'

type Typed = {
  readonly versionId: string | null
  readonly sheet: string
  readonly steps: '21' | '51'
  readonly darkness: string
  readonly of: number
  readonly place: number
  readonly note: string
}

/** The beginning of a tone check: with which version, on which sheet, in how many steps. */
export function StartTone(props: {
  readonly versions: readonly ToneVersion[]
  readonly versionId: string | null
  readonly darkness: number
  /** the curve that it goes through, in words and by its id */
  readonly through: { readonly id: string; readonly says: string } | null
}) {
  const { versions, through } = props
  const router = useRouter()
  const versionOf = (id: string | null) => versions.find((v) => v.id === id) ?? null
  const form = useRoomForm({
    action: 'tone.start',
    row: null,
    values: (): Typed => ({
      versionId: versionOf(props.versionId)?.id ?? versions.find((v) => v.mono)?.id ?? versions[0]?.id ?? null,
      ...{ sheet: '0', steps: '21', darkness: String(props.darkness), of: 1, place: 1, note: '' },
    }),
    input: ({ sheet, steps, darkness, ...v }) => ({
      ...v,
      versionId: v.versionId ?? '',
      sheet: versionOf(v.versionId)?.sheets[Number(sheet)]?.choice as never,
      steps: steps === '51' ? (51 as const) : (21 as const),
      darkness: Number(darkness),
      curveId: through?.id ?? null,
      print: versionOf(v.versionId)?.addressed ?? false,
    }),
    then: (made) => router.push(`/tone/${made.id}`),
  })
  const { versionId, of } = form.values
  const version = versionOf(versionId)
  const shut = !version
    ? 'No version prints a wedge untouched: seal one in black-and-white, or with the printer’s colour off.'
    : version.sheets.length === 0
      ? 'The room keeps no sheet or roll of its paper that this feed takes: add one under Papers & rolls.'
      : null
  return (
    <>
      <PageHead
        title="New wedge"
        sub={through ? `through ${through.says}, to see what is left` : 'a tone check begins'}
      />
      <div className={lists.page}>
        <div style={{ maxWidth: 640 }}>
          <Form form={form} submit={version?.addressed ? 'Print the wedge' : 'Make the wedge'} shut={shut}>
            <FormSelect
              field={form.at('versionId')}
              label="Printed with"
              data={versions.map((v) => ({ value: v.id, label: `${v.name}${v.mono ? '' : ', colour inks'}` }))}
              searchable
            />
            {version && version.due.length > 0 ? (
              <p className="level-caution small" role="status">
                First: {version.due.join(' and ')}. A clogged nozzle or heads out of line would be read as tone.
              </p>
            ) : null}
            <div className={lists.fields}>
              <FormSelect
                field={form.at('sheet')}
                label="On"
                data={(version?.sheets ?? []).map((s, i) => ({ value: String(i), label: s.says }))}
              />
              {version?.mono ? <DarknessSelect field={form.at('darkness')} version={version} /> : null}
            </div>
            <FormChoices
              field={form.at('steps')}
              label="Steps"
              choices={[
                { value: '21', label: '21 steps' },
                { value: '51', label: '51 steps' },
              ]}
            />
            <div className={lists.fields}>
              <FormCount field={form.at('of')} label="Wedges on this sheet" />
              {of > 1 ? <FormCount field={form.at('place')} label="This is number" /> : null}
            </div>
            {of > 1 ? (
              <p className="soft small">
                The sheet goes through the printer {of} times, each time with another setting or darkness: feed it the
                same way round each time.
              </p>
            ) : null}
            <FormNote field={form.at('note')} label="Note" minRows={1} />
          </Form>
        </div>
      </div>
    </>
  )
}

function DarknessSelect(props: {
  readonly field: Parameters<typeof FormSelect<string>>[0]['field']
  readonly version: ToneVersion
}) {
  const { darkness } = props.version
  return (
    <FormSelect
      field={props.field}
      label="Darkness"
      w={190}
      data={darknessSteps(darkness).map((d) => ({ value: String(d), label: sayDarkness(d, darkness) }))}
    />
  )
}
