'use client'

import { Button, Textarea } from '@mantine/core'
import { useState } from 'react'
import type { ReadingBody } from '@/contract/tone'
import type { ToneCheck } from '@/contract/views/tone'
import { bends } from '@/core/tone/curve'
import { type TypedReading, typedReading } from '@/core/tone/typed'
import { sayTyped } from '@/core/words/tone-typed'
import { DropField } from '@/ui/parts/drop-field'
import { useDo } from '@/ui/parts/use-do'
import css from './tone.module.css'
import { useReader } from './use-reader'

/** Readings of an instrument from its file, or typed and pasted as a table. */
export function FileForm({ check, onDone }: { readonly check: ToneCheck; readonly onDone: () => void }) {
  const { act, busy } = useDo()
  const reader = useReader()
  const [body, setBody] = useState<ReadingBody | null>(null)
  const [why, setWhy] = useState<string | null>(null)
  const [note, setNote] = useState('')
  const [typed, setTyped] = useState('')
  const { steps } = check.layout
  const open = async (file: File): Promise<void> => {
    setBody(null)
    setWhy(null)
    setTyped('')
    const bytes = new Uint8Array(await file.arrayBuffer())
    const answer = await reader().ask({ does: 'cgats', bytes, steps })
    if (answer.is !== 'file') return
    if (!answer.result.ok) {
      setWhy(`${file.name}: ${answer.result.problem}`)
      return
    }
    const { reading, instrument, order } = answer.result.value
    setBody({ kind: 'instrument', ...reading, instrument: instrument.slice(0, 120), fileName: file.name.slice(0, 200) })
    setNote(`${file.name}, ${order}${instrument ? `, ${instrument}` : ''}`)
  }
  const type = (text: string): void => {
    setTyped(text)
    setNote('')
    const read: TypedReading = typedReading(text, steps)
    setBody(read.ok ? { kind: 'typed', ...read.value } : null)
    setWhy(read.ok || text.trim() === '' ? null : sayTyped(read.problem))
  }
  const save = async (): Promise<void> => {
    if (!body) return
    if (await act('tone.read', { id: check.id, body: structuredClone(body) as never }, `Read: ${steps} patches.`))
      onDone()
  }
  return (
    <div className={css.typed}>
      <DropField
        onDrop={([file]) => file && void open(file)}
        multiple={false}
        inputProps={{ 'aria-label': 'The meter’s file' }}
      >
        <span>
          Drop the meter’s file here (CGATS text with Lab, XYZ, spectra or density), or <u>choose it</u>.
        </span>
      </DropField>
      <Textarea
        label={`Or type or paste ${steps} lines, the paper first: L*, or L* a* b*`}
        autosize
        minRows={4}
        maxRows={10}
        mt={8}
        value={typed}
        onChange={(e) => type(e.currentTarget.value)}
      />
      {why ? (
        <p className="level-stop small" role="alert">
          {why}
        </p>
      ) : null}
      {body && body.kind !== 'eye' ? (
        <>
          <p className="small">
            {note ? `${note}. ` : ''}Paper L* {body.patches[0]?.l.toFixed(1)}, full black{' '}
            {body.patches.at(-1)?.l.toFixed(1)}, worst bend {Math.max(...bends(body).map(Math.abs)).toFixed(1)} L*.
          </p>
          <div className={css.readout}>
            {body.patches.map((p) => (
              <span key={p.d}>
                {Math.round(100 * p.d)} %: <strong>{p.l.toFixed(1)}</strong>
              </span>
            ))}
          </div>
        </>
      ) : null}
      <Button mt={10} disabled={!body} loading={busy} onClick={() => void save()}>
        Keep this reading
      </Button>
    </div>
  )
}
