'use client'

import { Button, Modal, Progress } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { type PrintLine, underWay } from '@/contract/prints'
import type { Cause } from '@/contract/slip-data'
import { FormNote } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { causeOf, OutcomeFields } from '@/ui/form/outcome-fields'
import { useRoomForm } from '@/ui/form/use-room-form'
import { useDo } from '@/ui/parts/use-do'
import css from './prints.module.css'

/** How often a screen looks again while something is sent: progress is no news of the room. */
const LOOK_EVERY_MS = 1500

/** Reads the page's data again while a print is under way. */
function useWatch(prints: readonly PrintLine[]): void {
  const router = useRouter()
  const busy = prints.some(underWay)
  useEffect(() => {
    if (!busy) return
    const timer = setInterval(() => router.refresh(), LOOK_EVERY_MS)
    return () => clearInterval(timer)
  }, [busy, router])
}

/** Where a print is, as a person would say it. */
export function sayPrint(p: PrintLine): string {
  switch (p.state) {
    case 'queued':
      return 'waits for the printer'
    case 'sending':
      return p.cancelAsked ? 'is being cancelled' : `is being sent, ${Math.round(p.progress * 100)} %`
    case 'printing':
      return `${p.cancelAsked ? 'is being cancelled: ' : ''}${p.printerSays || 'at the printer'}`
    case 'done':
      return p.of === 'slip' ? 'came out and is in the log' : 'came out'
    case 'failed':
      return 'did not come out'
    case 'cancelled':
      return p.problem ? `was not sent: ${p.problem}` : 'was cancelled'
    case 'not known':
      return 'nobody knows whether it came out'
    case 'settled':
      return 'was answered by hand'
  }
}

const LEVEL: Partial<Record<PrintLine['state'], string>> = {
  done: 'level-fine',
  failed: 'level-stop',
  'not known': 'level-caution',
}

/** Prints with where each is; what can be cancelled, and the question after a break. */
export function Prints({
  prints,
  label,
  named = false,
}: {
  readonly prints: readonly PrintLine[]
  readonly label: string
  /** says what is printed: for lists of more than one slip */
  readonly named?: boolean
}) {
  useWatch(prints)
  const { act, busy } = useDo()
  if (prints.length === 0) return null
  return (
    <ul className={css.prints} aria-label={label}>
      {prints.map((p) => (
        <li key={p.id} className={css.print} data-state={p.state}>
          <span className={css.what}>
            {named ? <Link href={p.href}>{p.what}</Link> : <strong>{p.what.replace(/^.*, /, '')}</strong>}{' '}
            <span className={LEVEL[p.state] ?? 'soft'}>{sayPrint(p)}</span>
            {p.sheetHref ? (
              <>
                {' '}
                <Link href={p.sheetHref} className="small">
                  see it in the tray
                </Link>
              </>
            ) : null}
          </span>
          {p.state === 'sending' ? (
            <Progress value={p.progress * 100} size={4} aria-label={`${p.what}: sent so far`} className={css.bar} />
          ) : null}
          {p.state === 'failed' && p.problem ? <span className={css.says}>{p.problem}</span> : null}
          {p.state === 'not known' ? (
            <span className={css.says}>
              {p.printerSays} <Settle print={p} />
            </span>
          ) : null}
          {underWay(p) && !p.cancelAsked ? (
            <Button
              size="compact-xs"
              variant="default"
              loading={busy}
              onClick={() => void act('print.cancel', { id: p.id }, 'It is being cancelled.')}
            >
              Cancel
            </Button>
          ) : null}
        </li>
      ))}
    </ul>
  )
}

type Said = {
  readonly outcome: 'good' | 'proof' | 'spoiled' | 'not printed'
  readonly cause: Cause | null
  readonly note: string
}
const NOT_SAID: Said = { outcome: 'good', cause: null, note: '' }

/** "What came out?" after a break: somebody has to look at the printer. */
function Settle({ print }: { readonly print: PrintLine }) {
  const [open, setOpen] = useState(false)
  const form = useRoomForm({
    action: 'print.settle',
    row: null,
    values: () => NOT_SAID,
    input: (v) => ({ id: print.id, ...v, cause: causeOf(v) }),
    done: (v) =>
      v.outcome === 'not printed' ? 'Noted: nothing came out. It can be printed again.' : 'It is in the log.',
    then: () => setOpen(false),
  })
  const { outcome } = form.values
  return (
    <>
      <Button size="compact-xs" onClick={() => setOpen(true)}>
        Say what came out
      </Button>
      <Modal opened={open} onClose={() => setOpen(false)} title={`What came out: ${print.what}`} size="lg" centered>
        <Form
          form={form}
          focused
          submit={outcome === 'not printed' ? 'Nothing came out' : `Log as ${outcome}`}
          extra={
            <Button variant="default" onClick={() => setOpen(false)}>
              Not yet
            </Button>
          }
        >
          <p>{print.printerSays}</p>
          <p className="soft small">Look into the printer’s tray first. It is not sent again by itself.</p>
          <OutcomeFields
            outcomes={['good', 'proof', 'spoiled', 'not printed']}
            outcome={form.at('outcome')}
            cause={form.at('cause')}
          />
          <FormNote field={form.at('note')} label="Note" />
        </Form>
      </Modal>
    </>
  )
}
