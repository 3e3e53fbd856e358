'use client'

import { Dropzone, type DropzoneProps } from '@mantine/dropzone'
import { useEffect, useRef } from 'react'

/**
 * Where files are dropped or chosen. A file that was chosen while the page was still being taken over is not lost: the
 * field holds it, and it is told once somebody listens.
 */
export function DropField(props: DropzoneProps) {
  // around the field and not its own: the field hears its keys by that
  const around = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const input = around.current?.querySelector('input')
    if (input?.files && input.files.length > 0) input.dispatchEvent(new Event('change', { bubbles: true }))
  }, [])
  return (
    <div ref={around} style={{ display: 'contents' }}>
      <Dropzone useFsAccessApi={false} radius={2} p="sm" {...props} />
    </div>
  )
}
