'use client'

import { Button } from '@mantine/core'
import { useState } from 'react'
import { type Um, um } from '@/core/length/length'
import { tradeLength } from '@/core/length/write'
import { lengthByDiameter } from '@/core/paper/roll-length'
import { sayThickness } from '@/core/words/paper'
import { LengthField } from '@/ui/fields/length-field'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'

/** The tube that most rolls are wound on: 3 in. */
const USUAL_CORE = um(76_200)

/** No length that is told like this is told more exactly. */
const CENTIMETRE = 10_000

const CANNOT = {
  outer: 'Paper is outside its tube: the outer diameter is no less than the core’s.',
  core: 'The core is a tube, with a diameter above 0.',
  thickness: 'How thick this paper is has to be known: it stands on the paper’s own page.',
} as const

/** What is left of a roll by its outer diameter, proposed as a correction with how far off it may be. */
export function ByDiameter(props: {
  readonly left: Um
  /** of the paper; null: nobody has said */
  readonly thickness: Um | null
  /** of this roll; null: nobody has said, the usual one is taken */
  readonly core: Um | null
  readonly onTake: (length: Um, note: string) => void
}) {
  const { unit } = useWays()
  const [outer, setOuter] = useState<Um | null>(null)
  const [core, setCore] = useState<Um | null>(props.core ?? USUAL_CORE)
  const { thickness } = props
  const found =
    outer !== null && core !== null ? lengthByDiameter({ outer, core, thickness: thickness ?? um(0) }) : null
  const say = (v: Um): string => tradeLength(v, unit)
  const metres = (v: number): string => `${(v / 1e6).toFixed(2)} m`
  return (
    <fieldset>
      <legend className="soft small">By its diameter, unwound by nobody</legend>
      <div className={lists.fields}>
        <LengthField label="Outer diameter" value={outer} onChange={setOuter} />
        <LengthField label="Core" value={core} onChange={setCore} />
      </div>
      {found?.ok && outer !== null && core !== null && thickness !== null ? (
        <p className="small">
          {metres(found.value.length)}, within {metres(found.value.within)}.{' '}
          {Math.abs(found.value.length - props.left) <= found.value.within
            ? 'The ledger is no further off than that: nothing has to be corrected.'
            : `The ledger says ${metres(props.left)}.`}{' '}
          <Button
            size="compact-xs"
            variant="default"
            onClick={() =>
              props.onTake(
                um(Math.round(found.value.length / CENTIMETRE) * CENTIMETRE),
                `by diameter ${say(outer)}, core ${say(core)}, paper ${sayThickness(thickness, unit)}: within ${metres(found.value.within)}`,
              )
            }
          >
            Take it
          </Button>
        </p>
      ) : null}
      {found && !found.ok ? <p className="level-stop small">{CANNOT[found.problem]}</p> : null}
    </fieldset>
  )
}
