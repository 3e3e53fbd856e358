'use client'

import { useRouter } from 'next/navigation'
import { useEffect } from 'react'

/** How long the screen waits for more news before it reads its data again. */
const SETTLE_MS = 150
const CHANNEL = 'libreta-news'

/**
 * Opens the room's news once for all tabs of this browser: a browser has only six connections to one server, so one tab
 * holds the lock, listens, and passes the news on. Where locks do not exist each visible tab listens by itself.
 */
function listen(told: () => void): () => void {
  const channel = new BroadcastChannel(CHANNEL)
  channel.onmessage = told
  let source: EventSource | null = null
  let release: (() => void) | null = null
  let over = false
  const open = (): void => {
    source = new EventSource('/api/events')
    source.onmessage = () => {
      channel.postMessage(null)
      told()
    }
  }
  const visible = (): void => {
    if (document.visibilityState === 'visible') {
      if (!source) open()
    } else {
      source?.close()
      source = null
    }
  }
  if (navigator.locks)
    void navigator.locks.request(CHANNEL, () => {
      if (over) return
      open()
      return new Promise<void>((resolve) => {
        release = resolve
      })
    })
  else {
    visible()
    document.addEventListener('visibilitychange', visible)
  }
  return () => {
    over = true
    source?.close()
    release?.()
    channel.close()
    document.removeEventListener('visibilitychange', visible)
  }
}

/** Follows the room's news and reads the page's data again when something was done elsewhere. */
export function News() {
  const router = useRouter()
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    const stop = listen(() => {
      clearTimeout(timer)
      timer = setTimeout(() => router.refresh(), SETTLE_MS)
    })
    return () => {
      clearTimeout(timer)
      stop()
    }
  }, [router])
  return null
}
