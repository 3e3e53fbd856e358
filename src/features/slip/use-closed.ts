'use client'

import { useEffect, useState } from 'react'
import { askAboutSlip } from '@/contract/call'
import type { LengthUnit } from '@/core/length/length'
import type { PrintBody } from '@/core/slip/body'

const NONE: ReadonlyMap<string, string> = new Map()

/** Why presets cannot make a print as it stands, by version id: asked while the presets are looked at. */
export function useClosed(print: PrintBody, asked: boolean, unit: LengthUnit): ReadonlyMap<string, string> {
  const [closed, setClosed] = useState<ReadonlyMap<string, string>>(NONE)
  const { sheet, edge } = print
  const text = JSON.stringify({ sheet, edge })
  useEffect(() => {
    if (!asked) return
    let gone = false
    const { sheet: form, edge: kind } = JSON.parse(text) as Pick<PrintBody, 'sheet' | 'edge'>
    void askAboutSlip('closed', { sheet: form, edge: kind, unit }).then((answer) => {
      if (!gone && answer.ok) setClosed(new Map(Object.entries(answer.value)))
    })
    return () => {
      gone = true
    }
  }, [asked, text, unit])
  return closed
}
