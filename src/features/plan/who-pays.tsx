'use client'

import Link from 'next/link'
import { useMemo } from 'react'
import type { PlanView } from '@/contract/views/plan'
import { minor, writeAmount } from '@/core/money/money'
import { useWays } from '@/ui/unit/unit'
import css from './plan.module.css'

/** What each account pays, a member's or a group's, by the room's rule. */
export function WhoPays({ plan }: { readonly plan: PlanView }) {
  const { currency } = useWays()
  const { pieces, promise } = plan
  const accounts = useMemo(() => {
    const by = new Map<string, { id: string; name: string; prints: number; charge: number; known: boolean }>()
    for (const p of pieces) {
      const { id, name } = p.payer ?? { id: '', name: 'nobody' }
      const one = by.get(id) ?? { id, name, prints: 0, charge: 0, known: true }
      by.set(id, {
        ...one,
        prints: one.prints + 1,
        charge: one.charge + (p.charge ?? 0),
        known: one.known && p.charge !== null,
      })
    }
    return [...by.values()]
  }, [pieces])
  if (plan.state === 'put away' || accounts.every((a) => !a.known)) return null
  const say = (n: number): string => writeAmount(minor(n), currency)
  return (
    <section aria-label="Who pays" className={css.pays}>
      <h2>Who pays</h2>
      <table className="ruled">
        <thead>
          <tr>
            <th scope="col">Account</th>
            <th scope="col">Prints</th>
            <th scope="col">Charge</th>
          </tr>
        </thead>
        <tbody>
          {accounts.map((a) => (
            <tr key={a.id}>
              <td>{a.name}</td>
              <td>{a.prints}</td>
              <td>{a.known ? say(a.charge) : 'not known'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {promise ? (
        <p className="soft small">
          {promise.rule === 'own area'
            ? `By the area of each print; ${say(promise.room)} of paper between them is the room’s.`
            : 'By the area of each print, with its share of the paper between them.'}{' '}
          <Link href="/room">The room’s rule</Link>
        </p>
      ) : null}
    </section>
  )
}
