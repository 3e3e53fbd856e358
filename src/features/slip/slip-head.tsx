'use client'

import { Button } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { memo, useEffect, useState } from 'react'
import type { SlipHead as Head } from '@/core/slip/body'
import { Find } from '@/ui/parts/find'
import { MemberSelect, type Somebody } from '@/ui/parts/member-select'
import { useDo } from '@/ui/parts/use-do'
import css from './slip.module.css'
import type { SlipPage } from './types'
import type { useSavedSlip } from './use-saved-slip'

const SAYS: Readonly<Record<string, string>> = {
  saved: 'saved',
  saving: 'saving',
  'kept here': 'not saved yet: no connection',
  refused: 'not saved',
  conflict: 'changed elsewhere',
}

/** Title, member and state of a slip, and what can be done with all of it. */
export const SlipHead = memo(function SlipHead(props: {
  readonly page: SlipPage
  readonly people: SlipPage['people']
  readonly onMet: (who: Somebody) => void
  readonly body: Head
  readonly state: string
  readonly editable: boolean
  readonly edit: (patch: Partial<Head>) => void
  readonly inTurn: ReturnType<typeof useSavedSlip>['inTurn']
}) {
  const { page, body, edit, editable } = props
  const { act, busy } = useDo()
  const router = useRouter()
  const { slip } = page
  const [title, setTitle] = useState(body.title)
  useEffect(() => setTitle(body.title), [body.title])
  const copy = async (): Promise<void> => {
    const made = await act('slip.copy', { id: slip.id })
    if (made) router.push(`/slips/${made.id}`)
  }
  return (
    <header className={css.head}>
      <span className="soft">Slip {slip.number}</span>
      <h1 className="unseen">{body.title || `Slip ${slip.number}`}</h1>
      <input
        className={css.title}
        aria-label="Title"
        placeholder="What is it called?"
        value={title}
        maxLength={200}
        disabled={!editable}
        size={Math.max(12, Math.min(40, title.length + 1))}
        onChange={(e) => {
          setTitle(e.currentTarget.value)
          edit({ title: e.currentTarget.value })
        }}
      />
      <span className="soft">for</span>
      <MemberSelect
        aria-label="Member"
        placeholder="which member?"
        size="xs"
        w={190}
        clearable
        disabled={!editable}
        value={body.memberId}
        people={props.people}
        nothingFoundMessage="Nobody has that name. Add them under Members."
        onChange={(memberId, who) => {
          if (who) props.onMet(who)
          edit({ memberId })
        }}
      />
      <span className={css.saved} role="status">
        {slip.state === 'done' ? 'done' : slip.state === 'withdrawn' ? 'withdrawn' : SAYS[props.state]}
      </span>
      <span className={css.headActs}>
        <Find />
        {editable ? (
          <Button
            size="compact-sm"
            variant="default"
            loading={busy}
            onClick={() =>
              void props.inTurn(async (revision) => {
                const moved = await act('slip.state', {
                  id: slip.id,
                  revision,
                  state: slip.state === 'waiting' ? 'open' : 'waiting',
                })
                return moved?.revision ?? null
              })
            }
          >
            {slip.state === 'waiting' ? 'Take off the bench' : 'Put on the bench'}
          </Button>
        ) : null}
        <Button size="compact-sm" variant="default" onClick={() => void copy()}>
          Copy slip
        </Button>
      </span>
    </header>
  )
})
