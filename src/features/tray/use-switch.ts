'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { TraySwitch } from '@/contract/tray'
import { tell } from '@/ui/parts/tell'

/** Does by hand at one simulated printer what a person would, and looks again. */
export function useSwitch(printer: string): {
  readonly flip: (what: Omit<TraySwitch, 'printer'>) => Promise<void>
  readonly busy: boolean
} {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  const flip = async (what: Omit<TraySwitch, 'printer'>): Promise<void> => {
    setBusy(true)
    const response = await fetch('/api/tray/switch', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ printer, ...what }),
    }).catch(() => null)
    setBusy(false)
    if (!response?.ok) tell('The simulated printer did not answer. Is the demo still running?')
    router.refresh()
  }
  return { flip, busy }
}
