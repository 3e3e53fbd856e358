'use client'

import { Slider } from '@mantine/core'
import { useMemo, useState } from 'react'
import type { ToneCheck } from '@/contract/views/tone'
import { bends, priceOf, responseOf, type ToneCurve, throughCurve } from '@/core/tone/curve'
import type { Reading } from '@/core/tone/reading'
import { sayBanding } from '@/core/words/tone-verdict'
import { tell, tellProblem } from '@/ui/parts/tell'
import { upload } from '@/ui/parts/upload'
import css from './tone.module.css'

/** The strength of the correction with its price, as it is moved. */
export function Correction(props: {
  readonly reading: Reading
  readonly curve: ToneCurve
  readonly strength: number
  readonly onStrength: (strength: number) => void
}) {
  const { reading, curve, strength, onStrength } = props
  const response = useMemo(() => responseOf(reading), [reading])
  const price = useMemo(() => priceOf(curve, response), [curve, response])
  const left = useMemo(() => {
    const patches = reading.patches.map((p) => ({ ...p, l: response(throughCurve(curve, p.d)) }))
    return Math.max(...bends({ ...reading, patches }).map(Math.abs))
  }, [reading, curve, response])
  return (
    <>
      <dl className={css.facts}>
        <dt>Strength</dt>
        <dd>{Math.round(100 * strength)} %</dd>
      </dl>
      <Slider
        thumbLabel="Strength of the correction, per cent"
        size="sm"
        min={0}
        max={100}
        step={5}
        label={null}
        value={Math.round(100 * strength)}
        onChange={(v) => onStrength(v / 100)}
        my={6}
      />
      <dl className={css.facts}>
        <dt>Left over</dt>
        <dd>{left.toFixed(1)} L* at worst</dd>
        <dt>Steepest part</dt>
        <dd>{price.steepest.toFixed(1)} times</dd>
        <dt>Banding</dt>
        <dd className={`level-${price.level}`}>{sayBanding(price)}</dd>
        <dt>Levels kept</dt>
        <dd>{price.levels} of 256</dd>
      </dl>
    </>
  )
}

/** Puts the grey profile on the room's shelf, made with this check's seal. */
export function KeepProfile({ check }: { readonly check: ToneCheck }) {
  const [busy, setBusy] = useState(false)
  const keep = async (): Promise<void> => {
    setBusy(true)
    try {
      const made = await fetch(`/api/tone/${check.id}/grey.icc`)
      const file = new File([await made.blob()], `${check.paperName}, ${check.seal}.icc`)
      const to = `/api/profiles?seal=${encodeURIComponent(check.seal)}`
      const sent = await upload<{ readonly name: string; readonly already: boolean }>(
        to,
        file,
        () => {},
        new AbortController().signal,
      )
      if (sent === 'cancelled') return
      if (!sent.ok) return tellProblem(sent.problem)
      tell(sent.value.already ? `It is here already, as ${sent.value.name}.` : `${sent.value.name} can be chosen now.`)
    } catch {
      tellProblem({ code: 'unreachable' })
    } finally {
      setBusy(false)
    }
  }
  return (
    <button type="button" className={css.plain} disabled={busy} onClick={() => void keep()}>
      keep its profile in the room
    </button>
  )
}
