'use client'

import { Button, Checkbox, FileButton, MultiSelect, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import { UPKEEP_KINDS } from '@/contract/actions'
import type { Printer, Queue } from '@/contract/views/printer'
import { fromMm, type Um, um } from '@/core/length/length'
import { readLength } from '@/core/length/read'
import { tradeNumber } from '@/core/length/write'
import type { Feed, QueueFeed } from '@/core/printer/facts'
import { sayLength } from '@/core/words/lengths'
import { sayProblem } from '@/core/words/problems'
import { CountField } from '@/ui/fields/count-field'
import { LengthField } from '@/ui/fields/length-field'
import { Choices } from '@/ui/parts/choices'
import lists from '@/ui/parts/lists.module.css'
import { Form } from '@/ui/parts/panel'
import { uploadPicture } from '@/ui/parts/upload'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './printer.module.css'
import { useQueueSave } from './queue-section'

type Done = { readonly onDone: () => void }

const NEW_FEED: Omit<Feed, 'id'> = {
  name: '',
  kind: 'stack',
  sheetsAtATime: 20,
  minWidth: fromMm(89),
  maxWidth: fromMm(330),
  minLength: fromMm(127),
  maxLength: fromMm(914),
  minThickness: um(80),
  maxThickness: um(300),
  minWeight: 0,
  maxWeight: 2000,
  extraLength: um(0),
  loading: [],
  pictureId: null,
}

/** A paper path: what it takes, and how it is loaded, in steps and with a picture. */
export function FeedForm(props: { readonly printer: Printer; readonly feed: Printer['feeds'][number] | null } & Done) {
  const { printer, feed, onDone } = props
  const { act, busy } = useDo()
  const [f, set] = useState<Omit<Feed, 'id'>>(feed ?? NEW_FEED)
  const [problem, setProblem] = useState<string | null>(null)
  const put = (patch: Partial<Feed>): void => set({ ...f, ...patch })
  const save = async (): Promise<void> => {
    const facts = { ...f, id: feed?.id ?? 'new', loading: f.loading.map((l) => l.trim()).filter(Boolean) }
    const done = await act(
      'feed.save',
      { printerId: printer.id, id: feed?.id ?? null, revision: feed?.revision ?? null, facts },
      `The feed ${f.name} is saved.`,
    )
    if (done) onDone()
  }
  const take = async (file: File | null): Promise<void> => {
    if (!file) return
    const result = await uploadPicture(file, () => {}, new AbortController().signal)
    if (result === 'cancelled') return
    setProblem(result.ok ? null : sayProblem(result.problem))
    if (result.ok) put({ pictureId: result.value.id })
  }
  return (
    <Form
      submit="Save the feed"
      busy={busy}
      shut={f.name.trim() ? null : 'A name is needed.'}
      onSubmit={() => void save()}
    >
      <TextInput label="Name" value={f.name} onChange={(e) => put({ name: e.currentTarget.value })} data-autofocus />
      <Choices
        label="Kind"
        value={f.kind}
        choices={[
          { value: 'stack', label: 'stack' },
          { value: 'sheet', label: 'single sheet' },
          { value: 'roll', label: 'roll' },
        ]}
        onChange={(kind) => put({ kind })}
      />
      <div className={lists.row}>
        <LengthField label="Narrowest" value={f.minWidth} onChange={(minWidth) => put({ minWidth })} width={105} />
        <LengthField label="Widest" value={f.maxWidth} onChange={(maxWidth) => put({ maxWidth })} width={105} />
        <LengthField label="Shortest" value={f.minLength} onChange={(minLength) => put({ minLength })} width={105} />
        <LengthField label="Longest" value={f.maxLength} onChange={(maxLength) => put({ maxLength })} width={105} />
      </div>
      <div className={lists.row}>
        <CountField
          label="Thinnest, µm"
          value={f.minThickness}
          min={0}
          max={5000}
          onChange={(v) => put({ minThickness: um(v) })}
        />
        <CountField
          label="Thickest, µm"
          value={f.maxThickness}
          min={0}
          max={5000}
          onChange={(v) => put({ maxThickness: um(v) })}
        />
        <CountField
          label="Lightest, g/m²"
          value={f.minWeight}
          min={0}
          max={2000}
          onChange={(minWeight) => put({ minWeight })}
        />
        <CountField
          label="Heaviest, g/m²"
          value={f.maxWeight}
          min={0}
          max={2000}
          onChange={(maxWeight) => put({ maxWeight })}
        />
      </div>
      <div className={lists.row}>
        <CountField
          label="Sheets at a time"
          value={f.sheetsAtATime}
          min={1}
          max={1000}
          onChange={(sheetsAtATime) => put({ sheetsAtATime })}
          width={120}
        />
        <LengthField
          label="Extra for a cut piece"
          value={f.extraLength}
          onChange={(extraLength) => put({ extraLength })}
          width={140}
        />
      </div>
      <Textarea
        label="How to load it, a step a line"
        autosize
        minRows={2}
        value={f.loading.join('\n')}
        onChange={(e) => put({ loading: e.currentTarget.value.split('\n') })}
      />
      <div className={lists.row}>
        {f.pictureId ? (
          // biome-ignore lint/performance/noImgElement: made by the room's own server at its size
          <img src={`/api/pictures/${f.pictureId}/thumb`} alt="How it is loaded" className={css.loadingPicture} />
        ) : null}
        <FileButton accept="image/jpeg,image/png,image/tiff" onChange={(file) => void take(file)}>
          {(button) => (
            <Button {...button} size="compact-xs" variant="default">
              {f.pictureId ? 'Another picture' : 'A picture of how it is loaded'}
            </Button>
          )}
        </FileButton>
      </div>
      {problem ? (
        <p role="alert" className="level-stop">
          {problem}
        </p>
      ) : null}
    </Form>
  )
}

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

/** How many days each kind of upkeep stays good; a kind that is off is never due. */
export function GoodForForm({ printer, onDone }: { readonly printer: Printer } & Done) {
  const { act, busy } = useDo()
  const [days, setDays] = useState<Readonly<Record<string, number>>>(printer.goodFor)
  const toggle = (kind: string, on: boolean): void => {
    const { [kind]: _, ...rest } = days
    setDays(on ? { ...rest, [kind]: 30 } : rest)
  }
  const save = async (): Promise<void> => {
    if (
      await act(
        'printer.good-for',
        { id: printer.id, revision: printer.revision, goodFor: days },
        'It is due by these days from now on.',
      )
    )
      onDone()
  }
  return (
    <Form submit="Save" busy={busy} onSubmit={() => void save()}>
      {UPKEEP_KINDS.map((kind) => (
        <div key={kind} className={lists.row}>
          <Checkbox
            w={160}
            label={kind}
            checked={days[kind] !== undefined}
            onChange={(e) => toggle(kind, e.currentTarget.checked)}
          />
          {days[kind] === undefined ? (
            <span className="soft small">never due</span>
          ) : (
            <CountField
              label={`Days that a ${kind} stays good`}
              hideLabel
              width={90}
              value={days[kind] ?? 30}
              min={1}
              max={3650}
              onChange={(v) => setDays({ ...days, [kind]: v })}
            />
          )}
          {days[kind] === undefined ? null : <span className="soft small">days</span>}
        </div>
      ))}
    </Form>
  )
}
