'use client'

import { Button, Modal, TextInput } from '@mantine/core'
import { useEffect, useState } from 'react'
import { askAboutSlip } from '@/contract/call'
import type { SlipAnswers } from '@/contract/slip-questions'
import type { LengthUnit } from '@/core/length/length'
import { tradePair, writeNumber } from '@/core/length/write'
import { writeAmount } from '@/core/money/money'
import { inSize } from '@/core/offer/other-sizes'
import type { PrintBody, SlipBody } from '@/core/slip/body'
import { sayFinding } from '@/core/words/checks'
import { ActsHead } from '@/ui/parts/acts-head'
import { Choices } from '@/ui/parts/choices'
import { LevelWord } from '@/ui/parts/level'
import { tellProblem } from '@/ui/parts/tell'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'

/** The same picture in another size: the room's sizes and papers side by side, with what each loses and costs. */
export function AnotherSize(props: {
  readonly open: boolean
  readonly onClose: () => void
  readonly body: SlipBody
  readonly print: PrintBody
  readonly unit: LengthUnit
  readonly onTake: (print: PrintBody) => Promise<void>
}) {
  return (
    <Modal opened={props.open} onClose={props.onClose} title="This picture in another size" size={940} centered>
      {props.open ? <Offers {...props} /> : null}
    </Modal>
  )
}

const PAUSE_MS = 150

function Offers(props: Parameters<typeof AnotherSize>[0]) {
  const { body, print, unit } = props
  const { currency } = useWays()
  const [mode, setMode] = useState<'whole' | 'fill'>(print.pieces[0]?.placing.mode === 'fill' ? 'fill' : 'whole')
  const [typed, setTyped] = useState('')
  const [shown, setShown] = useState<SlipAnswers['offers'] | null>(null)
  const asked = JSON.stringify({ ...body, prints: [print] })
  useEffect(() => {
    let gone = false
    const timer = setTimeout(async () => {
      const answer = await askAboutSlip('offers', { body: JSON.parse(asked), mode, typed, unit })
      if (gone) return
      if (answer.ok) setShown(answer.value)
      else tellProblem(answer.problem)
    }, PAUSE_MS)
    return () => {
      gone = true
      clearTimeout(timer)
    }
  }, [asked, mode, typed, unit])
  return (
    <div className={css.stack}>
      <div className={css.row}>
        <Choices
          label="Placing"
          value={mode}
          choices={[
            { value: 'whole', label: 'Whole picture' },
            { value: 'fill', label: 'Fill the frame' },
          ]}
          onChange={setMode}
        />
        <TextInput
          aria-label="Find a size or paper"
          placeholder="Size, paper or preset"
          size="xs"
          value={typed}
          onChange={(e) => setTyped(e.currentTarget.value)}
        />
      </div>
      {shown === null ? (
        <p className="soft">Looking through the room’s papers.</p>
      ) : shown.offers.length === 0 ? (
        <p className="soft">
          {!shown.room
            ? 'The room keeps no other size that this picture could go on. Add one under Papers & rolls.'
            : 'No size or paper has that name.'}
        </p>
      ) : (
        <div className={css.offers}>
          <table className="ruled">
            <thead>
              <tr>
                <th scope="col">Sheet</th>
                <th scope="col">Paper and preset</th>
                <th scope="col">Picture</th>
                <th scope="col" className="number">
                  Lost
                </th>
                <th scope="col" className="number">
                  ppi
                </th>
                <th scope="col" className="number">
                  Each
                </th>
                <ActsHead says="Take it" />
              </tr>
            </thead>
            <tbody>
              {shown.offers.map((o) => (
                <tr key={`${o.versionId} ${JSON.stringify(o.sheet)}`}>
                  <td>
                    <span className="strong">{o.sizeName ?? tradePair(o.width, o.length, unit)}</span>
                    {o.roll ? <span className="soft small"> from a roll</span> : null}
                  </td>
                  <td>
                    {o.paperName}
                    <br />
                    <span className="soft small">{o.presetName}</span>
                    {o.stop ? (
                      <span className="small">
                        <br />
                        <LevelWord level="stop" /> {sayFinding(o.stop, unit)}
                      </span>
                    ) : null}
                  </td>
                  <td>{tradePair(o.printed.w, o.printed.h, unit)}</td>
                  <td className="number">{o.lossPercent < 0.05 ? 'nothing' : `${writeNumber(o.lossPercent, 1)} %`}</td>
                  <td className="number">{writeNumber(o.ppi, 0)}</td>
                  <td className="number">{o.charge === null ? 'unknown' : writeAmount(o.charge, currency)}</td>
                  <td>
                    <Button
                      size="compact-xs"
                      variant="default"
                      onClick={() => void props.onTake(inSize(print, o, mode))}
                      aria-label={`Take ${o.sizeName ?? tradePair(o.width, o.length, unit)} on ${o.paperName}, ${o.presetName}`}
                    >
                      Take
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {shown.count > shown.offers.length ? (
            <p className="soft small">
              {shown.count - shown.offers.length} more: type a size or paper to narrow them down.
            </p>
          ) : null}
        </div>
      )}
    </div>
  )
}
