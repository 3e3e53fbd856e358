'use client'

import { Button, Progress } from '@mantine/core'
import { useEffect, useRef, useState } from 'react'
import type { PxRect } from '@/core/placing/placing'
import type { PictureFacts } from '@/core/slip/facts'
import { DropField } from '@/ui/parts/drop-field'
import { useDo } from '@/ui/parts/use-do'
import { CropFields } from '../crop'
import css from '../slip.module.css'
import { type Taken, useUploads } from '../use-uploads'

/** Line 1 open: a place to drop, choose or paste a file, and the crop. */
export function PictureFields(props: {
  readonly picture: PictureFacts | null
  readonly crop: PxRect | null
  readonly sheetRatio: number | null
  /** of the asked print, where both its edges are given */
  readonly printRatio: number | null
  readonly disabled: boolean
  readonly onPicture: (id: string, fileName: string) => void
  /** further pictures, each as a print of this slip */
  readonly onMore: (files: readonly Taken[]) => Promise<void>
  /** further pictures, each on a slip of its own like this one */
  readonly onSlips: (files: readonly Taken[]) => Promise<void>
  readonly onCrop: (crop: PxRect | null) => void
}) {
  const { picture, onPicture } = props
  const { act, busy } = useDo()
  const sending = useUploads()
  /** files that were dropped together: whether they are one slip or several is asked first */
  const [several, setSeveral] = useState<readonly File[] | null>(null)
  const open = useRef<() => void>(null)

  const one = async (file: File): Promise<void> => {
    const [taken] = await sending.send([file])
    if (taken) onPicture(taken.id, taken.name)
  }
  /** The first fills this print while it has no picture; the others are prints or slips of their own. */
  const all = async (files: readonly File[], as: 'prints' | 'slips'): Promise<void> => {
    setSeveral(null)
    const taken = await sending.send(files)
    const [first, ...rest] = taken
    if (first && !picture) onPicture(first.id, first.name)
    const others = picture ? taken : rest
    if (others.length > 0) await (as === 'prints' ? props.onMore : props.onSlips)(others)
  }
  const take = (files: readonly File[]): void => {
    const [first] = files
    if (!first) return
    if (files.length > 1) return setSeveral(files)
    setSeveral(null)
    void one(first)
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
      <DropField
        openRef={open}
        onDrop={(files) => take(files)}
        onReject={(refused) => sending.refuse(`${refused[0]?.file.name ?? 'This file'} was not taken.`)}
        multiple
        loading={false}
        className={css.drop}
        inputProps={{ 'aria-label': 'Picture file' }}
      >
        {sending.now === null ? (
          <span>
            {picture ? 'Another picture: drop it here, ' : 'Drop a JPEG, PNG or TIFF here, '}
            <u>choose a file</u> or paste one.
          </span>
        ) : (
          <span>
            {sending.now.of > 1 ? `${sending.now.at} of ${sending.now.of}, ${sending.now.name}: ` : ''}
            {sending.now.part < 1 ? `sending, ${Math.round(sending.now.part * 100)} %` : 'reading it to its end'}
          </span>
        )}
      </DropField>
      {sending.now !== null ? (
        <div className={css.row}>
          <Progress value={sending.now.part * 100} animated={sending.now.part >= 1} flex={1} aria-label="Upload" />
          <Button size="compact-xs" variant="default" onClick={sending.cancel}>
            Cancel
          </Button>
        </div>
      ) : null}
      {several ? (
        <div role="group" aria-label="Several files" className={css.note}>
          <p>
            {several.length} files: {several.map((f) => f.name).join(', ')}.
          </p>
          <div className={css.row}>
            <Button size="compact-xs" onClick={() => void all(several, 'prints')}>
              A print each on this slip
            </Button>
            <Button size="compact-xs" variant="default" onClick={() => void all(several, 'slips')}>
              A slip each
            </Button>
            <Button size="compact-xs" variant="subtle" onClick={() => setSeveral(null)}>
              None of them
            </Button>
          </div>
        </div>
      ) : null}
      {sending.problems.map((problem) => (
        <p key={problem} role="alert" className={css.problem}>
          {problem}
        </p>
      ))}
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
        <CropFields
          picture={picture}
          crop={props.crop}
          sheetRatio={props.sheetRatio}
          printRatio={props.printRatio}
          onCrop={props.onCrop}
        />
      ) : null}
    </div>
  )
}
