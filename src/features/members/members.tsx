'use client'

import Link from 'next/link'
import { type Minor, writeAmount, writeMoney } from '@/core/money/money'
import { FormChoices, FormMoney, FormNote, FormSelect, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { RenameThing } from '@/ui/form/rename-thing'
import { useRoomForm } from '@/ui/form/use-room-form'
import { ActsHead } from '@/ui/parts/acts-head'
import type { Choice } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { Pages } from '@/ui/parts/pages'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { holdsText, SearchBox } from '@/ui/parts/search-box'
import { useThingActs } from '@/ui/parts/thing-acts'
import { useDo } from '@/ui/parts/use-do'
import { useQueryText } from '@/ui/parts/use-query-text'
import { useWays } from '@/ui/unit/unit'

type Role = 'keeper' | 'helper' | 'member'
export type PersonRow = {
  readonly id: string
  readonly number: number
  readonly name: string
  readonly role: Role
  readonly groupId: string | null
  readonly groupName: string | null
  readonly note: string
  readonly owes: Minor
  readonly revision: number
}
export type GroupRow = {
  readonly id: string
  readonly name: string
  readonly owes: Minor
  readonly members: number
  readonly revision: number
}

/** The room's people and groups, and what each owes; people a page at a time. */
export function Members(props: {
  readonly people: readonly PersonRow[]
  readonly count: number
  readonly all: number
  readonly from: number
  readonly page: number
  readonly groups: readonly GroupRow[]
}) {
  const { people, groups } = props
  const { currency } = useWays()
  const away = useThingActs()
  const [text, setText] = useQueryText()
  // what is here is narrowed at once; the room answers a moment later
  const shown = people.filter((p) => holdsText(text, p.name, p.groupName, p.note))
  return (
    <>
      <PageHead title="Members" sub={`${props.all} people, ${groups.length} groups`}>
        <FormButton label="New group" title="A group">
          {(close) => <GroupForm onDone={close} />}
        </FormButton>
        <FormButton label="New member" title="Somebody new" primary>
          {(close) => <PersonForm person={null} groups={groups} onDone={close} />}
        </FormButton>
      </PageHead>
      <div className={lists.page}>
        <SearchBox what="members" text={text} onText={setText} />
        {shown.length === 0 ? <p className="soft">Nobody is called “{text.trim()}”.</p> : null}
        <table className="ruled">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Role</th>
              <th scope="col">Group</th>
              <th scope="col">Note</th>
              <th scope="col" className="number">
                Owes, {currency.code}
              </th>
              <ActsHead />
            </tr>
          </thead>
          <tbody>
            {shown.map((p) => (
              <tr key={p.id}>
                <td className="strong">
                  <Link href={`/members/account?person=${p.id}`}>{p.name}</Link>
                </td>
                <td>{p.role}</td>
                <td>{p.groupName ?? ''}</td>
                <td className="soft">{p.note}</td>
                <td className="number">
                  <Link href={`/members/account?person=${p.id}`}>{writeMoney(p.owes, currency)}</Link>
                </td>
                <td>
                  <PersonActs person={p} groups={groups} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <Pages from={props.from} page={props.page} count={props.count} />
        <section className={lists.section}>
          <h2>Groups</h2>
          <table className="ruled">
            <thead>
              <tr>
                <th scope="col">Group</th>
                <th scope="col" className="number">
                  Members
                </th>
                <th scope="col" className="number">
                  Owes, {currency.code}
                </th>
                <ActsHead />
              </tr>
            </thead>
            <tbody>
              {groups.map((g) => (
                <tr key={g.id}>
                  <td className="strong">{g.name}</td>
                  <td className="number">{g.members}</td>
                  <td className="number">
                    <Link href={`/members/account?group=${g.id}`}>{writeMoney(g.owes, currency)}</Link>
                  </td>
                  <td>
                    <RowMenu
                      of={g.name}
                      acts={[
                        {
                          ...{ label: 'Take a payment', title: `A payment for ${g.name}` },
                          form: (close) => <PaymentForm groupId={g.id} personId={null} owes={g.owes} onDone={close} />,
                        },
                        {
                          ...{ label: 'Rename', title: g.name },
                          form: (close) => <RenameThing kind="group" row={g} onDone={close} />,
                        },
                        ...away('group', g, g.name),
                      ]}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </div>
    </>
  )
}

function PersonActs({ person, groups }: { readonly person: PersonRow; readonly groups: readonly GroupRow[] }) {
  const { act } = useDo()
  return (
    <RowMenu
      of={person.name}
      acts={[
        {
          ...{ label: 'Take a payment', title: `A payment by ${person.name}` },
          form: (close) => <PaymentForm personId={person.id} groupId={null} owes={person.owes} onDone={close} />,
        },
        {
          ...{ label: 'Edit', title: person.name },
          form: (close) => <PersonForm person={person} groups={groups} onDone={close} />,
        },
        ...(person.role === 'member'
          ? [
              {
                ...{ label: 'Make inactive', away: true },
                act: () =>
                  void act(
                    'person.retire',
                    { id: person.id, revision: person.revision },
                    `${person.name} is inactive; the log keeps them.`,
                  ),
              },
            ]
          : []),
      ]}
    />
  )
}

function GroupForm({ onDone }: { readonly onDone: () => void }) {
  const form = useRoomForm({
    action: 'group.add',
    row: null,
    values: () => ({ name: '' }),
    done: (v) => `${v.name} is a group now.`,
    then: onDone,
  })
  return (
    <Form form={form} submit="Add group">
      <FormText field={form.at('name')} label="Name" first />
    </Form>
  )
}

const ROLES: readonly Choice<Role>[] = [
  { value: 'member', label: 'member' },
  { value: 'helper', label: 'helper' },
  { value: 'keeper', label: 'keeper' },
]

function PersonForm({
  person,
  groups,
  onDone,
}: {
  readonly person: PersonRow | null
  readonly groups: readonly GroupRow[]
  readonly onDone: () => void
}) {
  const form = useRoomForm({
    action: person ? 'person.edit' : 'person.add',
    row: person,
    values: (p) => ({
      name: p?.name ?? '',
      role: p?.role ?? 'member',
      groupId: p?.groupId ?? null,
      note: p?.note ?? '',
    }),
    done: (v) => (person ? `${v.name} is saved.` : `${v.name} is added.`),
    then: onDone,
  })
  return (
    <Form form={form} submit={person ? 'Save' : 'Add'}>
      <FormText field={form.at('name')} label="Name" first />
      <FormChoices field={form.at('role')} label="Role" choices={ROLES} />
      <FormSelect
        field={form.at('groupId')}
        label="Group"
        none="in no group"
        data={groups.map((g) => ({ value: g.id, label: g.name }))}
      />
      <FormNote field={form.at('note')} label="Note" />
    </Form>
  )
}

function PaymentForm(props: {
  readonly personId: string | null
  readonly groupId: string | null
  readonly owes: Minor
  readonly onDone: () => void
}) {
  const { personId, groupId, owes } = props
  const { currency } = useWays()
  const form = useRoomForm({
    action: 'account.pay',
    row: null,
    values: () => ({ amount: owes > 0 ? owes : null, note: '' }),
    input: (v) => ({ personId, groupId, ...v }),
    done: (v) => `${writeAmount(v.amount ?? owes, currency)} taken.`,
    then: props.onDone,
  })
  return (
    <Form form={form} submit="Take the payment">
      <p className="soft">Owes {writeAmount(owes, currency)}.</p>
      <FormMoney field={form.at('amount')} label="Amount" />
      <FormText field={form.at('note')} label="Note" />
    </Form>
  )
}
