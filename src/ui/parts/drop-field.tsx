'use client'

import { Dropzone, type DropzoneProps } from '@mantine/dropzone'
import { useEffect, useRef } from 'react'

/**
 * Where files are dropped or chosen. A file that was chosen while the page was still being taken over is not lost: the
 * field holds it, and it is told once somebody listens; one that was heard in that moment is not told twice.
 */
export function DropField(props: DropzoneProps) {
  // around the field and not its own: the field hears its keys by that
  const around = useRef<HTMLDivElement>(null)
  const heard = useRef(false)
  useEffect(() => {
    const input = around.current?.querySelector('input')
    if (heard.current || !input?.files || input.files.length === 0) return
    input.dispatchEvent(new Event('change', { bubbles: true }))
  }, [])
  const hear = (): void => {
    heard.current = true
  }
  return (
    <div ref={around} style={{ display: 'contents' }} onChangeCapture={hear}>
      <Dropzone useFsAccessApi={false} radius={2} p="sm" {...props} />
    </div>
  )
}
