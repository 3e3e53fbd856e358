'use client'

import type { ScreenView } from '@/contract/views/paper'
import { type JudgingRules, screenFlaws } from '@/core/paper/trial'
import { FormCount, FormNote, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useThingActs } from '@/ui/parts/thing-acts'
import { useWays } from '@/ui/unit/unit'

/** The screens that prints are compared with: how bright and how white, and when somebody measured that. */
export function Screens(props: {
  readonly screens: readonly ScreenView[]
  readonly limits: Omit<JudgingRules, 'dryHours'>
  readonly now: number
}) {
  const { screens, limits, now } = props
  const { timeZone } = useWays()
  const away = useThingActs()
  return (
    <section className={lists.section}>
      <div className={lists.row}>
        <h2>Screens</h2>
        <FormButton label="New screen" title="A screen of the room">
          {(close) => <ScreenForm screen={null} onDone={close} />}
        </FormButton>
      </div>
      {screens.length === 0 ? (
        <p className="soft small">None yet. A trial says on which screen the print was compared.</p>
      ) : (
        <table className="ruled">
          <thead>
            <tr>
              <th scope="col">Screen</th>
              <th scope="col">White</th>
              <th scope="col">Measured</th>
              <ActsHead />
            </tr>
          </thead>
          <tbody>
            {screens.map((s) => (
              <tr key={s.id}>
                <th scope="row">{s.name}</th>
                <td>{s.newest ? `${s.newest.brightness} cd/m², ${s.newest.white} K` : ''}</td>
                <td>
                  <Measured screen={s} limits={limits} now={now} timeZone={timeZone} />
                </td>
                <td>
                  <RowMenu
                    of={s.name}
                    acts={[
                      {
                        ...{ label: 'Measured', title: `${s.name} was measured` },
                        form: (close) => <MeasureForm screen={s} onDone={close} />,
                      },
                      {
                        ...{ label: 'Edit', title: s.name },
                        form: (close) => <ScreenForm screen={s} onDone={close} />,
                      },
                      ...away('screen', s, s.name),
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

function Measured(props: {
  readonly screen: ScreenView
  readonly limits: Omit<JudgingRules, 'dryHours'>
  readonly now: number
  readonly timeZone: string
}) {
  const { screen, limits, now } = props
  const flaws = screenFlaws(screen.newest, now, { ...limits, dryHours: 0 }).map((f) => f.code)
  const when = screen.newest ? sayShortDay(screen.newest.at, props.timeZone, now) : 'never'
  const due = flaws.includes('screen measured long ago') ? ', due again' : ''
  const bright = flaws.includes('screen too bright') ? ', too bright to judge prints by' : ''
  return (
    <span className={flaws.length > 0 ? 'level-caution' : undefined}>
      {when}
      {due}
      {bright}
    </span>
  )
}

type Done = { readonly onDone: () => void }

function ScreenForm({ screen, onDone }: { readonly screen: ScreenView | null } & Done) {
  const form = useRoomForm({
    action: screen ? 'screen.edit' : 'screen.add',
    row: screen,
    values: (s) => ({ name: s?.name ?? '', note: s?.note ?? '' }),
    done: (v) => `${v.name} is ${screen ? 'saved' : 'added'}.`,
    then: onDone,
  })
  return (
    <Form form={form} submit={screen ? 'Save' : 'Add screen'}>
      <FormText field={form.at('name')} label="Name" first />
      <FormNote field={form.at('note')} label="Note" />
    </Form>
  )
}

function MeasureForm({ screen, onDone }: { readonly screen: ScreenView } & Done) {
  const form = useRoomForm({
    action: 'screen.measure',
    row: null,
    values: (): { brightness: number | null; white: number | null; instrument: string } => ({
      ...{ brightness: null, white: null, instrument: screen.newest?.instrument ?? '' },
    }),
    input: (v) => ({ id: screen.id, ...v }),
    done: `${screen.name} is measured.`,
    then: onDone,
  })
  return (
    <Form form={form} submit="Log measurement">
      <p className="soft">Its white at the brightness that prints are compared at.</p>
      <div className={lists.fields}>
        <FormCount field={form.at('brightness')} label="Brightness, cd/m²" width={150} />
        <FormCount field={form.at('white')} label="White, K" width={130} max={20_000} />
      </div>
      <FormText field={form.at('instrument')} label="Measured with" />
    </Form>
  )
}
