import Link from 'next/link'
import { writeNumber } from '@/core/length/write'
import { ranked } from '@/core/tone/rank'
import { sayCorrection } from '@/core/words/tone-verdict'
import { type JudgedCheck, namesOf } from './judged'
import css from './tone.module.css'
import { COLOURS } from './tone-chart'

/** The figures of the checks that lie over each other, the straightest first. */
export function ToneFigures({ checks, own }: { readonly checks: readonly JudgedCheck[]; readonly own: JudgedCheck }) {
  const name = namesOf(checks)
  // drawn with its own colour first, listed with the straightest first
  const drawn = [own, ...checks.filter((c) => c !== own)]
  const order = ranked(checks.map((c) => c.judged)).flatMap((i) => checks[i] ?? [])
  return (
    <div style={{ overflowX: 'auto' }}>
      <table className={`ruled ${css.figures}`}>
        <thead>
          <tr>
            <th scope="col">Media setting</th>
            {['Darkest L*', 'Worst bend', 'Last 10 %', 'Tint a*, b*', 'Curve needs', 'Levels kept'].map((name) => (
              <th key={name} scope="col" className="number">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {order.map((one, place) => {
            const { check, judged } = one
            const { verdict, price, correction } = judged
            const middle = verdict.tint?.[1]
            return (
              <tr key={check.id} style={{ color: `var(${COLOURS[drawn.indexOf(one)] ?? '--ink'})` }}>
                <th scope="row">
                  {order.length > 1 ? <span className="soft small">{place + 1}. </span> : null}
                  <Link href={`/tone/${check.id}`} className="strong" style={{ color: 'inherit' }}>
                    {name(check)}
                  </Link>{' '}
                  <span className="soft small">{check.code}</span>
                </th>
                <td className="number">{verdict.black.toFixed(1)}</td>
                <td className="number">{verdict.worstBend.toFixed(1)}</td>
                <td className="number">{verdict.lastTenth.toFixed(1)} L*</td>
                <td className="number">{middle ? middle.map((v) => writeNumber(v, 1)).join(', ') : 'not read'}</td>
                <td className="number">{sayCorrection(correction)}</td>
                <td className="number">{price.levels} of 256</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}
