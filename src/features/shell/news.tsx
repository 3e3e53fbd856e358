'use client'

import { useRouter } from 'next/navigation'
import { useEffect } from 'react'

/** How long the screen waits for more news before it reads its data again. */
const SETTLE_MS = 250

/** Follows the room's news and reads the page's data again when something was done elsewhere. */
export function News() {
  const router = useRouter()
  useEffect(() => {
    const source = new EventSource('/api/events')
    let timer: ReturnType<typeof setTimeout> | undefined
    source.onmessage = (event) => {
      window.dispatchEvent(new CustomEvent('libreta-news', { detail: JSON.parse(event.data) }))
      clearTimeout(timer)
      timer = setTimeout(() => router.refresh(), SETTLE_MS)
    }
    return () => {
      clearTimeout(timer)
      source.close()
    }
  }, [router])
  return null
}
