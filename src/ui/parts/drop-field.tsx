'use client'

import { Dropzone, type DropzoneProps } from '@mantine/dropzone'
import { useEffect, useRef } from 'react'

/**
 * Where files are dropped or chosen. A file that was chosen while the page was still being taken over is not lost: the
 * field holds it, and it is told once somebody listens.
 */
export function DropField(props: DropzoneProps) {
  const box = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const input = box.current?.querySelector('input')
    if (input?.files && input.files.length > 0) input.dispatchEvent(new Event('change', { bubbles: true }))
  }, [])
  return <Dropzone ref={box} useFsAccessApi={false} radius={2} p="sm" {...props} />
}
