'use client'

import { usePathname, useRouter, useSearchParams } from 'next/navigation'
import { useEffect, useRef, useState } from 'react'

const PAUSE_MS = 220

/** What a list is searched for: here at once, and in the address `?q=` when the hand rests, from the first page on. */
export function useQueryText(): readonly [string, (text: string) => void] {
  const router = useRouter()
  const path = usePathname()
  const params = useSearchParams()
  const there = params.get('q') ?? ''
  const [text, setText] = useState(there)
  const typed = useRef(there)
  useEffect(() => {
    if (text === typed.current) return
    const timer = setTimeout(() => {
      typed.current = text
      const next = new URLSearchParams(params)
      next.delete('from')
      if (text.trim()) next.set('q', text.trim())
      else next.delete('q')
      router.replace(next.size > 0 ? `${path}?${next}` : path, { scroll: false })
    }, PAUSE_MS)
    return () => clearTimeout(timer)
  }, [text, params, path, router])
  return [text, setText]
}
