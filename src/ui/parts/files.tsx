'use client'

import { z } from 'zod'
import type { Attachment } from '@/contract/views/target'
import { bad, ok, type Result } from '@/core/result/result'
import { countOf } from '@/core/words/count'
import { type Problem, sayProblem } from '@/core/words/problems'
import { Form } from '@/ui/form/form'
import { type Field, useFields } from '@/ui/form/use-room-form'
import { DropField } from './drop-field'
import { tell } from './tell'
import { upload } from './upload'

/** The files of a note or target, each to be opened. */
export function Files({ files }: { readonly files: readonly Attachment[] }) {
  return files.map((f) => (
    <div key={f.id} className="small">
      <a href={`/api/files/${f.id}`} target="_blank" rel="noreferrer">
        {f.name}
      </a>
    </div>
  ))
}

/** Where files are dropped or chosen. */
export function FileDrop(props: {
  readonly field: Field<readonly File[]>
  readonly label: string
  readonly says: string
  /** the first of them counts alone */
  readonly one?: boolean
}) {
  const { field, label, says, one = false } = props
  return (
    <>
      <DropField
        onDrop={(dropped) => field.set(one ? dropped.slice(0, 1) : dropped)}
        multiple={!one}
        inputProps={{ 'aria-label': label }}
        w="100%"
      >
        {field.value.length === 0 ? (
          <span>
            {says}, or <u>{one ? 'choose it' : 'choose files'}</u>.
          </span>
        ) : (
          <span>{field.value.map((f) => f.name).join(', ')}</span>
        )}
      </DropField>
      {field.error ? <span className="level-stop small">{field.error}</span> : null}
    </>
  )
}

/**
 * Sends files to what they belong to, each by itself: one that is not taken keeps none of the others away.
 * @returns a sentence for each that was not taken; a problem where the only one was not.
 */
export async function sendFiles(of: string, files: readonly File[]): Promise<Result<readonly string[], Problem>> {
  const said: string[] = []
  for (const file of files) {
    const sent = await upload(`/api/files?of=${encodeURIComponent(of)}`, file, () => {}, new AbortController().signal)
    if (sent === 'cancelled') return bad({ code: 'unreachable' })
    if (!sent.ok && files.length === 1) return sent
    if (!sent.ok) said.push(sayProblem(sent.problem))
  }
  return ok(said)
}

const schema = z.object({ files: z.array(z.instanceof(File)).min(1, 'choose a file').readonly() })

/** More files for a note or target. */
export function AddFiles({ of, onDone }: { readonly of: string; readonly onDone: () => void }) {
  const form = useFields({
    row: null,
    values: () => ({ files: [] as readonly File[] }),
    input: (v) => v,
    schema,
    send: ({ files }: { readonly files: readonly File[] }) => sendFiles(of, files),
    then: (refused, { files }) => {
      for (const line of refused) tell(line)
      if (files.length > refused.length) tell(`${countOf(files.length - refused.length, 'file')} kept.`)
      onDone()
    },
  })
  return (
    <Form form={form} submit="Keep them">
      <FileDrop field={form.at('files')} label="Files" says="Drop a PDF or a picture here" />
    </Form>
  )
}
