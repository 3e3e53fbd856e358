'use client'

import { Button, Progress } from '@mantine/core'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect } from 'react'
import { type PrintLine, underWay } from '@/contract/prints'
import { useDo } from '@/ui/parts/use-do'
import css from './prints.module.css'

// asked after a break only: it comes with its form's schema
const Settle = dynamic(() => import('./settle').then((m) => m.Settle), { ssr: false })

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
