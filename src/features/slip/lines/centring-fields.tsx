'use client'

import { um } from '@/core/length/length'
import { writeLength, writeNumber } from '@/core/length/write'
import { EDGE_NAMES, type Edges } from '@/core/sheet/sheet'
import type { PlainPatch, PrintBody } from '@/core/slip/body'
import type { SheetOutcome } from '@/core/slip/sheet-outcome'
import { CentringTable } from '@/ui/drawing/centring-table'
import { LengthField } from '@/ui/fields/length-field'
import { Choices } from '@/ui/parts/choices'
import { useWays } from '@/ui/unit/unit'
import css from '../slip.module.css'

/** From where a placing is measured, with what each way costs beside the others. */
export function CentringFields(props: {
  readonly print: PrintBody
  readonly sheet: SheetOutcome
  readonly onChange: (patch: PlainPatch) => void
}) {
  const { print, sheet, onChange } = props
  const { centring } = print
  const { unit } = useWays()
  const lost = sheet.givenUp
  const inUse: Edges = {
    left: sheet.frame.x,
    right: um(sheet.sheet.width - sheet.frame.x - sheet.frame.w),
    lead: sheet.frame.y,
    trail: um(sheet.sheet.length - sheet.frame.y - sheet.frame.h),
  }
  return (
    <div className={css.stack}>
      <div className={css.row}>
        <span className="soft">in</span>
        <Choices
          label="Measured from"
          value={centring.kind}
          choices={[
            { value: 'true', label: 'true centre' },
            { value: 'even', label: 'even margins' },
            { value: 'area', label: 'printable area' },
            { value: 'asked', label: 'asked margins' },
          ]}
          onChange={(kind) =>
            onChange({
              centring: kind === 'even' ? { kind, um: null } : kind === 'asked' ? { kind, margins: inUse } : { kind },
            })
          }
        />
        {centring.kind === 'even' ? (
          <LengthField
            label="Margin on all four sides"
            hideLabel
            width={100}
            value={centring.um ?? sheet.frame.x}
            onChange={(length) => onChange({ centring: { kind: 'even', um: length } })}
          />
        ) : null}
      </div>
      {centring.kind === 'asked' ? (
        <div className={css.row}>
          {EDGE_NAMES.map((edge) => (
            <LengthField
              key={edge}
              label={`${edge} margin`}
              width={92}
              value={centring.margins[edge]}
              onChange={(length) =>
                onChange({ centring: { kind: 'asked', margins: { ...centring.margins, [edge]: length } } })
              }
            />
          ))}
          {EDGE_NAMES.some((e) => centring.margins[e] < sheet.margins[e]) ? (
            <p className="soft small">
              Below what the printer leaves, its own margin holds:{' '}
              {EDGE_NAMES.filter((e) => centring.margins[e] < sheet.margins[e])
                .map((e) => `${e} ${writeLength(sheet.margins[e], unit)}`)
                .join(', ')}
              .
            </p>
          ) : null}
        </div>
      ) : null}
      <CentringTable sheet={sheet.sheet} margins={sheet.margins} />
      {lost.percent > 0.05 ? (
        <p className="soft small">
          As chosen it gives up {writeNumber(lost.percent, 1)} % of the area
          {EDGE_NAMES.filter((e) => lost.edges[e] > 0)
            .map((e) => `, ${writeLength(lost.edges[e], unit)} at the ${e} edge`)
            .join('')}
          .
        </p>
      ) : null}
    </div>
  )
}
