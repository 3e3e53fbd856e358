import type { ReadDistances } from '@/contract/measure'
import { DISTANCES, type DistanceName } from '@/core/edge/measured-run'
import { INSTRUMENT_NAMES, type Instrument } from '@/core/edge/readings'
import { DISTANCE_WORDS } from '@/core/words/measured'
import { FormLength, FormSelect } from './fields'
import css from './form.module.css'
import type { Field } from './use-room-form'

/** The first two are what a person at a table takes: they tell where the sheet landed. */
const sentence = (name: DistanceName): string => {
  const words = DISTANCE_WORDS[name]
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}`
}

/** Distances on one printed sheet, and what they were taken with. */
export function MeasuredFields(props: {
  readonly read: (name: DistanceName) => Field<ReadDistances[DistanceName]>
  readonly instrument: Field<Instrument>
  readonly first?: boolean
}) {
  return (
    <>
      <div className={css.pairs}>
        {DISTANCES.map((name, i) => (
          <FormLength
            key={name}
            field={props.read(name)}
            label={sentence(name)}
            width={260}
            optional
            first={props.first === true && i === 0}
          />
        ))}
      </div>
      <FormSelect field={props.instrument} label="Measured with" data={INSTRUMENT_NAMES} />
    </>
  )
}
