'use client'

import { Select, Textarea } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { INSTRUMENTS, type Instrument } from '@/core/edge/readings'
import { fromMm, type Um } from '@/core/length/length'
import { tradeLength } from '@/core/length/write'
import { borderlessClosed } from '@/core/printer/closed'
import { fitSize } from '@/core/sizes/fit'
import { sayBorderlessClosed } from '@/core/words/checks'
import { CountField } from '@/ui/fields/count-field'
import { LengthField } from '@/ui/fields/length-field'
import { Choices } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { Form } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './edge-check.module.css'
import { sayFine } from './fine'
import type { StartPage } from './types'

/** Sheets for a check: five give a drift that holds 95 % of sheets with 90 % confidence, at about four spreads. */
const USUAL_SHEETS = 5

/** The beginning of an edge check: with which preset, on which sheet, margins or borderless, how many. */
export function StartCheck(page: StartPage) {
  const { unit } = useWays()
  const { act, busy } = useDo()
  const router = useRouter()
  const [versionId, setVersionId] = useState(page.versions[0]?.id ?? null)
  const version = page.versions.find((v) => v.id === versionId) ?? null
  const roll = version?.feed.kind === 'roll'
  const fitting = page.sizes.filter(
    (s) => version && fitSize(s.short, s.long, version.feed, null).problems.length === 0,
  )
  const [sizeId, setSizeId] = useState<string | null>(null)
  const [width, setWidth] = useState<Um | null>(page.rollWidths[0] ?? null)
  const [length, setLength] = useState<Um>(fromMm(420))
  const [edge, setEdge] = useState<'margins' | 'borderless'>('borderless')
  const [sheets, setSheets] = useState(USUAL_SHEETS)
  const [instrument, setInstrument] = useState<Instrument>(page.tray ? 'output tray' : 'rule and loupe')
  const [note, setNote] = useState('')
  const size = fitting.find((s) => s.id === sizeId) ?? null
  const fedWidth = roll
    ? width
    : size && version
      ? fitSize(size.short, size.long, version.feed, null).leads === 'short'
        ? size.short
        : size.long
      : null
  const closed =
    version && fedWidth !== null ? borderlessClosed(version.queueFeed, fedWidth, version.mediaSetting) : null
  const why = closed && version ? sayBorderlessClosed(closed, version.feed.name, unit) : null
  const addressed = version ? page.addressed.includes(version.settings.queueId) : false
  const shut = !version
    ? 'This printer has no sealed preset yet: make one first.'
    : !roll && !size
      ? 'Choose a sheet.'
      : edge === 'borderless' && why
        ? why
        : null
  const begin = async (): Promise<void> => {
    if (!version) return
    const made = await act('edge-check.start', {
      versionId: version.id,
      edge,
      sheet: roll ? { kind: 'cut', width: width ?? fromMm(0), length } : { kind: 'size', sizeId: size?.id ?? '' },
      sheets,
      instrument,
      print: addressed,
      note,
    })
    if (made) router.push(`/edge-checks/${made.id}`)
  }
  return (
    <>
      <PageHead title="New edge check" sub={page.printerName} />
      <div className={lists.page}>
        <div className={css.start}>
          <Form
            submit={
              addressed
                ? `Print ${sheets === 1 ? 'one ruler sheet' : `${sheets} ruler sheets`}`
                : 'Lay out the ruler sheets'
            }
            busy={busy}
            shut={shut}
            onSubmit={() => void begin()}
          >
            <Select
              label="Printed with"
              data={page.versions.map((v) => ({
                value: v.id,
                label: `${v.presetName}, version ${v.number} (${v.feed.name}, ${v.mediaSetting.name}, ${v.quality.name})`,
              }))}
              value={versionId}
              onChange={setVersionId}
              searchable
              allowDeselect={false}
            />
            {roll ? (
              <div className={lists.row}>
                <Select
                  label="Roll"
                  w={130}
                  size="xs"
                  data={page.rollWidths.map((w) => ({ value: String(w), label: tradeLength(w, unit) }))}
                  value={width === null ? null : String(width)}
                  onChange={(w) => setWidth(page.rollWidths.find((x) => String(x) === w) ?? null)}
                  allowDeselect={false}
                />
                <LengthField label="Cut length" value={length} min={85_000} max={2_000_000} onChange={setLength} />
              </div>
            ) : (
              <Select
                label="Sheet"
                aria-label="Sheet"
                placeholder="Which size?"
                data={fitting.map((s) => ({ value: s.id, label: s.name }))}
                value={sizeId}
                onChange={setSizeId}
                searchable
                nothingFoundMessage="No such size fits this feed."
              />
            )}
            <div>
              <span className={css.label}>Edge</span>
              <Choices
                label="Edge"
                value={edge}
                choices={[
                  { value: 'margins', label: 'Margins' },
                  { value: 'borderless', label: 'Borderless', ...(why ? { closed: why } : {}) },
                ]}
                onChange={setEdge}
              />
            </div>
            <div className={lists.row}>
              <CountField label="Sheets" value={sheets} min={1} max={10} onChange={setSheets} />
              <Select
                label="Read with"
                size="xs"
                w={220}
                data={(Object.keys(INSTRUMENTS) as Instrument[])
                  .filter((i) => page.tray || i !== 'output tray')
                  .map((i) => ({ value: i, label: `${i}, within ${sayFine(INSTRUMENTS[i], unit)}` }))}
                value={instrument}
                allowDeselect={false}
                onChange={(i) => setInstrument((i ?? instrument) as Instrument)}
              />
            </div>
            <Textarea label="Note" autosize minRows={1} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
          </Form>
          <aside className={css.why}>
            <h2>What it is for</h2>
            <p>
              A ruler sheet has a staircase of ticks at each edge, in steps of a tenth of a millimetre, and four crosses
              a known distance apart. Which tick is the first that shows, and how far the crosses lie from the edges,
              tells where this feed really prints.
            </p>
            <p>
              {sheets < 3
                ? 'Fewer than three sheets give means, and no drift: how far sheets differ stays as declared.'
                : `${sheets} sheets also give the drift that holds 95 % of sheets.`}{' '}
              Everything that is printed from this queue and feed is then predicted by it.
            </p>
            <p className="soft">
              {addressed
                ? 'The sheets are sent through the queue, one after the other.'
                : 'This queue has no address: save each sheet as a file and print it at its own size, scaling off.'}
            </p>
          </aside>
        </div>
      </div>
    </>
  )
}
