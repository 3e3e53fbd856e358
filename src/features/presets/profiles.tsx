'use client'

import Link from 'next/link'
import type { ReactNode } from 'react'
import { z } from 'zod'
import { bad, ok, type Result } from '@/core/result/result'
import { type Problem, sayProblem } from '@/core/words/problems'
import { FormSelect } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useFields, useRoomForm } from '@/ui/form/use-room-form'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayDay } from '@/ui/parts/dates'
import { FileDrop } from '@/ui/parts/files'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { tell } from '@/ui/parts/tell'
import { upload } from '@/ui/parts/upload'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './profiles.module.css'
import type { PresetView } from './types'

export type ProfileLine = {
  readonly id: string
  readonly name: string
  readonly grey: boolean
  /** the seals that it was made with; none: nobody said */
  readonly seals: readonly string[]
  /** what it says of itself, in sentences */
  readonly about: readonly string[]
  /** its file is not in the room's folder */
  readonly missing: boolean
  /** printers that it describes no longer, and what was done to them since it was made */
  readonly stale: readonly { readonly printer: string; readonly since: string }[]
  /** why it cannot be chosen; null: it can */
  readonly unfit: string | null
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
  /** what stands below them */
  readonly children?: ReactNode
  readonly now: number
}) {
  const { profiles, presets, now } = props
  const { timeZone } = useWays()
  const { act } = useDo()
  const madeWith = (seal: string): string => {
    const found = presets.flatMap((p) =>
      p.versions.filter((v) => v.seal === seal).map((v) => `${p.name}, version ${v.number}`),
    )
    return found[0] ?? `seal ${seal}, not in this room`
  }
  return (
    <>
      <PageHead title="Profiles" sub="what pictures are converted to, when the file does it and the printer does not">
        <FormButton label="Add profile" title="Add a profile" primary>
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
                  <th scope="row">
                    <span className="strong">{p.name}</span>
                    {p.missing ? (
                      <span className={`${css.says} level-stop`}>
                        Its file is not in the room’s folder, so nothing can be converted to it. Add the file again, or
                        put it back from a backup.
                      </span>
                    ) : null}
                    <span className={css.says}>
                      {[p.unfit, ...p.about.slice(0, SHOWN)].filter((line) => line !== null).join(' ')}
                    </span>
                  </th>
                  <td className={css.kind}>
                    <Says profile={p} />
                  </td>
                  <td>
                    {p.seals.length === 0 ? <span className="soft">not said</span> : null}
                    {p.seals.map((seal) => (
                      <div key={seal}>{madeWith(seal)}</div>
                    ))}
                    {p.stale.map((s) => (
                      <div key={s.printer} className="level-caution">
                        stale: {s.since} of {s.printer} since
                      </div>
                    ))}
                  </td>
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
                        ...(p.unfit === null
                          ? [
                              {
                                ...{ label: 'Made with', title: `${p.name} was made with` },
                                form: (close: () => void) => <BindForm profile={p} presets={presets} onDone={close} />,
                              },
                            ]
                          : []),
                        ...p.seals.map((seal) => ({
                          ...{ label: `Not with ${madeWith(seal)}`, away: true },
                          act: () =>
                            void act('profile.bind', { id: p.id, seal, made: false }, `${p.name}: not made with it.`),
                        })),
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
        {props.children}
      </div>
    </>
  )
}

/** sentences that stand in the line itself */
const SHOWN = 2

/** What a profile is for, and everything that it says of itself on a press. */
function Says({ profile }: { readonly profile: ProfileLine }) {
  return (
    <details className="small">
      <summary className={profile.unfit === null ? undefined : 'level-caution'}>
        {profile.unfit === null ? (profile.grey ? 'grey' : 'colour') : 'cannot be chosen'}
      </summary>
      {profile.about.slice(SHOWN).map((line) => (
        <p key={line}>{line}</p>
      ))}
      {profile.about.length === 0 ? (
        <p className="soft">Taken in before it was read: add it again to read it.</p>
      ) : null}
    </details>
  )
}

/** Versions of all presets by their seals, the newest first. */
const sealsOf = (presets: readonly PresetView[]): readonly { readonly value: string; readonly label: string }[] =>
  [
    ...new Map(
      presets.flatMap((p) =>
        p.versions.map((v) => [v.seal, `${p.name}, version ${v.number} (seal ${v.seal})`] as const).reverse(),
      ),
    ),
  ].map(([value, label]) => ({ value, label }))

/** One more version whose seal a profile was made with. */
function BindForm(props: {
  readonly profile: ProfileLine
  readonly presets: readonly PresetView[]
  readonly onDone: () => void
}) {
  const { profile, presets, onDone } = props
  const form = useRoomForm({
    action: 'profile.bind',
    row: null,
    values: () => ({ seal: '' }),
    input: (v) => ({ id: profile.id, ...v, made: true }),
    done: `${profile.name} is right for that seal too.`,
    then: onDone,
  })
  return (
    <Form form={form} submit="It was made with it">
      <FormSelect
        field={form.at('seal')}
        label="Version"
        first
        searchable
        data={sealsOf(presets).filter((s) => !profile.seals.includes(s.value))}
      />
    </Form>
  )
}

type Typed = { readonly files: readonly File[]; readonly seal: string | null }
const NO_FILE: Typed = { files: [], seal: null }

const typedSchema = z.object({
  files: z.array(z.instanceof(File)).min(1, 'choose the file of a printer’s profile').readonly(),
  seal: z.string().nullable(),
})

type Taken = {
  readonly name: string
  readonly already: boolean
  readonly bound: boolean
  readonly unfit: string | null
}

/** Every file by itself: one that is no profile keeps none of the others away. */
const send = async ({ files, seal }: Typed): Promise<Result<readonly string[], Problem>> => {
  const to = `/api/profiles${seal ? `?seal=${encodeURIComponent(seal)}` : ''}`
  const said: string[] = []
  for (const file of files) {
    const done = await upload<Taken>(to, file, () => {}, new AbortController().signal)
    if (done === 'cancelled') return bad({ code: 'unreachable' })
    if (!done.ok && files.length === 1) return done
    said.push(done.ok ? sayTaken(done.value) : sayProblem(done.problem))
  }
  return ok(said)
}

const sayTaken = ({ name, already, bound, unfit }: Taken): string => {
  if (already) return `This profile is here already, as ${name}${bound ? '; it is right for that seal too now' : ''}.`
  return unfit ? `${name} is on the shelf and cannot be chosen. ${unfit}` : `${name} can be chosen in presets now.`
}

/** A profile's file, and with which version the sheet was printed that it was made from. */
export function AddProfile({
  presets,
  seal = null,
  onDone,
}: {
  readonly presets: readonly PresetView[]
  /** what it was made with, where that is known already */
  readonly seal?: string | null
  readonly onDone: () => void
}) {
  const form = useFields({
    row: null,
    values: () => ({ ...NO_FILE, seal }),
    input: (v) => v,
    schema: typedSchema,
    send,
    then: (said) => {
      for (const line of said) tell(line)
      onDone()
    },
  })
  return (
    <Form form={form} submit="Add it">
      <FormSelect
        field={form.at('seal')}
        label="Made with"
        description="The version that printed the chart it was measured from. A print with another seal is then looked at."
        none="Nobody knows"
        searchable
        data={sealsOf(presets)}
      />
      <FileDrop field={form.at('files')} label="Profile files" says="Drop ICC profiles here" />
      <p className="soft small">
        The name that a profile gives itself is taken over. A printer’s, in RGB or grey, can be chosen; others are shown
        with the reason.
      </p>
    </Form>
  )
}
