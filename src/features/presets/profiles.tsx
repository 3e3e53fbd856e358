'use client'

import Link from 'next/link'
import type { ReactNode } from 'react'
import { FormSelect } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { AddProfile, sealsOf } from './add-profile'
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
