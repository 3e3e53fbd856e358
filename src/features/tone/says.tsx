'use client'

import { signedNumber, writeNumber } from '@/core/length/write'
import { ranked, reasonFor } from '@/core/tone/rank'
import type { ToneLimits } from '@/core/tone/verdict'
import { sayReason, saySteps } from '@/core/words/tone-verdict'
import { type JudgedCheck, namesOf, sayReading } from './judged'
import css from './tone.module.css'

/** What the wedges say, and which is straighter and why. */
export function Says(props: {
  readonly all: readonly JudgedCheck[]
  readonly own: JudgedCheck
  readonly limits: ToneLimits
}) {
  const { all, own, limits } = props
  const name = namesOf(all)
  const order = ranked(all.map((c) => c.judged))
  const inOrder = order.flatMap((i) => all[i] ?? [])
  const [best] = inOrder
  const { verdict } = own.judged
  const paper = own.measured.patches[0]
  const tint = verdict.tint
  const least = tint ? Math.max(...tint.map(([a, b]) => Math.hypot(a, b))) : 0
  return (
    <dl className={css.facts}>
      {best && inOrder.length > 1 ? (
        <>
          <dt>Straighter</dt>
          <dd className="level-fine">{name(best.check)}</dd>
          <dt>Why</dt>
          <dd>
            {inOrder.slice(1).map((next, i) => {
              const before = inOrder[i] ?? best
              return (
                <div key={next.check.id}>
                  {sayReason(reasonFor(before.judged, next.judged), name(before.check), name(next.check))}
                </div>
              )
            })}
          </dd>
        </>
      ) : null}
      <dt>Worst bend</dt>
      <dd className={verdict.worstBend > limits.toneBend ? 'level-caution' : undefined}>
        {verdict.worstBend.toFixed(1)} L* at {Math.round(100 * verdict.worstAt)} %
      </dd>
      <dt>Shadows</dt>
      <dd className={verdict.blocked.length + verdict.reversed.length > 0 ? 'level-caution' : 'level-fine'}>
        {saySteps(verdict, own.measured.patches.length)}
      </dd>
      <dt>Darkest</dt>
      <dd>
        L* {verdict.black.toFixed(1)}, density range {verdict.densityRange.toFixed(2)}
      </dd>
      <dt>Paper white</dt>
      <dd>
        L* {verdict.white.toFixed(1)}
        {paper?.ab ? `, b* ${writeNumber(paper.ab[1], 1)}` : ''}
      </dd>
      <dt>Tint</dt>
      <dd className={least > limits.toneTint ? 'level-caution' : undefined}>
        {tint
          ? ['lights', 'middle', 'darks'].map((where, i) => {
              const [a, b] = tint[i] ?? [0, 0]
              return (
                <div key={where}>
                  {where}: a* {signed(a)}, b* {signed(b)}
                </div>
              )
            })
          : 'not read: a meter tells it'}
      </dd>
      <dt>Reading</dt>
      <dd>{sayReading(own.reading)}</dd>
    </dl>
  )
}

const signed = (v: number): string => signedNumber(v, 1)
