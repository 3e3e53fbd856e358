'use client'

import { useRouter } from 'next/navigation'
import type { Scanner, ToneCheck } from '@/contract/views/tone'
import type { SheetChoice } from '@/core/slip/body'
import { sayShortDay } from '@/ui/parts/dates'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { EyeForm } from './eye-form'
import { FileForm } from './file-form'
import { sayReading } from './judged'
import { ScanForm } from './scan-form'
import css from './tone.module.css'

/** The ways in which a wedge is read, and what was read so far. */
export function ReadWays(props: {
  readonly check: ToneCheck
  readonly scanners: readonly Scanner[]
  /** what its version prints on, what is loaded first; null: the room keeps nothing of it */
  readonly sheet: SheetChoice | null
  readonly now: number
}) {
  const { check, scanners, sheet, now } = props
  const router = useRouter()
  const { timeZone } = useWays()
  const { act, busy } = useDo()
  const row = async (axis: 'a' | 'b'): Promise<void> => {
    if (!sheet) return
    const made = await act('tone.tints', { versionId: check.versionId, sheet: structuredClone(sheet) as never, axis })
    if (made) router.push(`/slips/${made.id}`)
  }
  const scan = check.readings.find((r) => r.body.kind === 'scan')
  const meter = check.readings.find((r) => r.body.kind === 'instrument')
  const scanner =
    scan?.body.kind === 'scan'
      ? scanners.find((s) => s.id === (scan.body as { scannerId?: string | null }).scannerId)
      : undefined
  const early = check.dryAt !== null && now < check.dryAt
  return (
    <section aria-label="Reading">
      <h2>Reading</h2>
      {early ? (
        <p className="level-caution small" role="status">
          The print is not dry yet: what is read now will change a little. Read it again{' '}
          {check.dryAt === null ? '' : sayShortDay(check.dryAt, timeZone, now)}.
        </p>
      ) : null}
      <div className={css.ways}>
        <FormButton label="Read a scan" title={`Scan of wedge ${check.code}`} wide>
          {(close) => <ScanForm check={check} scanners={scanners} onDone={close} />}
        </FormButton>
        <FormButton label="Meter’s file, or type it" title={`Readings of wedge ${check.code}`} wide>
          {(close) => <FileForm check={check} onDone={close} />}
        </FormButton>
        <FormButton label="By eye" title={`Wedge ${check.code} by eye`} wide>
          {(close) => <EyeForm check={check} onDone={close} />}
        </FormButton>
        {check.tint && sheet
          ? (['a', 'b'] as const).map((axis) => (
              <button key={axis} type="button" className={css.plain} disabled={busy} onClick={() => void row(axis)}>
                Row of tints along {axis}*
              </button>
            ))
          : null}
        {scan && meter && scanner ? (
          <button
            type="button"
            className={css.plain}
            onClick={() =>
              void act(
                'scanner.check',
                { id: scanner.id, revision: scanner.revision, scanId: scan.id, instrumentId: meter.id },
                `${scanner.name} is checked: its lightness is known within 1 L* from now on.`,
              )
            }
          >
            Use both readings as the check of {scanner.name}
          </button>
        ) : null}
      </div>
      {check.readings.length > 0 ? (
        <table className="ruled">
          <tbody>
            {check.readings.map((r) => (
              <tr key={r.id}>
                <th scope="row">{sayReading(r)}</th>
                <td>
                  {r.body.kind === 'eye'
                    ? `apart up to step ${r.body.lightest} of the lights, from step ${r.body.deepest} of the darks${r.body.tint ? `; tint ${r.body.tint.join(', ')} looked neutral` : ''}. It measures no lightness.`
                    : `paper L* ${r.body.patches[0]?.l.toFixed(1)}, black ${r.body.patches.at(-1)?.l.toFixed(1)}`}
                  {'fileName' in r.body ? <span className="soft small"> {r.body.fileName}</span> : null}
                </td>
                <td>
                  {sayShortDay(r.at, timeZone, now)}, {r.by}
                </td>
                <td>
                  <RowMenu
                    of={sayReading(r)}
                    acts={[
                      {
                        ...{ label: 'Leave it out', away: true },
                        act: () => void act('tone.unread', { id: r.id }, 'This reading does not count any more.'),
                      },
                    ]}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
    </section>
  )
}
