'use client'

import { Select } from '@mantine/core'
import type { Charge } from '@/core/charge/charge'
import { type DarknessKnown, darknessSteps, sayDarkness } from '@/core/printer/darkness'
import { ANY_DARKNESS } from '@/core/printer/facts'
import type { PlainPatch, PrintBody, SlipHead } from '@/core/slip/body'
import type { VersionFacts } from '@/core/slip/facts'
import { GREY_WAYS, sayWeights } from '@/core/tone/to-grey'
import { sayAmount, sayChargeLine } from '@/core/words/charge'
import { NumberField } from '@/ui/fields/number-field'
import { Choices } from '@/ui/parts/choices'
import { useWays } from '@/ui/unit/unit'
import css from '../slip.module.css'

const AS_IT_IS = 'as it is'

type Change = (patch: PlainPatch) => void

/** Line 6 open: the picture's own darkness; the rest belongs to the preset. */
export function ToneFields({
  print,
  version,
  coloured,
  onChange,
}: {
  readonly print: PrintBody
  readonly version: VersionFacts | null
  /** its picture has colours */
  readonly coloured: boolean
  readonly onChange: Change
}) {
  if (!version) return <p className="soft small">Choose a preset first.</p>
  if (version.settings.colourMode === 'colour')
    return (
      <p className="soft small">
        This preset fixes how colour is made. Darkness opens with a preset that prints in monochrome.
      </p>
    )
  return (
    <div className={css.row}>
      <span className="soft">darkness</span>
      <DarknessField print={print} known={version.darkness ?? ANY_DARKNESS} onChange={onChange} />
      {coloured ? (
        <>
          <span className="soft">grey</span>
          <Select
            aria-label="How the colour picture becomes grey"
            size="xs"
            w={250}
            value={print.grey ?? AS_IT_IS}
            allowDeselect={false}
            data={[
              { value: AS_IT_IS, label: 'left to the printer' },
              ...GREY_WAYS.map((way) => ({ value: way, label: `${way}: ${sayWeights(way)}` })),
            ]}
            onChange={(way) => onChange({ grey: GREY_WAYS.find((g) => g === way) })}
          />
        </>
      ) : null}
    </div>
  )
}

/** By the dialog's own names where it has them; a darkness that the queue does not know stays among them until another is chosen. */
function DarknessField(props: { readonly print: PrintBody; readonly known: DarknessKnown; readonly onChange: Change }) {
  const { known, onChange } = props
  const { darkness } = props.print
  const { least, most, step, names } = known
  if (names) {
    const steps = [...new Set([...darknessSteps(known), darkness])].toSorted((a, b) => a - b)
    return (
      <>
        <Select
          aria-label="Darkness"
          size="xs"
          w={150}
          value={String(darkness)}
          allowDeselect={false}
          data={steps.map((d) => ({ value: String(d), label: sayDarkness(d, known).replace(/^darkness /, '') }))}
          onChange={(d) => onChange({ darkness: Number(d) })}
        />
        <span className="soft small">by the names of the queue’s dialog</span>
      </>
    )
  }
  return (
    <>
      <NumberField
        whole
        label="Darkness, minus lighter, plus darker"
        hideLabel
        value={darkness}
        min={least}
        max={most}
        step={step}
        onChange={(d) => onChange({ darkness: d })}
      />
      <span className="soft small">
        minus lighter, plus darker; from {least} to {most}
      </span>
    </>
  )
}

/** Line 6 too: on which of the room's screens the pictures of the slip were judged; nothing where it has none. */
export function ScreenField(props: {
  readonly screens: readonly { readonly id: string; readonly name: string }[]
  readonly screenId: string | null
  readonly onScreen: (screenId: string | null) => void
}) {
  const { screens, screenId, onScreen } = props
  if (screens.length === 0) return null
  return (
    <div className={css.row}>
      <span className="soft">judged on</span>
      <Select
        aria-label="Judged on the screen"
        placeholder="no screen of the room"
        size="xs"
        w={230}
        clearable
        value={screens.some((s) => s.id === screenId) ? screenId : null}
        data={screens.map((s) => ({ value: s.id, label: s.name }))}
        onChange={onScreen}
      />
    </div>
  )
}

/** Line 7 open. */
export function CopiesFields(props: {
  readonly print: PrintBody
  readonly lastCopies: number | null
  readonly done: number
  readonly onChange: Change
}) {
  const { print, lastCopies, done, onChange } = props
  return (
    <div className={css.stack}>
      <NumberField
        whole
        label="Copies"
        hideLabel
        value={print.copies}
        min={1}
        max={500}
        onChange={(copies) => onChange({ copies })}
      />
      <p className="soft small">
        {done > 0 ? `${done} good so far. ` : ''}
        {lastCopies !== null && lastCopies !== print.copies ? `The slip before asked for ${lastCopies}.` : ''}
      </p>
    </div>
  )
}

/** Line 8 open: what it is made of, and who pays. */
export function ChargeFields(props: {
  readonly chargeTo: SlipHead['chargeTo']
  readonly charge: Charge | null
  readonly groupName: string | null
  readonly onChargeTo: (chargeTo: SlipHead['chargeTo']) => void
}) {
  const { chargeTo, charge, groupName, onChargeTo } = props
  const { currency } = useWays()
  return (
    <div className={css.stack}>
      <Choices
        label="Who pays"
        value={chargeTo}
        choices={[
          { value: 'member', label: 'the member' },
          {
            value: 'group',
            label: groupName ?? 'a group',
            ...(groupName ? {} : { closed: 'The member is in no group.' }),
          },
        ]}
        onChange={onChargeTo}
      />
      {charge ? (
        <dl className="facts">
          {charge.lines.map((line) => (
            <div key={line.what} style={{ display: 'contents' }}>
              <dt>{line.what}</dt>
              <dd>
                {sayChargeLine(charge, line, currency)}
                {line.what === 'ink' && charge.inkMl !== null ? (
                  <span className="soft small"> for {charge.inkMl.toFixed(1)} ml</span>
                ) : null}
              </dd>
            </div>
          ))}
          <dt>each copy</dt>
          <dd className="strong">
            {sayAmount(charge, charge.total, currency)} {currency.code}
          </dd>
        </dl>
      ) : (
        <p className="soft small">Counted once picture, preset and sheet are chosen.</p>
      )}
    </div>
  )
}
