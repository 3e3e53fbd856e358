'use client'

import { Button, TextInput } from '@mantine/core'
import { useState } from 'react'
import { colourCheck, colourLevel, sayColour } from '@/core/colour/colour-check'
import { writeNumber } from '@/core/length/write'
import type { Settings } from '@/core/preset/settings'
import { sayShortDay } from '@/ui/parts/dates'
import { LevelWord } from '@/ui/parts/level'
import { PageHead } from '@/ui/parts/page-head'
import { Form, FormButton } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './preset.module.css'
import { PresetRows } from './preset-rows'
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
  const change = (draft: Settings): void => {
    void act('preset.draft', { id: preset.id, revision: preset.revision, name: preset.name, draft })
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
            <PresetRows settings={settings} world={world} frozen={busy || preset.retired} onChange={change} />
          ) : (
            <p>This preset holds nothing yet.</p>
          )}
        </div>
        <aside className={css.side}>
          {settings ? <ColourSection settings={settings} world={world} /> : null}
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

/** Converted once, twice or not at all: from file, version and queue together. */
function ColourSection({ settings, world }: { readonly settings: Settings; readonly world: PresetWorld }) {
  const id = settings.fileColour.kind === 'profile' ? settings.fileColour.profileId : null
  const check = colourCheck(settings, world.profiles.find((p) => p.id === id) ?? null, null)
  return (
    <section>
      <h2>Colour check</h2>
      <p className={css.colour}>
        <LevelWord level={colourLevel(check)} /> {sayColour(check)}
      </p>
    </section>
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
