import { writeNumber } from '@/core/length/write'
import { luminance } from '@/core/tone/lightness'
import type { Reading } from '@/core/tone/reading'
import { type JudgedCheck, namesOf } from './judged'
import css from './tone.module.css'

/** sRGB (IEC 61966-2-1) of a luminance, as a grey of the screen. */
function greyOf(l: number): string {
  const y = luminance(l)
  const v = Math.round(255 * (y <= 0.0031308 ? 12.92 * y : 1.055 * y ** (1 / 2.4) - 0.055))
  return `rgb(${v} ${v} ${v})`
}

/** The wedges as they were read, one strip over the other, with the black that was asked for below. */
export function Patches({ checks }: { readonly checks: readonly JudgedCheck[] }) {
  const name = namesOf(checks)
  const [first] = checks
  if (!first) return null
  return (
    <>
      <div className={css.strips}>
        {checks.map((c) => (
          <Strip key={c.check.id} reading={c.measured} says={`Wedge ${c.check.code}, ${name(c.check)}, as read`} />
        ))}
      </div>
      <div className={css.ticks} aria-hidden="true">
        {first.measured.patches.map((p, i, all) => (
          <span key={p.d}>{all.length <= 21 || i % 5 === 0 ? Math.round(100 * p.d) : ''}</span>
        ))}
      </div>
    </>
  )
}

const Strip = ({ reading, says }: { readonly reading: Reading; readonly says: string }) => (
  <div className={css.strip} role="img" aria-label={says}>
    {reading.patches.map((p) => (
      <span
        key={p.d}
        style={{ background: greyOf(p.l) }}
        title={`${Math.round(100 * p.d)} %: L* ${p.l.toFixed(1)}${p.ab ? `, a* ${writeNumber(p.ab[0], 1)}, b* ${writeNumber(p.ab[1], 1)}` : ''}, spread ${p.spread.toFixed(2)}`}
      />
    ))}
  </div>
)
