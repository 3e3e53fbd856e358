'use client'

import { NOTHING_READ, type ReadDistances } from '@/contract/measure'
import type { MeasuredRun } from '@/contract/views/measured'
import type { Instrument } from '@/core/edge/readings'
import { type LengthUnit, type Um, um } from '@/core/length/length'
import { lengthNumber, signOf } from '@/core/length/write'
import { DISTANCE_WORDS, sayHeld } from '@/core/words/measured'
import { FormChoices } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { MeasuredFields } from '@/ui/form/measured-fields'
import { useRoomForm } from '@/ui/form/use-room-form'
import { sayDay } from '@/ui/parts/dates'
import { LevelWord } from '@/ui/parts/level'
import { FormButton } from '@/ui/parts/panel'
import { useWays } from '@/ui/unit/unit'
import css from './log.module.css'

/** Distances taken on a run's sheet, against its promise; and the press that takes them. */
export function Measured(props: {
  readonly runId: string
  readonly pieces: number
  readonly measured: MeasuredRun | null
  readonly now: number
}) {
  const { runId, pieces, measured, now } = props
  const { unit, timeZone } = useWays()
  return (
    <section className={css.answers} aria-label="Measured">
      <h2>Measured</h2>
      {measured ? (
        <>
          <p>
            <LevelWord level={measured.held.every((h) => h.holds) ? 'fine' : 'caution'} /> {sayHeld(measured.held)}{' '}
            <span className="soft">
              {sayDay(measured.at, timeZone, now)} by {measured.by}, {measured.instrument}
            </span>
          </p>
          <table className="ruled">
            <thead>
              <tr>
                <th scope="col">{unit}</th>
                <th scope="col">Promised</th>
                <th scope="col">Measured</th>
                <th scope="col">Differs by</th>
              </tr>
            </thead>
            <tbody>
              {measured.held.map((h) => (
                <tr key={h.name}>
                  <th scope="row" className="wraps">
                    {DISTANCE_WORDS[h.name]}
                  </th>
                  <td className="whole">
                    {lengthNumber(h.promised, unit)} ± {lengthNumber(h.tolerance, unit)}
                  </td>
                  <td className="strong">{lengthNumber(h.measured, unit)}</td>
                  <td className={h.holds ? undefined : 'level-caution'}>{signed(h.by, unit)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="soft small">{sayWorth(measured)}</p>
        </>
      ) : (
        <p className="soft">
          Two distances taken with a rule show whether the promise held, and make the next one narrower.
        </p>
      )}
      <FormButton label={measured ? 'Measure again' : 'Measure this print'} title="What the rule says" wide>
        {(close) => <MeasureForm runId={runId} pieces={pieces} onDone={close} />}
      </FormButton>
    </section>
  )
}

const signed = (by: Um, unit: LengthUnit): string => signOf(lengthNumber(um(Math.abs(by)), unit), by)

function sayWorth({ across, along, counts }: MeasuredRun): string {
  if (!counts) return 'A spoiled sheet says nothing of how this feed usually lands: it does not count for its drift.'
  const tells = [...(across === null ? [] : ['across']), ...(along === null ? [] : ['along'])]
  return tells.length === 0
    ? 'Nothing of this tells where the sheet landed: these edges lie where the ink ends. It counts for the promise alone.'
    : `It counts for the drift of its feed, ${tells.join(' and ')}.`
}

function MeasureForm(props: { readonly runId: string; readonly pieces: number; readonly onDone: () => void }) {
  const { runId, pieces } = props
  const form = useRoomForm({
    action: 'run.measure',
    row: null,
    values: () => ({
      read: NOTHING_READ as ReadDistances,
      instrument: 'steel rule' as Instrument,
      piece: '0',
    }),
    input: ({ piece, ...v }) => ({ id: runId, ...v, piece: Number(piece) }),
    done: 'The distances are kept beside the promise.',
    then: props.onDone,
  })
  return (
    <Form form={form} submit="Keep what was measured">
      <p className="small">
        Lay the sheet as it fed, printed side up, the lead edge away from you. Type at least two; left and lead tell
        most.
      </p>
      {pieces > 1 ? (
        <FormChoices
          field={form.at('piece')}
          label="Which piece"
          choices={Array.from({ length: pieces }, (_, i) => ({ value: String(i), label: String(i + 1) }))}
        />
      ) : null}
      <MeasuredFields
        read={(name) => form.at(`read.${name}`)}
        instrument={form.at('instrument')}
        first={pieces === 1}
      />
    </Form>
  )
}
