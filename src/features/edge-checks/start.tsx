'use client'

import { Select } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { INSTRUMENT_NAMES, INSTRUMENTS, type Instrument } from '@/core/edge/readings'
import { fromMm, type Um } from '@/core/length/length'
import { tradeLength } from '@/core/length/write'
import { borderlessClosed } from '@/core/printer/closed'
import { fitSize } from '@/core/sizes/fit'
import { sayBorderlessClosed } from '@/core/words/checks'
import { FormChoices, FormCount, FormLength, FormNote, FormSelect } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { useWays } from '@/ui/unit/unit'
import css from './edge-check.module.css'
import { sayFine } from './fine'
import type { StartPage } from './types'

/** Sheets for a check: five give a drift that holds 95 % of sheets with 90 % confidence, at about four spreads. */
const USUAL_SHEETS = 5

type Typed = {
  readonly versionId: string | null
  readonly sizeId: string | null
  readonly width: Um | null
  readonly length: Um
  readonly edge: 'margins' | 'borderless'
  readonly sheets: number
  readonly instrument: Instrument
  readonly note: string
}

/** The beginning of an edge check: with which preset, on which sheet, margins or borderless, how many. */
export function StartCheck(page: StartPage) {
  const { unit } = useWays()
  const router = useRouter()
  const versionOf = (id: string | null) => page.versions.find((v) => v.id === id) ?? null
  const onRoll = (id: string | null): boolean => versionOf(id)?.feed.kind === 'roll'
  const isAddressed = (id: string | null): boolean => page.addressed.includes(versionOf(id)?.settings.queueId ?? '')
  const form = useRoomForm({
    action: 'edge-check.start',
    row: null,
    values: (): Typed => ({
      versionId: page.versions[0]?.id ?? null,
      sizeId: null,
      width: page.rollWidths[0] ?? null,
      length: fromMm(420),
      edge: 'borderless',
      sheets: USUAL_SHEETS,
      instrument: page.tray ? 'output tray' : 'rule and loupe',
      note: '',
    }),
    input: ({ sizeId, width: w, length, ...v }) => ({
      ...v,
      sheet: onRoll(v.versionId) ? ({ kind: 'cut', width: w, length } as const) : ({ kind: 'size', sizeId } as const),
      print: isAddressed(v.versionId),
    }),
    then: (made) => router.push(`/edge-checks/${made.id}`),
  })
  const { versionId, sizeId, width, edge, sheets } = form.values
  const version = versionOf(versionId)
  const roll = onRoll(versionId)
  const here = (id: string): boolean => page.onShelf.includes(id)
  // sizes of which the room has sheets come first
  const fitting = page.sizes
    .filter((s) => version && fitSize(s.short, s.long, version.feed, null).problems.length === 0)
    .toSorted((a, b) => Number(here(b.id)) - Number(here(a.id)))
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
  const addressed = isAddressed(versionId)
  const shut = !version
    ? 'This printer has no sealed preset yet: make one first.'
    : !roll && !size
      ? 'Choose a sheet.'
      : edge === 'borderless' && why
        ? why
        : null
  return (
    <>
      <PageHead title="New edge check" sub={page.printerName} />
      <div className={lists.page}>
        <div className={css.start}>
          <Form
            form={form}
            submit={
              addressed
                ? `Print ${sheets === 1 ? 'one ruler sheet' : `${sheets} ruler sheets`}`
                : 'Lay out the ruler sheets'
            }
            shut={shut}
          >
            <FormSelect
              field={form.at('versionId')}
              label="Printed with"
              data={page.versions.map((v) => ({
                value: v.id,
                label: `${v.presetName}, version ${v.number} (${v.feed.name}, ${v.mediaSetting.name}, ${v.quality.name})`,
              }))}
              searchable
            />
            {roll ? (
              <div className={lists.fields}>
                <Select
                  label="Roll"
                  w={130}
                  size="xs"
                  data={page.rollWidths.map((w) => ({ value: String(w), label: tradeLength(w, unit) }))}
                  value={width === null ? null : String(width)}
                  onChange={(w) => form.set({ width: page.rollWidths.find((x) => String(x) === w) ?? null })}
                  allowDeselect={false}
                />
                <FormLength field={form.at('length')} label="Cut length" min={85_000} max={2_000_000} />
              </div>
            ) : (
              <FormSelect
                field={form.at('sizeId')}
                label="Sheet"
                placeholder="Which size?"
                data={fitting.map((s) => ({ value: s.id, label: here(s.id) ? `${s.name}, on the shelf` : s.name }))}
                searchable
                nothingFound="No such size fits this feed."
              />
            )}
            <div>
              <span className={css.label}>Edge</span>
              <FormChoices
                field={form.at('edge')}
                label="Edge"
                choices={[
                  { value: 'margins', label: 'Margins' },
                  { value: 'borderless', label: 'Borderless', ...(why ? { closed: why } : {}) },
                ]}
              />
            </div>
            <div className={lists.fields}>
              <FormCount field={form.at('sheets')} label="Sheets" />
              <FormSelect
                field={form.at('instrument')}
                label="Read with"
                size="xs"
                w={220}
                data={INSTRUMENT_NAMES.filter((i) => page.tray || i !== 'output tray').map((i) => ({
                  value: i,
                  label: `${i}, tolerance ${sayFine(INSTRUMENTS[i], unit)}`,
                }))}
              />
            </div>
            <FormNote field={form.at('note')} label="Note" minRows={1} />
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
