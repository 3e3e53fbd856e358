'use client'

import { useRouter } from 'next/navigation'
import type { RefObject } from 'react'
import { FIRST } from '@/contract/slip-data'
import type { PrintBody, SlipBody } from '@/core/slip/body'
import { patched } from '@/core/slip/body'
import { useDo } from '@/ui/parts/use-do'
import { titleFrom } from './sentences'
import type { Taken } from './use-uploads'

/** Another picture printed like this print: one copy, one piece, its whole picture at no correction. */
const likeThis = (print: PrintBody, id: string, pictureId: string): PrintBody =>
  patched({ ...print, id, copies: 1, pieces: print.pieces.slice(0, 1) }, { pictureId, crop: null, darkness: 0 })

/** Adding prints to a slip, taking them off it, and making slips of other pictures. */
export function useMorePrints(on: {
  readonly editable: boolean
  readonly body: SlipBody
  /** the print that is shown, as it is when something is done */
  readonly shown: RefObject<PrintBody>
  readonly change: (made: (body: SlipBody) => SlipBody) => void
  readonly flush: () => Promise<number>
  readonly show: (printId: string | null) => void
}) {
  const router = useRouter()
  const { act } = useDo()
  const { editable, body, shown, change, flush, show } = on
  const append = (more: readonly PrintBody[]): void => change((b) => ({ ...b, prints: [...b.prints, ...more] }))
  return {
    /** Prints of other pictures: each stands like this one. */
    async takeMore(files: readonly Taken[]): Promise<void> {
      if (!editable) return
      append(files.map((f) => likeThis(shown.current, crypto.randomUUID(), f.id)))
      await flush()
      router.refresh()
    },
    /** Slips of other pictures, for the same member and printed the same way. */
    async takeSlips(files: readonly Taken[]): Promise<void> {
      for (const f of files) {
        const title = titleFrom(f.name)
        const prints = [likeThis(shown.current, FIRST, f.id)]
        if (!(await act('slip.add', { body: { ...body, title, prints } }, `${title} is a slip of its own.`))) return
      }
    },
    addPrint(made: PrintBody): void {
      const next = { ...made, id: crypto.randomUUID() }
      append([next])
      show(next.id)
    },
    dropPrint(id: string): void {
      change((b) => ({ ...b, prints: b.prints.length > 1 ? b.prints.filter((p) => p.id !== id) : b.prints }))
      if (id === shown.current.id) show(null)
    },
  }
}
