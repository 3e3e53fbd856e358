'use client'

import { Button, Modal, TextInput } from '@mantine/core'
import { useMemo, useState } from 'react'
import { tradePair, writeNumber } from '@/core/length/write'
import { writeMoney } from '@/core/money/money'
import { inSize, type Offer, otherSizes } from '@/core/offer/other-sizes'
import type { PrintBody, SlipBody } from '@/core/slip/body'
import type { Catalogue } from '@/core/slip/catalogue'
import type { PictureFacts } from '@/core/slip/facts'
import { sayFinding } from '@/core/words/checks'
import { Choices } from '@/ui/parts/choices'
import { LevelWord } from '@/ui/parts/level'
import { useWays } from '@/ui/unit/unit'
import css from './slip.module.css'

/** Rows that are shown at once; a word narrows them down. */
const MOST = 60

/** The same picture in another size: the room's sizes and papers side by side, with what each loses and costs. */
export function AnotherSize(props: {
  readonly open: boolean
  readonly onClose: () => void
  readonly catalogue: Catalogue
  readonly body: SlipBody
  readonly print: PrintBody
  readonly pictureOf: (id: string) => PictureFacts | null
  readonly onTake: (print: PrintBody) => void
}) {
  return (
    <Modal opened={props.open} onClose={props.onClose} title="This picture in another size" size={940} centered>
      {props.open ? <Offers {...props} /> : null}
    </Modal>
  )
}

const wordsOf = (o: Offer, unit: 'mm' | 'in'): string =>
  `${o.sizeName ?? ''} ${tradePair(o.width, o.length, unit)} ${o.paperName} ${o.presetName}`.toLowerCase()

function Offers({ catalogue, body, print, pictureOf, onTake }: Parameters<typeof AnotherSize>[0]) {
  const { unit, currency } = useWays()
  const [mode, setMode] = useState<'whole' | 'fill'>(print.pieces[0]?.placing.mode === 'fill' ? 'fill' : 'whole')
  const [typed, setTyped] = useState('')
  const offers = useMemo(
    () => otherSizes(catalogue, body, print, mode, pictureOf),
    [catalogue, body, print, mode, pictureOf],
  )
  const words = typed.trim().toLowerCase().split(/\s+/)
  const meant = offers.filter((o) => words.every((w) => wordsOf(o, unit).includes(w)))
  const take = (o: Offer): void => {
    const version = catalogue.versions.find((v) => v.id === o.versionId)
    if (version) onTake(inSize(print, version, o.sheet, mode))
  }
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
      {meant.length === 0 ? (
        <p className="soft">
          {offers.length === 0
            ? 'The room keeps no other size that this picture could go on. Add one under Papers & rolls.'
            : 'No size or paper is called so.'}
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
                <th scope="col">
                  <span className="unseen">Take it</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {meant.slice(0, MOST).map((o) => (
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
                  <td className="number">{o.charge === null ? 'unknown' : writeMoney(o.charge, currency)}</td>
                  <td>
                    <Button
                      size="compact-xs"
                      variant="default"
                      onClick={() => take(o)}
                      aria-label={`Take ${o.sizeName ?? tradePair(o.width, o.length, unit)} on ${o.paperName}, ${o.presetName}`}
                    >
                      Take
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {meant.length > MOST ? (
            <p className="soft small">{meant.length - MOST} more: type a size or paper to narrow them down.</p>
          ) : null}
        </div>
      )}
    </div>
  )
}
