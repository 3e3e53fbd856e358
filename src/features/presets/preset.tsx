'use client'

import { Button, Select, TextInput } from '@mantine/core'
import { type ReactNode, useState } from 'react'
import { writeNumber } from '@/core/length/write'
import { INTENTS, type Settings } from '@/core/preset/settings'
import { CountField } from '@/ui/fields/count-field'
import { Choices } from '@/ui/parts/choices'
import { sayShortDay } from '@/ui/parts/dates'
import { PageHead } from '@/ui/parts/page-head'
import { Form, FormButton } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './preset.module.css'
import type { PresetView, PresetWorld } from './types'
import { sayChange } from './words'

export type Deeds = {
  readonly runs: number
  readonly spoiled: number
  readonly mm2: number
  readonly microlitres: number
}

/** A preset: its draft or newest version as rows of choices, its versions, and what it has done. */
export function PresetPage(props: {
  readonly preset: PresetView
  readonly world: PresetWorld
  readonly deeds: Deeds
  readonly now: number
}) {
  const { preset, world, deeds, now } = props
  const { timeZone } = useWays()
  const { act, busy } = useDo()
  const newest = preset.versions[0]
  const settings = preset.draft ?? newest?.settings ?? null
  const next = (newest?.number ?? 0) + 1
  const change = (patch: Partial<Settings>): void => {
    if (settings)
      void act('preset.draft', {
        id: preset.id,
        revision: preset.revision,
        name: preset.name,
        draft: { ...settings, ...patch },
      })
  }
  return (
    <>
      <PageHead
        title={preset.name}
        sub={
          preset.retired
            ? 'retired'
            : preset.draft
              ? `draft of version ${next}`
              : newest
                ? `version ${newest.number}, seal ${newest.seal}`
                : ''
        }
      >
        <FormButton label="Rename" title={preset.name}>
          {(close) => <RenameForm preset={preset} settings={settings} onDone={close} />}
        </FormButton>
        <Button
          size="compact-xs"
          variant="default"
          onClick={() =>
            void act(
              preset.retired ? 'preset.restore' : 'preset.retire',
              { id: preset.id, revision: preset.revision },
              preset.retired ? 'It is offered again.' : 'It is no longer offered; it stays readable.',
            )
          }
        >
          {preset.retired ? 'Offer it again' : 'Retire'}
        </Button>
        {preset.draft ? (
          <FormButton label={`Seal version ${next}`} title={`Seal version ${next}`} primary>
            {(close) => <SealForm preset={preset} number={next} onDone={close} />}
          </FormButton>
        ) : null}
      </PageHead>
      <div className={css.page}>
        <div className={css.rows}>
          {settings ? (
            <Rows settings={settings} world={world} busy={busy} onChange={change} />
          ) : (
            <p>This preset holds nothing yet.</p>
          )}
        </div>
        <aside className={css.side}>
          <section>
            <h2>Versions</h2>
            <ol className={css.versions}>
              {preset.draft ? (
                <li>
                  <span className={css.versionNumber}>{next}</span>
                  <span>
                    draft
                    <br />
                    <span className="soft small">{sayChange(newest?.settings ?? null, preset.draft, world)}</span>
                  </span>
                </li>
              ) : null}
              {preset.versions.map((v, i) => (
                <li key={v.id}>
                  <span className={css.versionNumber}>{v.number}</span>
                  <span>
                    seal {v.seal}, {sayShortDay(v.at, timeZone, now)}, {v.by}
                    <br />
                    <span className="soft small">
                      {sayChange(preset.versions[i + 1]?.settings ?? null, v.settings, world)}
                      {v.why ? ` (${v.why})` : ''}
                    </span>
                  </span>
                </li>
              ))}
            </ol>
          </section>
          <section>
            <h2>What it has done</h2>
            <dl className="facts">
              <dt>Printed</dt>
              <dd className="strong">
                {deeds.runs} runs, {writeNumber(deeds.mm2 / 1e6, 1)} m²
              </dd>
              <dt>Spoiled</dt>
              <dd className="strong">{deeds.spoiled}</dd>
              {deeds.mm2 > 0 ? (
                <>
                  <dt>Ink</dt>
                  <dd className="strong">{writeNumber(deeds.microlitres / 1000 / (deeds.mm2 / 1e6), 1)} ml per m²</dd>
                </>
              ) : null}
            </dl>
          </section>
        </aside>
      </div>
    </>
  )
}

function Row({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <div className={css.row}>
      <span className={css.rowName}>{name}</span>
      <div className={css.rowValue}>{children}</div>
    </div>
  )
}

function Rows(props: {
  readonly settings: Settings
  readonly world: PresetWorld
  readonly busy: boolean
  readonly onChange: (patch: Partial<Settings>) => void
}) {
  const { settings: s, world, onChange } = props
  const queue = world.queues.find((q) => q.id === s.queueId)
  const paper = world.papers.find((p) => p.id === s.paperId)
  const media = queue?.facts.mediaSettings.find((m) => m.id === s.mediaSettingId)
  const chips = (list: readonly { readonly id: string; readonly name: string }[]) =>
    list.map((x) => ({ value: x.id, label: x.name }))
  const words = (list: readonly string[]) => list.map((x) => ({ value: x, label: x[0]?.toUpperCase() + x.slice(1) }))
  return (
    <>
      <Row name="Queue">
        <Select
          aria-label="Queue"
          size="xs"
          w={230}
          allowDeselect={false}
          value={s.queueId}
          data={chips(world.queues)}
          onChange={(queueId) => queueId && onChange({ queueId })}
        />
      </Row>
      <Row name="Paper">
        <Select
          aria-label="Paper"
          size="xs"
          w={230}
          allowDeselect={false}
          searchable
          value={s.paperId}
          data={chips(world.papers)}
          onChange={(paperId) => paperId && onChange({ paperId })}
        />
        {paper ? (
          <span className="soft small">
            {paper.weight} g/m², {(paper.thickness / 1000).toFixed(2)} mm thick, {paper.surface}
          </span>
        ) : null}
      </Row>
      <Row name="Media setting">
        <Choices
          label="Media setting"
          value={s.mediaSettingId}
          choices={chips(queue?.facts.mediaSettings ?? [])}
          onChange={(mediaSettingId) => onChange({ mediaSettingId })}
        />
      </Row>
      <Row name="Feed">
        <Choices
          label="Feed"
          value={s.feedId}
          choices={chips((queue?.feeds ?? []).filter((f) => queue?.facts.feeds.some((x) => x.feedId === f.id)))}
          onChange={(feedId) => onChange({ feedId })}
        />
      </Row>
      <Row name="Edge">
        <Choices
          label="Edge"
          value={s.edgeAllowed}
          choices={[
            { value: 'either', label: 'Either' },
            { value: 'margins', label: 'Margins only' },
          ]}
          onChange={(edgeAllowed) => onChange({ edgeAllowed })}
        />
      </Row>
      <Row name="Black ink">
        <Choices
          label="Black ink"
          value={s.blackInk}
          choices={words(['photo', 'matte']) as { value: 'photo' | 'matte'; label: string }[]}
          onChange={(blackInk) => onChange({ blackInk })}
        />
      </Row>
      <Row name="Quality">
        <Choices
          label="Quality"
          value={s.qualityId}
          choices={chips(queue?.facts.qualities ?? [])}
          onChange={(qualityId) => onChange({ qualityId })}
        />
        {media?.rates[s.qualityId] ? (
          <span className="soft small">
            {media.rates[s.qualityId]?.minutesPerM2} min and {media.rates[s.qualityId]?.mlPerM2} ml per m²
          </span>
        ) : null}
      </Row>
      <Row name="Passes">
        <Choices
          label="Passes"
          value={s.passes}
          choices={words(['one-way', 'two-way']) as { value: 'one-way' | 'two-way'; label: string }[]}
          onChange={(passes) => onChange({ passes })}
        />
      </Row>
      {(queue?.facts.topcoats.length ?? 0) > 0 ? (
        <Row name="Topcoat">
          <Choices
            label="Topcoat"
            value={s.topcoat ?? ''}
            choices={[{ value: '', label: 'None' }, ...words(queue?.facts.topcoats ?? [])]}
            onChange={(t) => onChange({ topcoat: t || null })}
          />
        </Row>
      ) : null}
      <Row name="File colour">
        <FileColourFields settings={s} world={world} onChange={onChange} />
      </Row>
      <Row name="Printer colour">
        <Choices
          label="Printer colour"
          value={s.printerColour}
          choices={words(queue?.facts.printerColours ?? []) as { value: Settings['printerColour']; label: string }[]}
          onChange={(printerColour) =>
            onChange({ printerColour, tint: printerColour === 'grey mode' ? (s.tint ?? { a: 0, b: 0 }) : null })
          }
        />
      </Row>
      {s.tint ? (
        <Row name="Tint">
          <CountField
            label="Tint, first number"
            hideLabel
            value={s.tint.a}
            min={-100}
            max={100}
            onChange={(a) => s.tint && onChange({ tint: { ...s.tint, a } })}
          />
          <CountField
            label="Tint, second number"
            hideLabel
            value={s.tint.b}
            min={-100}
            max={100}
            onChange={(b) => s.tint && onChange({ tint: { ...s.tint, b } })}
          />
        </Row>
      ) : null}
      <Row name="Bits">
        <Choices
          label="Bits"
          value={String(s.bits)}
          choices={words(['8', '16'])}
          onChange={(b) => onChange({ bits: b === '16' ? 16 : 8 })}
        />
      </Row>
      <Row name="Mirror">
        <Choices
          label="Mirror"
          value={s.mirror ? 'on' : 'off'}
          choices={words(['off', 'on'])}
          onChange={(m) => onChange({ mirror: m === 'on' })}
        />
      </Row>
    </>
  )
}

function FileColourFields({
  settings,
  world,
  onChange,
}: {
  readonly settings: Settings
  readonly world: PresetWorld
  readonly onChange: (patch: Partial<Settings>) => void
}) {
  const colour = settings.fileColour
  const first = world.profiles[0]
  return (
    <>
      <Choices
        label="File colour"
        value={colour.kind}
        choices={[
          { value: 'untouched', label: 'Untouched' },
          { value: 'profile', label: 'To a profile', ...(first ? {} : { closed: 'The room has no profile yet.' }) },
        ]}
        onChange={(kind) =>
          onChange({
            fileColour:
              kind === 'untouched' || !first
                ? { kind: 'untouched' }
                : { kind: 'profile', profileId: first.id, intent: 'relative', blackPoint: true },
          })
        }
      />
      {colour.kind === 'profile' ? (
        <>
          <Select
            aria-label="Profile"
            size="xs"
            w={170}
            allowDeselect={false}
            value={colour.profileId}
            data={world.profiles.map((p) => ({ value: p.id, label: p.name }))}
            onChange={(profileId) => profileId && onChange({ fileColour: { ...colour, profileId } })}
          />
          <Select
            aria-label="Intent"
            size="xs"
            w={120}
            allowDeselect={false}
            value={colour.intent}
            data={[...INTENTS]}
            onChange={(i) =>
              onChange({ fileColour: { ...colour, intent: INTENTS.find((x) => x === i) ?? colour.intent } })
            }
          />
          <Choices
            label="Black point compensation"
            value={colour.blackPoint ? 'on' : 'off'}
            choices={[
              { value: 'on', label: 'black point on' },
              { value: 'off', label: 'off' },
            ]}
            onChange={(b) => onChange({ fileColour: { ...colour, blackPoint: b === 'on' } })}
          />
        </>
      ) : null}
    </>
  )
}

function RenameForm({
  preset,
  settings,
  onDone,
}: {
  readonly preset: PresetView
  readonly settings: Settings | null
  readonly onDone: () => void
}) {
  const { act, busy } = useDo()
  const [name, setName] = useState(preset.name)
  const save = async (): Promise<void> => {
    if (
      settings &&
      (await act(
        'preset.draft',
        { id: preset.id, revision: preset.revision, name, draft: settings },
        `It is called ${name} now.`,
      ))
    )
      onDone()
  }
  return (
    <Form submit="Rename" busy={busy} shut={name.trim() ? null : 'A name is needed.'} onSubmit={() => void save()}>
      <TextInput label="Name" value={name} onChange={(e) => setName(e.currentTarget.value)} data-autofocus />
    </Form>
  )
}

function SealForm({
  preset,
  number,
  onDone,
}: {
  readonly preset: PresetView
  readonly number: number
  readonly onDone: () => void
}) {
  const { act, busy } = useDo()
  const [why, setWhy] = useState('')
  const save = async (): Promise<void> => {
    if (
      await act(
        'preset.seal',
        { id: preset.id, revision: preset.revision, why },
        `Version ${number} is sealed; it never changes from now on.`,
      )
    )
      onDone()
  }
  return (
    <Form submit={`Seal version ${number}`} busy={busy} onSubmit={() => void save()}>
      <p className="soft">A version never changes again. What is measured with it stays bound to its seal.</p>
      <TextInput
        label="Why this version"
        placeholder="what was learned"
        value={why}
        onChange={(e) => setWhy(e.currentTarget.value)}
        data-autofocus
      />
    </Form>
  )
}
