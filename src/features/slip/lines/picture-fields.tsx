'use client'

import { Button, Progress } from '@mantine/core'
import { Dropzone } from '@mantine/dropzone'
import { useEffect, useRef, useState } from 'react'
import type { PxRect } from '@/core/placing/placing'
import type { PictureFacts } from '@/core/slip/facts'
import { sayProblem } from '@/core/words/problems'
import { uploadPicture } from '@/ui/parts/upload'
import { useDo } from '@/ui/parts/use-do'
import { CropFields } from '../crop'
import css from '../slip.module.css'

/** Line 1 open: a place to drop, choose or paste a file, and the crop. */
export function PictureFields(props: {
  readonly picture: PictureFacts | null
  readonly crop: PxRect | null
  readonly sheetRatio: number | null
  readonly disabled: boolean
  readonly onPicture: (id: string, fileName: string) => void
  readonly onCrop: (crop: PxRect | null) => void
}) {
  const { picture, onPicture } = props
  const { act, busy } = useDo()
  const [part, setPart] = useState<number | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [others, setOthers] = useState<readonly string[]>([])
  const stop = useRef<AbortController | null>(null)
  const open = useRef<() => void>(null)

  const send = useRef(async (file: File): Promise<void> => {
    stop.current?.abort()
    const mine = new AbortController()
    stop.current = mine
    setProblem(null)
    setPart(0)
    const result = await uploadPicture(file, setPart, mine.signal)
    if (stop.current !== mine) return
    setPart(null)
    if (result === 'cancelled') return
    if (result.ok) onPicture(result.value.id, file.name)
    else setProblem(sayProblem(result.problem))
  })
  /** One slip shows one picture: further files are named, not passed over. */
  const take = (files: readonly File[]): void => {
    const [first, ...others] = files
    if (!first) return
    void send.current(first)
    setOthers(others.map((f) => f.name))
  }
  const takeRef = useRef(take)
  takeRef.current = take
  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      const files = [...(event.clipboardData?.files ?? [])]
      if (files.length === 0) return
      event.preventDefault()
      takeRef.current(files)
    }
    window.addEventListener('paste', paste)
    return () => window.removeEventListener('paste', paste)
  }, [])

  if (props.disabled) return null
  return (
    <div className={css.stack}>
      <Dropzone
        openRef={open}
        onDrop={(files) => take(files)}
        onReject={(refused) => setProblem(`${refused[0]?.file.name ?? 'This file'} was not taken.`)}
        multiple
        useFsAccessApi={false}
        loading={false}
        className={css.drop}
        inputProps={{ 'aria-label': 'Picture file' }}
        radius={2}
        p="sm"
      >
        {part === null ? (
          <span>
            {picture ? 'Another picture: drop it here, ' : 'Drop a JPEG, PNG or TIFF here, '}
            <u>choose a file</u> or paste one.
          </span>
        ) : (
          <span>{part < 1 ? `Sending, ${Math.round(part * 100)} %` : 'Reading it to its end'}</span>
        )}
      </Dropzone>
      {part !== null ? (
        <div className={css.row}>
          <Progress value={part * 100} animated={part >= 1} flex={1} aria-label="Upload" />
          <Button size="compact-xs" variant="default" onClick={() => stop.current?.abort()}>
            Cancel
          </Button>
        </div>
      ) : null}
      {others.length > 0 ? (
        <p role="status" className={css.note}>
          Only the first file was taken. {others.join(', ')} {others.length === 1 ? 'wants' : 'want'} a slip of{' '}
          {others.length === 1 ? 'its' : 'their'} own.
        </p>
      ) : null}
      {problem ? (
        <p role="alert" className={css.problem}>
          {problem}
        </p>
      ) : null}
      {picture?.colourAsks ? (
        <div className={css.row}>
          <span className={css.problem}>
            {picture.name}: {picture.colourNote}.
          </span>
          <Button
            size="compact-xs"
            variant="default"
            loading={busy}
            onClick={() => void act('picture.untagged', { id: picture.id }, 'Its numbers are taken as sRGB.')}
          >
            Take it as untagged
          </Button>
        </div>
      ) : null}
      {picture ? (
        <CropFields picture={picture} crop={props.crop} sheetRatio={props.sheetRatio} onCrop={props.onCrop} />
      ) : null}
    </div>
  )
}
