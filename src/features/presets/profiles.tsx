'use client'

import { Button, FileButton } from '@mantine/core'
import Link from 'next/link'
import { z } from 'zod'
import { bad, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { FormSelect } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useFields } from '@/ui/form/use-room-form'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { tell } from '@/ui/parts/tell'
import { upload } from '@/ui/parts/upload'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import type { PresetView } from './types'

export type ProfileLine = {
  readonly id: string
  readonly name: string
  readonly grey: boolean
  /** the seal of the version that it was made with; null: nobody said */
  readonly sealMadeWith: string | null
  readonly at: number
}

const usesOf = (
  id: string,
  presets: readonly PresetView[],
): readonly { readonly id: string; readonly says: string }[] =>
  presets.flatMap((p) => {
    const uses = (s: PresetView['draft']): boolean => s?.fileColour.kind === 'profile' && s.fileColour.profileId === id
    const versions = p.versions.filter((v) => uses(v.settings)).map((v) => v.number)
    const says = [
      ...(versions.length > 0 ? [`version ${[...versions].reverse().join(', ')}`] : []),
      ...(uses(p.draft) ? ['draft'] : []),
    ]
    return says.length > 0 ? [{ id: p.id, says: `${p.name}, ${says.join(' and ')}` }] : []
  })

/** The room's ICC profiles: what files are converted to before a printer whose own colour is off. */
export function Profiles(props: {
  readonly profiles: readonly ProfileLine[]
  readonly presets: readonly PresetView[]
  readonly now: number
}) {
  const { profiles, presets, now } = props
  const { timeZone } = useWays()
  const { act } = useDo()
  const madeWith = (seal: string | null): string => {
    const found = presets.flatMap((p) =>
      p.versions.filter((v) => v.seal === seal).map((v) => `${p.name}, version ${v.number}`),
    )
    return seal === null ? 'not said' : (found[0] ?? `seal ${seal}, not in this room`)
  }
  return (
    <>
      <PageHead title="Profiles" sub="what pictures are converted to, when the file does it and the printer does not">
        <FormButton label="Add profile" title="Add a profile">
          {(close) => <AddProfile presets={presets} onDone={close} />}
        </FormButton>
      </PageHead>
      <div className={lists.page}>
        {profiles.length === 0 ? (
          <p className="soft">
            No profile yet: files go untouched. A printer’s ICC profile, made for one paper and preset, goes in here.
          </p>
        ) : (
          <table className="ruled">
            <thead>
              <tr>
                <th scope="col">Profile</th>
                <th scope="col">For</th>
                <th scope="col">Made with</th>
                <th scope="col">Used by</th>
                <th scope="col">Since</th>
                <ActsHead />
              </tr>
            </thead>
            <tbody>
              {profiles.map((p) => (
                <tr key={p.id}>
                  <th scope="row">{p.name}</th>
                  <td>{p.grey ? 'grey' : 'colour'}</td>
                  <td className={p.sealMadeWith === null ? 'soft' : undefined}>{madeWith(p.sealMadeWith)}</td>
                  <td>
                    {usesOf(p.id, presets).map((u) => (
                      <div key={u.id}>
                        <Link href={`/presets/${u.id}`}>{u.says}</Link>
                      </div>
                    ))}
                  </td>
                  <td>{sayDay(p.at, timeZone, now)}</td>
                  <td>
                    <RowMenu
                      of={p.name}
                      acts={[
                        {
                          ...{ label: 'Retire', away: true },
                          act: () =>
                            void act(
                              'profile.retire',
                              { id: p.id },
                              `${p.name} is no longer offered; versions keep it.`,
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
      </div>
    </>
  )
}

type Typed = { readonly file: File | null; readonly seal: string | null }
const NO_FILE: Typed = { file: null, seal: null }

const typedSchema = z.object({
  file: z.instanceof(File, { error: 'choose the file of a printer’s profile' }),
  seal: z.string().nullable(),
})

type Taken = { readonly name: string; readonly already: boolean }

const send = async ({ file, seal }: Typed): Promise<Result<Taken, Problem>> => {
  const to = `/api/profiles${seal ? `?seal=${encodeURIComponent(seal)}` : ''}`
  const done = await upload<Taken>(to, file ?? new File([], ''), () => {}, new AbortController().signal)
  return done === 'cancelled' ? bad({ code: 'unreachable' }) : done
}

/** A profile's file, and with which version the sheet was printed that it was made from. */
function AddProfile({ presets, onDone }: { readonly presets: readonly PresetView[]; readonly onDone: () => void }) {
  const seals = new Map(
    presets.flatMap((p) =>
      p.versions.map((v) => [v.seal, `${p.name}, version ${v.number} (seal ${v.seal})`] as const).reverse(),
    ),
  )
  const form = useFields({
    row: null,
    values: () => NO_FILE,
    input: (v) => v,
    schema: typedSchema,
    send,
    then: ({ name, already }) => {
      tell(already ? `This profile is here already, as ${name}.` : `${name} can be chosen in presets now.`)
      onDone()
    },
  })
  const file = form.at('file')
  return (
    <Form form={form} submit="Add it">
      <FormSelect
        field={form.at('seal')}
        label="Made with"
        description="The version that printed the chart it was measured from. A print with another seal is then looked at."
        none="Nobody knows"
        searchable
        data={[...seals].map(([value, label]) => ({ value, label }))}
      />
      <div className={lists.row}>
        <FileButton accept=".icc,.icm" onChange={file.set}>
          {(button) => (
            <Button {...button} variant="default" data-autofocus aria-invalid={file.error !== null}>
              Choose a file
            </Button>
          )}
        </FileButton>
        <span className={file.error ? 'level-stop small' : 'small'}>{file.error ?? file.value?.name ?? ''}</span>
      </div>
      <p className="soft small">An ICC profile in RGB or grey; the name that it gives itself is taken over.</p>
    </Form>
  )
}
