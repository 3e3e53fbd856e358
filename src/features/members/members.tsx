'use client'

import { Button, Select, Textarea, TextInput } from '@mantine/core'
import Link from 'next/link'
import { useState } from 'react'
import { type Minor, writeMoney } from '@/core/money/money'
import { MoneyField } from '@/ui/fields/money-field'
import { Choices } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { Pages } from '@/ui/parts/pages'
import { Form, FormButton } from '@/ui/parts/panel'
import { holdsText, SearchBox } from '@/ui/parts/search-box'
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
export type GroupRow = { readonly id: string; readonly name: string; readonly owes: Minor; readonly members: number }

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
              <th scope="col">
                <span className="unseen">Acts</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((p) => (
              <tr key={p.id}>
                <td className="strong">
                  <Link href={`/log?member=${p.id}`}>{p.name}</Link>
                </td>
                <td>{p.role}</td>
                <td>{p.groupName ?? ''}</td>
                <td className="soft">{p.note}</td>
                <td className="number">{writeMoney(p.owes, currency)}</td>
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
                <th scope="col">
                  <span className="unseen">Acts</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {groups.map((g) => (
                <tr key={g.id}>
                  <td className="strong">{g.name}</td>
                  <td className="number">{g.members}</td>
                  <td className="number">{writeMoney(g.owes, currency)}</td>
                  <td>
                    <FormButton label="Take a payment" title={`A payment for ${g.name}`}>
                      {(close) => <PaymentForm groupId={g.id} personId={null} owes={g.owes} onDone={close} />}
                    </FormButton>
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
    <div className={lists.acts}>
      <FormButton label="Edit" title={person.name}>
        {(close) => <PersonForm person={person} groups={groups} onDone={close} />}
      </FormButton>
      <FormButton label="Take a payment" title={`A payment by ${person.name}`}>
        {(close) => <PaymentForm personId={person.id} groupId={null} owes={person.owes} onDone={close} />}
      </FormButton>
      {person.role === 'member' ? (
        <Button
          size="compact-xs"
          variant="default"
          onClick={() =>
            void act(
              'person.retire',
              { id: person.id, revision: person.revision },
              `${person.name} is retired; the log keeps them.`,
            )
          }
        >
          Retire
        </Button>
      ) : null}
    </div>
  )
}

function GroupForm({ onDone }: { readonly onDone: () => void }) {
  const { act, busy } = useDo()
  const [name, setName] = useState('')
  const save = async (): Promise<void> => {
    if (await act('group.add', { name }, `${name} is a group now.`)) onDone()
  }
  return (
    <Form submit="Add group" busy={busy} shut={name.trim() ? null : 'A name is needed.'} onSubmit={() => void save()}>
      <TextInput label="Name" value={name} onChange={(e) => setName(e.currentTarget.value)} data-autofocus />
    </Form>
  )
}

function PersonForm({
  person,
  groups,
  onDone,
}: {
  readonly person: PersonRow | null
  readonly groups: readonly GroupRow[]
  readonly onDone: () => void
}) {
  const { act, busy, seen } = useDo(person && { id: person.id, revision: person.revision })
  const [name, setName] = useState(person?.name ?? '')
  const [role, setRole] = useState<Role>(person?.role ?? 'member')
  const [groupId, setGroupId] = useState<string | null>(person?.groupId ?? null)
  const [note, setNote] = useState(person?.note ?? '')
  const save = async (): Promise<void> => {
    const fields = { name, role, groupId, note }
    const done = seen
      ? await act('person.edit', { ...seen, ...fields }, `${name} is saved.`)
      : await act('person.add', fields, `${name} is in the room’s books.`)
    if (done) onDone()
  }
  return (
    <Form
      submit={person ? 'Save' : 'Add'}
      busy={busy}
      shut={name.trim() ? null : 'A name is needed.'}
      onSubmit={() => void save()}
    >
      <TextInput label="Name" value={name} onChange={(e) => setName(e.currentTarget.value)} data-autofocus />
      <Choices
        label="Role"
        value={role}
        choices={[
          { value: 'member', label: 'member' },
          { value: 'helper', label: 'helper' },
          { value: 'keeper', label: 'keeper' },
        ]}
        onChange={setRole}
      />
      <Select
        label="Group"
        clearable
        placeholder="in no group"
        data={groups.map((g) => ({ value: g.id, label: g.name }))}
        value={groupId}
        comboboxProps={{ withinPortal: false }}
        onChange={setGroupId}
      />
      <Textarea label="Note" autosize minRows={2} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
    </Form>
  )
}

function PaymentForm(props: {
  readonly personId: string | null
  readonly groupId: string | null
  readonly owes: Minor
  readonly onDone: () => void
}) {
  const { currency } = useWays()
  const { act, busy } = useDo()
  const [amount, setAmount] = useState<Minor | null>(props.owes > 0 ? props.owes : null)
  const [note, setNote] = useState('')
  const save = async (): Promise<void> => {
    if (amount === null) return
    const done = await act(
      'account.pay',
      { personId: props.personId, groupId: props.groupId, amount, note },
      `${writeMoney(amount, currency)} ${currency.code} taken.`,
    )
    if (done) props.onDone()
  }
  return (
    <Form
      submit="Take the payment"
      busy={busy}
      shut={amount !== null && amount > 0 ? null : 'An amount above 0 is needed.'}
      onSubmit={() => void save()}
    >
      <p className="soft">
        Owes {writeMoney(props.owes, currency)} {currency.code}.
      </p>
      <MoneyField label="Amount" value={amount} onChange={setAmount} />
      <TextInput label="Note" value={note} onChange={(e) => setNote(e.currentTarget.value)} />
    </Form>
  )
}
