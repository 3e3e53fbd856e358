'use client'

import { useState } from 'react'
import { fromMm, um } from '@/core/length/length'
import { measuredPair } from '@/core/length/write'
import { type Mat, matAround, printFor } from '@/core/placing/mat'
import type { Size } from '@/core/sizes/sizes'
import type { PlainPatch } from '@/core/slip/body'
import type { PieceOutcome } from '@/core/slip/outcome'
import { LengthField } from '@/ui/fields/length-field'
import { SizeSelect } from '@/ui/fields/size-select'
import { useWays } from '@/ui/unit/unit'
import css from '../slip.module.css'

const USUAL: Mat = { under: fromMm(3), side: fromMm(50), foot: fromMm(60) }

/** Mat and frame: what a print as it is takes, and how large it has to be for a frame that is there. */
export function MatFields(props: {
  readonly laid: PieceOutcome
  readonly sizes: readonly Size[]
  readonly onChange: (patch: PlainPatch) => void
}) {
  const { laid, sizes, onChange } = props
  const { unit } = useWays()
  const [mat, setMat] = useState(USUAL)
  const [frameId, setFrameId] = useState<string | null>(null)
  const { w, h } = laid.onPaper
  const made = matAround({ w, h }, mat)
  const frame = sizes.find((s) => s.id === frameId) ?? null
  const lies = w > h
  const fits = frame && printFor(lies ? { w: frame.long, h: frame.short } : { w: frame.short, h: frame.long }, mat)
  const field = (name: keyof Mat, label: string) => (
    <LengthField label={label} width={110} value={mat[name]} onChange={(v) => setMat({ ...mat, [name]: um(v) })} />
  )
  return (
    <details>
      <summary className="small">Mat and frame</summary>
      <div className={css.stack}>
        <div className={css.row}>
          {field('under', 'under the mat')}
          {field('side', 'mat, top and sides')}
          {field('foot', 'mat, foot')}
        </div>
        <p className="small" role="status">
          {made
            ? `This print of ${measuredPair(w, h, unit)} shows ${measuredPair(made.window.w, made.window.h, unit)} through the window; mat, backing and glass are ${measuredPair(made.outer.w, made.outer.h, unit)}.`
            : 'The mat would cover all of this print.'}
        </p>
        <div className={css.row}>
          <SizeSelect
            label="A frame that is there"
            hideLabel
            placeholder="For a frame of a size"
            sizes={sizes.filter((s) => !s.retired)}
            value={frameId}
            onChange={(s) => setFrameId(s.id)}
          />
          {frame ? (
            fits ? (
              <button
                type="button"
                className={css.offer}
                onClick={() =>
                  onChange({ placing: { mode: 'exact', by: { edge: 'both', width: fits.w, height: fits.h } } })
                }
              >
                Print {measuredPair(fits.w, fits.h, unit)} for it
              </button>
            ) : (
              <span className="soft small">The mat leaves no window in {frame.name}.</span>
            )
          ) : null}
        </div>
      </div>
    </details>
  )
}
