'use client'

import { Button } from '@mantine/core'
import type { SlipState } from '@/contract/views/slip'
import { SaveFileButton, type useSaveFile } from '@/ui/parts/save-file'
import css from './slip.module.css'
import type { Wanted } from './wanted'

/** What keeps a slip from being printed or logged, in a sentence; null: nothing does. */
export function whyShut(s: {
  readonly state: SlipState
  /** where this print of it stands */
  readonly print: Wanted['state'] | null
  readonly several: boolean
  readonly picture: boolean
  readonly preset: boolean
  /** its preset cannot print any more: what is gone, in words */
  readonly broken: string | null
  readonly laid: boolean
  /** the outside target or wedge that the slip holds, and where it is printed */
  readonly target: { readonly name: string; readonly where: string } | null
}): string | null {
  if (s.print === 'asked') return 'First say whether the last copy came out: the question stands above.'
  if (s.print === 'printing') return 'It is being printed now.'
  if (s.target !== null)
    return `It holds ${s.target.name}, which goes out untouched: print it again under ${s.target.where}.`
  if (s.state === 'done') return 'This slip is done. Copy it to print again.'
  if (s.state === 'withdrawn') return 'This slip was taken off the bench.'
  if (s.print === 'planned') return 'All its copies are in a roll plan. Print the plan, or cancel it first.'
  if (s.print === 'done' && s.several) return 'This print is done. Raise its copies to print more.'
  if (!s.picture) return 'It has no picture yet.'
  if (s.broken) return `Its preset cannot print any more: ${s.broken}.`
  if (!s.preset) return 'It has no preset yet.'
  return s.laid ? null : 'It has no sheet yet.'
}

/** Print, save, log; what is shut says why. */
export function PrintActs(props: {
  readonly shut: string | null
  /** there is something to make a file of, whatever became of the slip */
  readonly ready: boolean
  readonly address: string | null
  readonly save: ReturnType<typeof useSaveFile>
  readonly onPrint: () => void
  readonly onLog: () => void
}) {
  const { shut, ready, address } = props
  const noAddress = ready && address === null ? 'This queue has no address: save the file and print it by hand.' : null
  const why = shut ?? noAddress
  return (
    <>
      <div className={css.row}>
        <Button px="sm" disabled={why !== null} onClick={props.onPrint} title="Send it to the printer and log it (p)">
          Print and log
        </Button>
        <SaveFileButton save={props.save} ready={ready} />
        <Button
          px="sm"
          variant="default"
          disabled={shut !== null}
          onClick={props.onLog}
          title="Log what came out of a file printed elsewhere (l)"
        >
          Log run
        </Button>
      </div>
      {why ? <p className="soft small">{why}</p> : null}
    </>
  )
}
