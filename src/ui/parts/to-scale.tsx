import type { Um } from '@/core/length/length'
import css from './to-scale.module.css'

/** A form to scale beside its name: a sheet, or, where it has no length, how wide a roll is. `of`: as large as it gets. */
export function ToScale({ width, length, of }: { readonly width: Um; readonly length: Um | null; readonly of: Um }) {
  const [w, h] = [width / of, length === null ? 0.45 : length / of]
  return (
    <svg viewBox="-0.03 -0.03 1.06 1.06" className={css.toScale} aria-hidden="true">
      <path
        d={`M0 1V${1 - h}H${w}V1${length === null ? '' : 'z'}`}
        fill="var(--paper-drawn)"
        stroke="var(--soft)"
        strokeWidth={0.035}
      />
    </svg>
  )
}
