'use client'

import { TextInput } from '@mantine/core'
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'
import { clampCrop, type PxRect, recrop, wholeCrop } from '@/core/placing/placing'
import { readRatio } from '@/core/placing/ratio'
import type { PictureFacts } from '@/core/slip/facts'
import { Choices } from '@/ui/parts/choices'
import css from './slip.module.css'

type Ratio = 'all' | 'sheet' | 'print' | '1:1' | '3:2' | '4:3' | '5:4' | 'typed' | 'free'

const FIXED: Readonly<Partial<Record<Ratio, number>>> = { '1:1': 1, '3:2': 3 / 2, '4:3': 4 / 3, '5:4': 5 / 4 }

type Ratios = { readonly sheet: number | null; readonly print: number | null }

/** The ratio of a chip, lying or standing as the picture is; that of the print stands as it is asked. */
function ratioOf(ratio: Ratio, picture: PictureFacts, of: Ratios): number | null {
  if (ratio === 'print') return of.print
  const fixed = ratio === 'sheet' ? of.sheet : (FIXED[ratio] ?? null)
  if (fixed === null) return null
  const lies = picture.width >= picture.height
  return lies === fixed >= 1 ? fixed : 1 / fixed
}

const close = (a: number, b: number): boolean => Math.abs(a / b - 1) < 0.004

function nameOf(crop: PxRect | null, picture: PictureFacts, of: Ratios, typed: number | null): Ratio {
  if (!crop) return 'all'
  const is = crop.w / crop.h
  const all: readonly Ratio[] = ['print', 'sheet', '1:1', '3:2', '4:3', '5:4']
  const found = all.find((r) => close(is, ratioOf(r, picture, of) ?? -1))
  return found ?? (typed !== null && close(is, typed) ? 'typed' : 'free')
}

/** Chooses a part of the picture: a ratio, then moved and sized on the thumbnail by pointer or keys. */
export function CropFields(props: {
  readonly picture: PictureFacts
  readonly crop: PxRect | null
  readonly sheetRatio: number | null
  readonly printRatio: number | null
  readonly onCrop: (crop: PxRect | null) => void
}) {
  const { picture, crop, onCrop } = props
  const of: Ratios = { sheet: props.sheetRatio, print: props.printRatio }
  const [typed, setTyped] = useState('')
  const [asked, setAsked] = useState(false)
  const ratio = readRatio(typed)
  const held = nameOf(crop, picture, of, ratio)
  const named = asked && held === 'free' ? 'typed' : held
  /** The same part of the picture in another ratio: what is in its middle stays there. */
  const lock = (to: number): void => onCrop(recrop(crop ?? wholeCrop(picture), to, picture))
  const choose = (next: Ratio): void => {
    setAsked(next === 'typed')
    if (next === 'all') return onCrop(null)
    if (next === 'typed') return ratio === null ? undefined : lock(ratio)
    const wanted = ratioOf(next, picture, of)
    if (wanted !== null) return lock(wanted)
    onCrop(crop ?? { x: picture.width * 0.1, y: picture.height * 0.1, w: picture.width * 0.8, h: picture.height * 0.8 })
  }
  return (
    <div className={css.stack}>
      <div className={css.row}>
        <span className="soft">Use</span>
        <Choices
          label="Part of the picture"
          value={named}
          choices={[
            { value: 'all', label: 'all of it' },
            {
              value: 'sheet',
              label: 'sheet’s ratio',
              ...(of.sheet === null ? { closed: 'Choose a sheet first.' } : {}),
            },
            {
              value: 'print',
              label: 'print’s ratio',
              ...(of.print === null ? { closed: 'Ask for an exact size with both edges first, under Placing.' } : {}),
            },
            { value: '1:1', label: '1:1' },
            { value: '3:2', label: '3:2' },
            { value: '4:3', label: '4:3' },
            { value: '5:4', label: '5:4' },
            { value: 'typed', label: 'another' },
            { value: 'free', label: 'free' },
          ]}
          onChange={choose}
        />
        {asked || held === 'typed' ? (
          <TextInput
            aria-label="Ratio, width to height"
            placeholder="16:9"
            size="xs"
            w={90}
            value={typed}
            error={typed !== '' && ratio === null ? `“${typed}” is no ratio. Type 16:9, or 1.85.` : null}
            onChange={(e) => setTyped(e.currentTarget.value)}
            onBlur={() => ratio !== null && lock(ratio)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && ratio !== null) lock(ratio)
            }}
          />
        ) : null}
      </div>
      <CropBoard
        picture={picture}
        crop={crop ?? wholeCrop(picture)}
        locked={named !== 'free' && named !== 'all'}
        onCrop={onCrop}
      />
    </div>
  )
}

type Grip = 'move' | 'size'

function CropBoard(props: {
  readonly picture: PictureFacts
  readonly crop: PxRect
  readonly locked: boolean
  readonly onCrop: (crop: PxRect) => void
}) {
  const { picture, crop, locked, onCrop } = props
  const svg = useRef<SVGSVGElement>(null)
  const drag = useRef<{ grip: Grip; x: number; y: number; crop: PxRect } | null>(null)
  const unit = Math.max(picture.width, picture.height) / 260

  const sized = (from: PxRect, dx: number, dy: number): PxRect => {
    const ratio = from.w / from.h
    if (!locked) return clampCrop({ ...from, w: from.w + dx, h: from.h + dy }, picture)
    const w = Math.min(
      Math.max(picture.width * 0.02, from.w + dx),
      picture.width - from.x,
      (picture.height - from.y) * ratio,
    )
    return { ...from, w, h: w / ratio }
  }
  const moved = (from: PxRect, dx: number, dy: number): PxRect =>
    clampCrop({ ...from, x: from.x + dx, y: from.y + dy }, picture)

  const down = (grip: Grip) => (event: PointerEvent<SVGElement>) => {
    event.stopPropagation()
    event.currentTarget.setPointerCapture(event.pointerId)
    drag.current = { grip, x: event.clientX, y: event.clientY, crop }
  }
  const move = (event: PointerEvent): void => {
    const from = drag.current
    const width = svg.current?.getBoundingClientRect().width ?? 0
    if (!from || width === 0) return
    const per = picture.width / width
    const [dx, dy] = [(event.clientX - from.x) * per, (event.clientY - from.y) * per]
    onCrop(from.grip === 'move' ? moved(from.crop, dx, dy) : sized(from.crop, dx, dy))
  }
  const up = (): void => {
    drag.current = null
  }
  const press = (event: KeyboardEvent): void => {
    const step = Math.max(1, picture.width * (event.ctrlKey ? 0.001 : 0.01))
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[event.key]
    if (!by) return
    event.preventDefault()
    const [dx = 0, dy = 0] = by
    onCrop(event.shiftKey ? sized(crop, dx, locked ? 0 : dy) : moved(crop, dx, dy))
  }
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      className={css.cropBoard}
      role="group"
      aria-label="Crop"
    >
      <image
        href={`/api/pictures/${picture.id}/thumb`}
        width={picture.width}
        height={picture.height}
        preserveAspectRatio="none"
      />
      <path
        d={`M0 0h${picture.width}v${picture.height}h${-picture.width}z M${crop.x} ${crop.y}v${crop.h}h${crop.w}v${-crop.h}z`}
        fill="#10201e"
        fillOpacity={0.6}
        fillRule="evenodd"
      />
      <rect
        tabIndex={0}
        role="application"
        aria-label="The part used: arrow keys move it, shift with arrows sizes it"
        className={css.cropRect}
        x={crop.x}
        y={crop.y}
        width={crop.w}
        height={crop.h}
        strokeWidth={unit * 1.5}
        onPointerDown={down('move')}
        onPointerMove={move}
        onPointerUp={up}
        onKeyDown={press}
      />
      <rect
        className={css.cropGrip}
        x={crop.x + crop.w - 9 * unit}
        y={crop.y + crop.h - 9 * unit}
        width={9 * unit}
        height={9 * unit}
        onPointerDown={down('size')}
        onPointerMove={move}
        onPointerUp={up}
      />
    </svg>
  )
}
