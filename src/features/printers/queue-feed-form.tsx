'use client'

import { Button, Checkbox } from '@mantine/core'
import { z } from 'zod'
import { queueFeedSchema } from '@/contract/printer'
import type { Queue } from '@/contract/views/printer'
import { fromMm, type LengthUnit, type Um } from '@/core/length/length'
import { readLength } from '@/core/length/read'
import { tradeNumber } from '@/core/length/write'
import type { Feed, QueueFeed } from '@/core/printer/facts'
import { EDGE_NAMES, type EdgeName } from '@/core/sheet/sheet'
import { sayLength } from '@/core/words/lengths'
import { LengthField } from '@/ui/fields/length-field'
import { FormCheck, FormLength, FormSome, FormText, itemsOf } from '@/ui/form/fields'
import { FormGroup } from '@/ui/form/form'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'
import { OddResolution } from './odd-resolution'
import { PartForm } from './part-form'
import { useQueuePart } from './use-queue-save'

type Done = { readonly onDone: () => void }

const PLAIN = { left: fromMm(5), right: fromMm(5), lead: fromMm(5), trail: fromMm(5) }
const OVERSPRAY = { left: fromMm(2), right: fromMm(2), lead: fromMm(2), trail: fromMm(2) }

const UNKNOWN: Omit<QueueFeed, 'feedId'> = {
  margins: [{ upToWidth: null, margins: PLAIN }],
  borderless: null,
  driftAcross: fromMm(1),
  driftAlong: fromMm(1),
}

/** What is declared of a feed as it is typed: the widths that print borderless in one text. */
const typedOf = ({ borderless, ...f }: Omit<QueueFeed, 'feedId'>, unit: LengthUnit) => ({
  margins: f.margins,
  driftAcross: f.driftAcross,
  driftAlong: f.driftAlong,
  borderless: borderless !== null,
  overspray: borderless?.overspray ?? OVERSPRAY,
  widths: (borderless?.widths ?? []).map((w) => tradeNumber(w, unit)).join('; '),
  mediaSettings: borderless?.mediaSettings ?? [],
  always: borderless?.always ?? false,
})

/** The schema of a queue's feed whose widths come as one text, which may not read. */
const typedSchema = (unit: LengthUnit) =>
  z
    .object({ feed: z.looseObject({ borderless: z.looseObject({}).nullable() }), widths: z.string() })
    .transform(({ feed, widths }, ctx) => {
      const list = itemsOf(widths, ';').flatMap((w) => {
        const read = readLength(w, unit)
        if (read.ok) return [read.value]
        ctx.addIssue({ code: 'custom', path: ['widths'], message: sayLength(read.problem, unit) })
        return []
      })
      return feed.borderless ? { ...feed, borderless: { ...feed.borderless, widths: list } } : feed
    })
    .pipe(queueFeedSchema)

/** What one queue declares of one feed: margins by size class, overspray and where it applies, drift. */
export function QueueFeedForm(props: { readonly queue: Queue; readonly feed: Feed } & Done) {
  const { queue, feed, onDone } = props
  const { unit } = useWays()
  const form = useQueuePart({
    queue,
    values: (facts) => typedOf(facts.feeds.find((f) => f.feedId === feed.id) ?? UNKNOWN, unit),
    schema: typedSchema(unit),
    part: ({ borderless, overspray, widths, mediaSettings, always, ...v }) => ({
      widths: borderless ? widths : '',
      feed: {
        ...v,
        feedId: feed.id,
        borderless: borderless ? { overspray, mediaSettings, ...(always ? { always } : {}) } : null,
      },
    }),
    put: ({ feeds }, f) => ({ feeds: [...feeds.filter((x) => x.feedId !== feed.id), f] }),
    done: `${queue.name} knows its ${feed.name} now.`,
    then: onDone,
  })
  const margins = form.at('margins')
  const rows = margins.value
  const setRow = (row: number, patch: Partial<(typeof rows)[number]>): void =>
    margins.set(rows.map((m, i) => (i === row ? { ...m, ...patch } : m)))
  const setMargin = (row: number, edge: EdgeName) => (value: Um) =>
    setRow(row, { margins: { ...(rows[row]?.margins ?? PLAIN), [edge]: value } })
  const narrow = (): void =>
    margins.set([
      ...rows.slice(0, -1),
      { upToWidth: fromMm(110), margins: rows.at(-1)?.margins ?? PLAIN },
      ...rows.slice(-1),
    ])
  const { borderless } = form.values
  return (
    <PartForm form={form} queue={queue} submit="Save">
      <FormGroup name="Margins">
        <p className="soft small">
          Margins as seen when the sheet feeds; the lead edge enters first. The first row whose width holds counts.
        </p>
        {rows.map((row, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows have no name but their place
          <div key={i} className={lists.row}>
            {row.upToWidth === null ? (
              <span className="soft" style={{ width: 105 }}>
                {rows.length > 1 ? 'wider' : 'every width'}
              </span>
            ) : (
              <LengthField
                label="Up to a width of"
                width={105}
                value={row.upToWidth}
                onUnread={(is) => form.unread(`margins.${i}.upToWidth`, is)}
                onChange={(upToWidth) => setRow(i, { upToWidth })}
              />
            )}
            {EDGE_NAMES.map((e) => (
              <LengthField
                key={e}
                label={`Margin ${e}`}
                width={84}
                value={row.margins[e]}
                onUnread={(is) => form.unread(`margins.${i}.${e}`, is)}
                onChange={setMargin(i, e)}
              />
            ))}
            {row.upToWidth === null ? null : (
              <Button size="compact-xs" variant="default" onClick={() => margins.set(rows.filter((_, k) => k !== i))}>
                Remove
              </Button>
            )}
          </div>
        ))}
        {margins.there ? <p className="level-caution small">Somebody else changed these margins meanwhile.</p> : null}
        <div>
          <Button size="compact-xs" variant="default" onClick={narrow}>
            Other margins for narrow sheets
          </Button>
        </div>
      </FormGroup>
      <FormGroup name="Borderless">
        <Checkbox
          label="It prints borderless here"
          checked={borderless}
          onChange={(e) => form.set({ borderless: e.currentTarget.checked })}
        />
        {borderless ? (
          <>
            <div className={lists.row}>
              {EDGE_NAMES.map((e) => (
                <FormLength key={e} field={form.at(`overspray.${e}`)} label={`Overspray ${e}`} width={105} />
              ))}
            </div>
            <OddResolution
              native={queue.facts.nativePpi}
              onOverspray={(each) => form.set({ overspray: { left: each, right: each, lead: each, trail: each } })}
            />
            <FormText
              field={form.at('widths')}
              label={`Only at these widths, ${unit}, with semicolons between; empty for every width`}
            />
            <FormSome
              field={form.at('mediaSettings')}
              label="Only with these media settings; empty for every one"
              data={queue.facts.mediaSettings.map((m) => ({ value: m.id, label: m.name }))}
            />
          </>
        ) : null}
        {borderless ? (
          <FormCheck field={form.at('always')} label="It always does: there are no prints with margins" />
        ) : null}
      </FormGroup>
      <FormGroup name="Drift">
        <div className={lists.row}>
          <FormLength field={form.at('driftAcross')} label="Across" />
          <FormLength field={form.at('driftAlong')} label="Along" />
        </div>
      </FormGroup>
    </PartForm>
  )
}
