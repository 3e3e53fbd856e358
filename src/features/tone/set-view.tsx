'use client'

import { Checkbox } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { SlipInGrey } from '@/contract/views/tone'
import { mismatches, sayMismatch } from '@/core/tone/set'
import { countOf } from '@/core/words/count'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { Thumb } from '@/ui/parts/thumb'
import css from './tone.module.css'

const MINUS = (v: number): string => String(v).replace('-', '−')

/**
 * Pictures of several slips that hang together: tint, paper, media setting and curve hold a set together, darkness is
 * each picture's own. The address names the slips, so that a set can be sent to somebody.
 */
export function SetView({
  slips,
  chosen,
}: {
  readonly slips: readonly SlipInGrey[]
  readonly chosen: readonly string[]
}) {
  const router = useRouter()
  const of = slips.filter((s) => chosen.includes(s.id))
  const rows = of.flatMap((slip) => slip.prints.map((print) => ({ slip, print })))
  const odd = mismatches(rows.map((r) => r.print.of))
  const tick = (id: string, on: boolean): void => {
    const now = on ? [...chosen, id] : chosen.filter((c) => c !== id)
    router.replace(now.length > 0 ? `/tone/set?slips=${now.join(',')}` : '/tone/set', { scroll: false })
  }
  return (
    <>
      <PageHead title="A set of pictures" sub="what holds black-and-white prints together, and what does not">
        <Link href="/tone" className="small">
          Tone checks
        </Link>
      </PageHead>
      <div className={`${lists.page} ${css.set}`}>
        <fieldset className={css.list}>
          <legend className="soft small">Slips with pictures in black-and-white</legend>
          {slips.length === 0 ? (
            <p className="soft small">None yet: a slip whose preset prints in monochrome is listed here.</p>
          ) : null}
          {slips.map((s) => (
            <Checkbox
              key={s.id}
              size="xs"
              mih={26}
              label={`${s.number}, ${s.title || 'no title'}${s.memberName ? `, ${s.memberName}` : ''}: ${countOf(s.prints.length, 'picture')}`}
              checked={chosen.includes(s.id)}
              onChange={(e) => tick(s.id, e.currentTarget.checked)}
            />
          ))}
        </fieldset>
        <section aria-label="The set">
          {rows.length === 0 ? (
            <p className="soft">
              Tick the slips that hang together. Tint, paper, media setting and curve should be the same in all of them;
              darkness is each picture’s own.
            </p>
          ) : (
            <>
              {odd.map((m) => (
                <p key={m.what} className="level-caution small">
                  {sayMismatch(m)}
                </p>
              ))}
              {odd.length === 0 && rows.length > 1 ? (
                <p className="level-fine small">All {rows.length} match: tint, paper, media setting and curve.</p>
              ) : null}
              <table className="ruled">
                <thead>
                  <tr>
                    {['Picture', 'Slip', 'Version', 'Paper', 'Tint', 'Darkness', 'Curve'].map((name) => (
                      <th key={name} scope="col">
                        {name}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {rows.map(({ slip, print }) => (
                    <tr key={`${slip.id} ${print.id}`}>
                      <th scope="row">
                        <span className={css.pictured}>
                          <Thumb pictureId={print.pictureId} />
                          {print.of.name}
                        </span>
                      </th>
                      <td>
                        <Link href={`/slips/${slip.id}`}>{slip.number}</Link>
                      </td>
                      <td>
                        {print.preset}, {print.version}
                      </td>
                      <td>
                        {print.of.paper}
                        <div className="soft small">{print.of.mediaSetting}</div>
                      </td>
                      <td className="number">{print.of.tint.map(MINUS).join(', ')}</td>
                      <td>{print.darkness}</td>
                      <td>{print.of.curve === null ? 'none' : `${Math.round(100 * print.of.curve)} %`}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </>
          )}
        </section>
      </div>
    </>
  )
}
