'use client'

import { Button, Checkbox, MultiSelect, TextInput } from '@mantine/core'
import { useState } from 'react'
import type { Queue } from '@/contract/views/printer'
import { fromMm, type Um } from '@/core/length/length'
import { readLength } from '@/core/length/read'
import { tradeNumber } from '@/core/length/write'
import type { Feed, QueueFeed } from '@/core/printer/facts'
import { sayLength } from '@/core/words/lengths'
import { LengthField } from '@/ui/fields/length-field'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { useWays } from '@/ui/unit/unit'
import { useQueueSave } from './use-queue-save'

type Done = { readonly onDone: () => void }

const EDGES = ['left', 'right', 'lead', 'trail'] as const
type EdgeName = (typeof EDGES)[number]
const PLAIN = { left: fromMm(5), right: fromMm(5), lead: fromMm(5), trail: fromMm(5) }

/** What one queue declares of one feed: margins by size class, overspray and where it applies, drift. */
export function QueueFeedForm(props: { readonly queue: Queue; readonly feed: Feed } & Done) {
  const { queue, feed, onDone } = props
  const { unit } = useWays()
  const { save, busy } = useQueueSave(queue)
  const known = queue.facts.feeds.find((f) => f.feedId === feed.id)
  const [f, set] = useState<QueueFeed>(
    known ?? {
      feedId: feed.id,
      margins: [{ upToWidth: null, margins: PLAIN }],
      borderless: null,
      driftAcross: fromMm(1),
      driftAlong: fromMm(1),
    },
  )
  const [widths, setWidths] = useState((f.borderless?.widths ?? []).map((w) => tradeNumber(w, unit)).join('; '))
  const read = widths
    .split(';')
    .map((w) => w.trim())
    .filter(Boolean)
    .map((w) => readLength(w, unit))
  const wrong = read.find((r) => !r.ok)
  const setMargin = (row: number, edge: EdgeName) => (value: Um) =>
    set({
      ...f,
      margins: f.margins.map((m, i) => (i === row ? { ...m, margins: { ...m.margins, [edge]: value } } : m)),
    })
  const setUpTo = (row: number) => (upToWidth: Um) =>
    set({ ...f, margins: f.margins.map((m, i) => (i === row ? { ...m, upToWidth } : m)) })
  const put = async (): Promise<void> => {
    const list = read.flatMap((r) => (r.ok ? [r.value] : []))
    const next = f.borderless ? { ...f, borderless: { ...f.borderless, widths: list } } : f
    const feeds = [...queue.facts.feeds.filter((x) => x.feedId !== feed.id), next]
    if (await save({ feeds }, `${queue.name} knows its ${feed.name} now.`)) onDone()
  }
  return (
    <Form
      submit="Save"
      busy={busy}
      shut={wrong && !wrong.ok ? sayLength(wrong.problem, unit) : null}
      onSubmit={() => void put()}
    >
      <p className="soft small">
        Margins as seen when the sheet feeds; the lead edge enters first. The first row whose width holds counts.
      </p>
      {f.margins.map((row, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: rows have no name but their place
        <div key={i} className={lists.row}>
          {row.upToWidth === null ? (
            <span className="soft" style={{ width: 105 }}>
              {f.margins.length > 1 ? 'wider' : 'every width'}
            </span>
          ) : (
            <LengthField label="Up to a width of" width={105} value={row.upToWidth} onChange={setUpTo(i)} />
          )}
          {EDGES.map((e) => (
            <LengthField key={e} label={`Margin ${e}`} width={84} value={row.margins[e]} onChange={setMargin(i, e)} />
          ))}
          {row.upToWidth === null ? null : (
            <Button
              size="compact-xs"
              variant="default"
              onClick={() => set({ ...f, margins: f.margins.filter((_, k) => k !== i) })}
            >
              Take out
            </Button>
          )}
        </div>
      ))}
      <div>
        <Button
          size="compact-xs"
          variant="default"
          onClick={() =>
            set({
              ...f,
              margins: [
                ...f.margins.slice(0, -1),
                { upToWidth: fromMm(110), margins: f.margins.at(-1)?.margins ?? PLAIN },
                ...f.margins.slice(-1),
              ],
            })
          }
        >
          Other margins for narrow sheets
        </Button>
      </div>
      <Checkbox
        label="It prints borderless here"
        checked={f.borderless !== null}
        onChange={(e) =>
          set({
            ...f,
            borderless: e.currentTarget.checked
              ? {
                  overspray: { left: fromMm(2), right: fromMm(2), lead: fromMm(2), trail: fromMm(2) },
                  widths: [],
                  mediaSettings: [],
                }
              : null,
          })
        }
      />
      {f.borderless ? (
        <>
          <div className={lists.row}>
            {EDGES.map((e) => (
              <LengthField
                key={e}
                label={`Overspray ${e}`}
                width={105}
                value={f.borderless?.overspray[e] ?? null}
                onChange={(value) =>
                  f.borderless &&
                  set({ ...f, borderless: { ...f.borderless, overspray: { ...f.borderless.overspray, [e]: value } } })
                }
              />
            ))}
          </div>
          <TextInput
            label={`Only at these widths, ${unit}, with semicolons between; empty for every width`}
            value={widths}
            onChange={(e) => setWidths(e.currentTarget.value)}
          />
          <MultiSelect
            label="Only with these media settings; empty for every one"
            data={queue.facts.mediaSettings.map((m) => ({ value: m.id, label: m.name }))}
            value={[...f.borderless.mediaSettings]}
            comboboxProps={{ withinPortal: false }}
            onChange={(mediaSettings) => f.borderless && set({ ...f, borderless: { ...f.borderless, mediaSettings } })}
          />
        </>
      ) : null}
      <div className={lists.row}>
        <LengthField
          label="Drift across"
          value={f.driftAcross}
          onChange={(driftAcross) => set({ ...f, driftAcross })}
        />
        <LengthField label="Drift along" value={f.driftAlong} onChange={(driftAlong) => set({ ...f, driftAlong })} />
      </div>
    </Form>
  )
}
