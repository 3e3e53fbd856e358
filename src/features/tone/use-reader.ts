'use client'

import { useEffect, useRef } from 'react'
import { openReader, type Reader } from '@/workers/reader'

/** The worker that reads wedges, opened when it is first asked for and ended with the form. */
export function useReader(): () => Reader {
  const reader = useRef<Reader | null>(null)
  useEffect(
    () => () => {
      reader.current?.end()
      reader.current = null
    },
    [],
  )
  return () => {
    reader.current ??= openReader()
    return reader.current
  }
}
