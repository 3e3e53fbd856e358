'use client'

import { Button, Checkbox } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { Scanner, ToneCheck, ToneVersion } from '@/contract/views/tone'
import { sayCorrection } from '@/core/words/tone-verdict'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { judgedCheck, sayReading } from './judged'
import { Scanners } from './scanners'
import { WaysForm } from './ways-form'

/** More curves than this lie on top of each other. */
const MOST_COMPARED = 6

/** All tone checks with what each says, and the room's scanners. */
export function ToneList(props: {
  readonly checks: readonly ToneCheck[]
  readonly scanners: readonly Scanner[]
  readonly versions: readonly ToneVersion[]
  readonly pictures: readonly { readonly id: string; readonly name: string }[]
  readonly now: number
}) {
  const { checks, scanners, versions, pictures, now } = props
  const { timeZone } = useWays()
  const { act } = useDo()
  const router = useRouter()
  const [chosen, setChosen] = useState<readonly string[]>([])
  const [first, ...others] = chosen
  const compare = (): void => {
    if (first) router.push(`/tone/${first}${others.length > 0 ? `?with=${others.join(',')}` : ''}`)
  }
  return (
    <>
      <PageHead title="Tone checks" sub="how black-and-white comes out, and what straightens it">
        {chosen.length > 1 ? (
          <Button variant="default" onClick={compare}>
            Compare {chosen.length}
          </Button>
        ) : null}
        <Button component={Link} href="/tone/set" variant="default">
          A set of pictures
        </Button>
        <FormButton label="Proof sheet of ways" title="One picture in several ways, on one sheet" wide>
          {() => <WaysForm versions={versions} pictures={pictures} />}
        </FormButton>
        <Button component={Link} href="/tone/new">
          New wedge
        </Button>
      </PageHead>
      <div className={lists.page}>
        {checks.length === 0 ? (
          <p className="soft">
            None yet. A wedge is a strip of greys in even steps: printed once and read once, it tells which media
            setting prints greys straightest, and makes the correction that is left to do.
          </p>
        ) : (
          <table className="ruled">
            <thead>
              <tr>
                <th scope="col">Compare</th>
                <th scope="col">Wedge</th>
                <th scope="col">Printed with</th>
                <th scope="col">Media setting</th>
                <th scope="col">Printed</th>
                <th scope="col">Read</th>
                <th scope="col" className="number">
                  Worst bend
                </th>
                <th scope="col" className="number">
                  Darkest L*
                </th>
                <th scope="col">Curve</th>
                <ActsHead />
              </tr>
            </thead>
            <tbody>
              {checks.map((c) => {
                const judged = judgedCheck(c)
                const [reading] = c.readings
                return (
                  <tr key={c.id}>
                    <td>
                      <Checkbox
                        size="xs"
                        aria-label={`Compare wedge ${c.code}`}
                        checked={chosen.includes(c.id)}
                        disabled={
                          (!judged && c.readings.length === 0) ||
                          (!chosen.includes(c.id) && chosen.length >= MOST_COMPARED)
                        }
                        onChange={(e) =>
                          setChosen(e.currentTarget.checked ? [...chosen, c.id] : chosen.filter((x) => x !== c.id))
                        }
                      />
                    </td>
                    <th scope="row">
                      <Link href={`/tone/${c.id}`} className="strong">
                        {c.code}
                      </Link>
                    </th>
                    <td>
                      {c.presetName}, version {c.versionNumber}
                      <div className="soft small">
                        {c.paperName}, {c.printerName}, seal {c.seal}
                      </div>
                    </td>
                    <td>
                      {c.mediaSetting}
                      {c.darkness === 0 ? null : <div className="soft small">{c.darknessName}</div>}
                    </td>
                    <td>{c.printedAt === null ? 'not yet' : sayShortDay(c.printedAt, timeZone, now)}</td>
                    <td>{reading ? sayReading(reading) : <span className="soft">not yet</span>}</td>
                    <td className="number">{judged ? judged.judged.verdict.worstBend.toFixed(1) : ''}</td>
                    <td className="number">{judged ? judged.judged.verdict.black.toFixed(1) : ''}</td>
                    <td>
                      {c.through ? (
                        'printed through one'
                      ) : c.curves[0] ? (
                        `bound, ${Math.round(100 * c.curves[0].strength)} %`
                      ) : judged ? (
                        <span className="soft">needs {sayCorrection(judged.judged.correction)}</span>
                      ) : null}
                    </td>
                    <td>
                      <RowMenu
                        of={`wedge ${c.code}`}
                        acts={[
                          {
                            ...{ label: 'Retire', away: true },
                            act: () =>
                              void act(
                                'tone.retire',
                                { id: c.id, revision: c.revision },
                                `Tone check ${c.code} is no longer shown; its prints stay in the log.`,
                              ),
                          },
                        ]}
                      />
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
        )}
        <Scanners scanners={scanners} now={now} />
      </div>
    </>
  )
}
