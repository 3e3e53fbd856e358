'use client'

import { Button } from '@mantine/core'
import { useState } from 'react'
import { enlargementFromResolution, oversprayFromResolution } from '@/core/edge/enlargement'
import { fromMm, type Um } from '@/core/length/length'
import { writeLength, writeNumber } from '@/core/length/write'
import { LengthField } from '@/ui/fields/length-field'
import { NumberField } from '@/ui/fields/number-field'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'

/** A queue that reports an odd resolution in borderless tells its enlargement by it: the overspray follows. */
export function OddResolution(props: { readonly native: number; readonly onOverspray: (each: Um) => void }) {
  const { native, onOverspray } = props
  const { unit } = useWays()
  const [reported, setReported] = useState<number | null>(null)
  const [width, setWidth] = useState<Um>(fromMm(210))
  const makes = reported !== null && reported > 0 && reported < native
  const each = makes ? oversprayFromResolution(native, reported, width) : null
  return (
    <details>
      <summary className="small">It reports another resolution when it prints borderless</summary>
      <div className={lists.row}>
        <NumberField
          label={`Instead of ${native} ppi`}
          width={120}
          min={1}
          optional
          value={reported}
          onChange={setReported}
        />
        <LengthField label="On a sheet of" value={width} min={30_000} onChange={setWidth} />
        {each === null || reported === null ? null : (
          <Button size="compact-xs" variant="default" onClick={() => onOverspray(each)}>
            Take {writeLength(each, unit)} for each edge
          </Button>
        )}
      </div>
      {each === null || reported === null ? (
        reported !== null && reported >= native ? (
          <p className="soft small">
            {reported} is not below {native}: it enlarges nothing.
          </p>
        ) : null
      ) : (
        <p className="soft small">
          It enlarges by {writeNumber((enlargementFromResolution(native, reported) - 1) * 100, 2)} %: on this width{' '}
          {writeLength(each, unit)} past either side. An edge check makes it true.
        </p>
      )}
    </details>
  )
}
