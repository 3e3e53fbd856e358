'use client'

import { z } from 'zod'
import { INPUTS } from '@/contract/actions'
import { call } from '@/contract/call'
import type { PaperNote } from '@/contract/views/target'
import { sayProblem } from '@/core/words/problems'
import { FormNote, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useFields } from '@/ui/form/use-room-form'
import { sayShortDay } from '@/ui/parts/dates'
import { AddFiles, FileDrop, Files, sendFiles } from '@/ui/parts/files'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { tell } from '@/ui/parts/tell'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './papers.module.css'

/** What a maker advises and what the room noted about a paper, each with its source and files. */
export function Notes({
  paperId,
  notes,
  now,
}: {
  readonly paperId: string
  readonly notes: readonly PaperNote[]
  readonly now: number
}) {
  const { timeZone } = useWays()
  const { act } = useDo()
  return (
    <section>
      <div className={lists.row}>
        <h2>Notes</h2>
        <FormButton label="New note" title="A note about this paper">
          {(close) => <NoteForm paperId={paperId} onDone={close} />}
        </FormButton>
      </div>
      {notes.length === 0 ? <p className="soft small">No advice of its maker, nothing of the room’s own yet.</p> : null}
      <ul className={css.notes}>
        {notes.map((n, i) => (
          <li key={n.id}>
            <div className={lists.row}>
              <span className="soft small">
                {n.source ? `${n.source}; ` : ''}
                {n.by}, {sayShortDay(n.at, timeZone, now)}
              </span>
              <RowMenu
                of={`note ${notes.length - i}`}
                acts={[
                  {
                    ...{ label: 'Add a file', title: 'Files of the note' },
                    form: (close) => <AddFiles of={n.id} onDone={close} />,
                  },
                  {
                    ...{ label: 'Remove', away: true },
                    act: () => void act('note.retire', { id: n.id, revision: n.revision }, 'The note is removed.'),
                  },
                ]}
              />
            </div>
            <p>{n.says}</p>
            <Files files={n.files} />
          </li>
        ))}
      </ul>
    </section>
  )
}

const schema = z.object({
  ...INPUTS['note.add'].omit({ paperId: true }).shape,
  files: z.array(z.instanceof(File)).readonly(),
})

type Typed = { readonly says: string; readonly source: string; readonly files: readonly File[] }

function NoteForm({ paperId, onDone }: { readonly paperId: string; readonly onDone: () => void }) {
  const form = useFields({
    row: null,
    values: (): Typed => ({ says: '', source: '', files: [] }),
    input: (v) => v,
    schema,
    send: async ({ files, ...note }: Typed) => {
      const made = await call('note.add', { paperId, ...note })
      if (!made.ok) return made
      // the note stands; a file that is not taken is said, and can be added again
      const sent = await sendFiles(made.value.id, files)
      return { ok: true as const, value: sent.ok ? sent.value : [sayProblem(sent.problem)] }
    },
    done: 'The note is at its paper.',
    then: (refused) => {
      for (const line of refused) tell(line)
      onDone()
    },
  })
  return (
    <Form form={form} submit="Note it">
      <FormNote field={form.at('says')} label="What it says" minRows={3} first />
      <FormText field={form.at('source')} label="Source" placeholder="the maker’s leaflet, 2026; own experience" />
      <FileDrop field={form.at('files')} label="Files" says="Drop a PDF or a picture here" />
    </Form>
  )
}
