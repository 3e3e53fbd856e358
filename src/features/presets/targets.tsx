'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { call } from '@/contract/call'
import type { Target, TargetVersion } from '@/contract/views/target'
import { tradePair } from '@/core/length/write'
import { bad } from '@/core/result/result'
import { FormCount, FormNote, FormNumber, FormSelect, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useFields, useRoomForm } from '@/ui/form/use-room-form'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayShortDay } from '@/ui/parts/dates'
import { AddFiles, FileDrop, Files } from '@/ui/parts/files'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { uploadPicture } from '@/ui/parts/upload'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { AddProfile } from './add-profile'
import type { PresetView } from './types'

/** Charts that somebody else measures: kept as they came, printed untouched, and where the profile comes back to. */
export function Targets(props: {
  readonly targets: readonly Target[]
  readonly versions: readonly TargetVersion[]
  readonly presets: readonly PresetView[]
  readonly now: number
}) {
  const { targets, versions, presets, now } = props
  const { unit, timeZone } = useWays()
  const { act } = useDo()
  return (
    <section className={lists.section} aria-label="Outside targets">
      <div className={lists.row}>
        <h2>Outside targets</h2>
        <span className="soft">printed untouched at their own size; somebody else measures them</span>
        <FormButton label="New target" title="An outside target">
          {(close) => <TargetForm onDone={close} />}
        </FormButton>
      </div>
      {targets.length === 0 ? (
        <p className="soft">
          None yet. A service’s target file goes in here with its instructions; its profile comes back to the seal that
          it was printed with.
        </p>
      ) : (
        <table className="ruled">
          <thead>
            <tr>
              <th scope="col">Target</th>
              <th scope="col">Own size</th>
              <th scope="col">Instructions</th>
              <th scope="col">Printed with</th>
              <ActsHead />
            </tr>
          </thead>
          <tbody>
            {targets.map((t) => (
              <tr key={t.id}>
                <th scope="row">
                  <span className="strong">{t.name}</span>
                  <div className="soft small">
                    {t.service ? `${t.service}, ` : ''}
                    {t.pictureName}
                  </div>
                </th>
                <td>{tradePair(t.width, t.height, unit)}</td>
                <td>
                  {t.instructions || <span className="soft">none</span>}
                  <Files files={t.files} />
                </td>
                <td>
                  {t.prints.length === 0 ? <span className="soft">not printed yet</span> : null}
                  {t.prints.map((p) => (
                    <div key={p.slipId}>
                      {p.version}, {sayShortDay(p.at, timeZone, now)},{' '}
                      <Link href={`/slips/${p.slipId}`}>slip {p.slipNumber}</Link>
                    </div>
                  ))}
                </td>
                <td>
                  <RowMenu
                    of={t.name}
                    acts={[
                      {
                        ...{ label: 'Print', title: `Print ${t.name}` },
                        form: (close) => <PrintForm target={t} versions={versions} onDone={close} />,
                      },
                      {
                        ...{ label: 'Its profile came back', title: 'The profile that came back' },
                        form: (close) => (
                          <AddProfile presets={presets} seal={t.prints[0]?.seal ?? null} onDone={close} />
                        ),
                      },
                      {
                        ...{ label: 'Add a file', title: `Files of ${t.name}` },
                        form: (close) => <AddFiles of={t.id} onDone={close} />,
                      },
                      {
                        ...{ label: 'Retire', away: true },
                        act: () =>
                          void act(
                            'target.retire',
                            { id: t.id, revision: t.revision },
                            `${t.name} is no longer offered; its prints stay.`,
                          ),
                      },
                    ]}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}

const targetSchema = z.object({
  ...INPUTS['target.add'].omit({ pictureId: true }).shape,
  files: z.array(z.instanceof(File)).min(1, 'choose the target’s file').readonly(),
})

type Typed = {
  readonly name: string
  readonly service: string
  readonly instructions: string
  readonly ppi: number | null
  readonly files: readonly File[]
}
const NOTHING: Typed = { name: '', service: '', instructions: '', ppi: null, files: [] }

function TargetForm({ onDone }: { readonly onDone: () => void }) {
  const form = useFields({
    row: null,
    values: () => NOTHING,
    input: (v) => v,
    schema: targetSchema,
    send: async ({ files, ...v }: Typed) => {
      const [file] = files
      if (!file) return bad({ code: 'unreachable' })
      const sent = await uploadPicture(file, () => {}, new AbortController().signal)
      if (sent === 'cancelled') return bad({ code: 'unreachable' })
      return sent.ok ? call('target.add', { ...v, pictureId: sent.value.id }) : sent
    },
    done: (v) => `${v.name} is kept; it is printed from its row.`,
    then: onDone,
  })
  return (
    <Form form={form} submit="Keep it">
      <FormText field={form.at('name')} label="Name" first />
      <FormText field={form.at('service')} label="Who measures it" />
      <FileDrop field={form.at('files')} label="Target file" says="Drop the target’s TIFF, PNG or JPEG here" one />
      <FormNumber field={form.at('ppi')} label="Pixels per inch, where the file does not say" width={220} />
      <FormNote field={form.at('instructions')} label="Instructions" minRows={3} />
    </Form>
  )
}

function PrintForm(props: {
  readonly target: Target
  readonly versions: readonly TargetVersion[]
  readonly onDone: () => void
}) {
  const { target, versions } = props
  const { unit } = useWays()
  const router = useRouter()
  const form = useRoomForm({
    action: 'target.print',
    row: null,
    values: () => ({ versionId: versions[0]?.id ?? '', sheet: '0', copies: 1 }),
    input: ({ sheet, ...v }) => ({
      ...{ ...v, id: target.id },
      sheet: versions.find((x) => x.id === v.versionId)?.sheets[Number(sheet)]?.choice ?? null,
    }),
    done: `${target.name} is on its way, untouched.`,
    then: ({ slipId }) => {
      props.onDone()
      router.push(`/slips/${slipId}`)
    },
  })
  const version = versions.find((v) => v.id === form.values.versionId)
  const versionField = form.at('versionId')
  const shut =
    versions.length === 0
      ? 'No version prints it untouched: seal one in which the printer’s colour is off.'
      : version && !version.addressed
        ? 'The queue of this version has no address. Enter one on the printer’s page.'
        : version?.sheets.length === 0
          ? 'Its paper is kept in no size yet: add one under Papers & rolls.'
          : null
  return (
    <Form form={form} submit="Print it" shut={shut}>
      <p className="soft small">
        It goes out as the file has it, {tradePair(target.width, target.height, unit)}: not converted, never scaled.
        {target.instructions ? ` ${target.instructions}` : ''}
      </p>
      <FormSelect
        field={{ ...versionField, set: (versionId) => form.set({ versionId: versionId ?? '', sheet: '0' }) }}
        label="With the seal of"
        first
        data={versions.map((v) => ({ value: v.id, label: v.name }))}
      />
      <FormSelect
        field={form.at('sheet')}
        label="Sheet"
        data={(version?.sheets ?? []).map((s, i) => ({ value: String(i), label: s.says }))}
      />
      <FormCount field={form.at('copies')} label="Copies" />
    </Form>
  )
}
