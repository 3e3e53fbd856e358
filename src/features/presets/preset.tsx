'use client'

import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { FoundChanged, ReadBack } from '@/contract/views/card'
import type { RunSums } from '@/contract/views/log'
import { colourCheck, colourLevel, sayColour } from '@/core/colour/colour-check'
import { writeNumber } from '@/core/length/write'
import type { Minor } from '@/core/money/money'
import { optionsOf, selectionOf } from '@/core/options/room-options'
import { dialogWalk, saidOf } from '@/core/preset/dialog'
import type { Settings } from '@/core/preset/settings'
import { pageColour } from '@/core/print/colour'
import { deliveryOf, sayNotTaken } from '@/core/print/delivery'
import { countOf } from '@/core/words/count'
import { sayChange } from '@/core/words/settings'
import { sayShortDay } from '@/ui/parts/dates'
import { DialogSteps } from '@/ui/parts/dialog-steps'
import { LevelWord } from '@/ui/parts/level'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { Against, Despite } from './against'
import css from './preset.module.css'
import { CarryForm, Compare, DraftConflict, RenameForm, SealForm } from './preset-acts'
import { PresetRows, type ProfilesNear } from './preset-rows'
import { ReadBacks } from './read-backs'
import type { PresetView, PresetWorld } from './types'
import { useDraft } from './use-draft'
import { WhichQuality } from './which-quality'

export type Deeds = Pick<RunSums, 'prints' | 'spoiled' | 'mm2' | 'microlitres'>

/** A preset: its draft or newest version as rows of choices, its versions, and what it has done. */
export function PresetPage(props: {
  readonly preset: PresetView
  readonly world: PresetWorld
  readonly deeds: Deeds
  readonly inkPer100Ml: Minor | null
  readonly readBacks: FoundChanged & { readonly newest: readonly ReadBack[] }
  /** profiles that were made for what is shown */
  readonly near: ProfilesNear
  /** what speaks against the draft or newest version as the room is now */
  readonly against: readonly string[]
  /** for comparing */
  readonly others: readonly PresetView[]
  readonly now: number
}) {
  const { preset, world, deeds, now } = props
  const { timeZone } = useWays()
  const { act, busy } = useDo()
  const newest = preset.versions[0]
  const next = (newest?.number ?? 0) + 1
  const router = useRouter()
  const { settings, conflict, change, settled, keep, take } = useDraft({
    ...{ id: preset.id, name: preset.name, revision: preset.revision },
    settings: preset.draft ?? newest?.settings ?? null,
  })
  const carry = async (queueId: string): Promise<void> => {
    const queue = world.queues.find((q) => q.id === queueId)
    const paper = world.papers.find((p) => p.id === settings?.paperId)
    const name = `${queue?.name ?? ''}, ${paper?.name ?? preset.name}`
    const made = await act('preset.carry', { id: preset.id, queueId, name }, 'It is there as a draft.')
    if (made) router.push(`/presets/${made.id}`)
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
                ? `version ${newest.number}, seal ${newest.seal} (a fingerprint of what decides how ink lands)`
                : ''
        }
      >
        <RowMenu
          of={preset.name}
          text="More"
          acts={[
            {
              ...{ label: 'Compare', title: 'Two versions side by side' },
              form: () => <Compare preset={preset} others={props.others} world={world} />,
            },
            {
              ...{ label: 'Carry to another queue', title: 'Carry to another queue' },
              form: (close) => <CarryForm preset={preset} world={world} onDone={close} />,
            },
            {
              ...{ label: 'Rename', title: preset.name },
              form: (close) => <RenameForm preset={preset} onDone={close} />,
            },
            ...(newest ? [{ label: 'Save as JSON', href: `/api/exchange/preset/${newest.id}` }] : []),
            {
              label: preset.retired ? 'Offer it again' : 'Retire',
              away: !preset.retired,
              act: () =>
                void act(
                  preset.retired ? 'preset.restore' : 'preset.retire',
                  { id: preset.id, revision: preset.revision },
                  preset.retired ? 'It is offered again.' : 'It is no longer offered; it stays readable.',
                ),
            },
            ...(preset.versions.length === 0
              ? [
                  {
                    ...{ label: 'Delete', away: true },
                    act: () =>
                      void act('preset.delete', { id: preset.id }, 'The draft is gone.').then((gone) => {
                        if (gone) router.push('/presets')
                      }),
                  },
                ]
              : []),
          ]}
        />
        {preset.draft ? (
          <FormButton label={`Seal version ${next}`} title={`Seal version ${next}`} primary>
            {(close) => <SealForm {...{ preset, settled }} number={next} against={props.against} onDone={close} />}
          </FormButton>
        ) : null}
      </PageHead>
      <div className={css.page}>
        <div className={css.rows}>
          {conflict ? (
            <DraftConflict mine={conflict.mine} theirs={conflict.theirs} world={world} onKeep={keep} onTake={take} />
          ) : null}
          <Against says={props.against} />
          {settings ? (
            <PresetRows
              settings={settings}
              world={world}
              near={props.near}
              frozen={busy || preset.retired || conflict !== null}
              onChange={change}
              onCarry={(queueId) => void carry(queueId)}
            />
          ) : (
            <p>This preset holds nothing yet.</p>
          )}
        </div>
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls, so the keyboard must reach it */}
        <aside className={css.side} aria-label="About this preset" tabIndex={0}>
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
                  <Link href={`/presets/${preset.id}?version=${v.id}`} className={css.versionNumber}>
                    {v.number}
                  </Link>
                  <span>
                    seal {v.seal}
                    {v.formerSeal ? ` (formerly ${v.formerSeal})` : ''}, {sayShortDay(v.at, timeZone, now)}, {v.by}
                    <br />
                    <span className="soft small">
                      {sayChange(preset.versions[i + 1]?.settings ?? null, v.settings, world)}
                      {v.why ? ` (${v.why})` : ''}
                    </span>
                    {v.despite ? <Despite despite={v.despite} /> : null}
                  </span>
                </li>
              ))}
            </ol>
          </section>
          {settings ? <DialogSection settings={settings} world={world} /> : null}
          {settings ? <WhichQuality settings={settings} world={world} inkPer100Ml={props.inkPer100Ml} /> : null}
          <ReadBacks
            readBacks={props.readBacks}
            card={newest && !preset.retired ? `/presets/${preset.id}/card?version=${newest.id}` : null}
            now={now}
          />
          <section>
            <h2>What it has done</h2>
            <dl className="facts">
              <dt>Printed</dt>
              <dd className="strong">
                {countOf(deeds.prints, 'print')}, {writeNumber(deeds.mm2 / 1e6, 1)} m²
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
  const profile = world.profiles.find((p) => p.id === id) ?? null
  const retired = world.retiredProfiles.find((p) => p.id === id)
  const check = colourCheck(settings, profile ?? (retired ? { ...retired, retired: true } : null), null)
  const queue = world.queues.find((q) => q.id === settings.queueId)
  const colour = pageColour(settings, [{ grey: false, otherProfile: false }], profile?.grey ?? false)
  const sent = queue?.takes ? deliveryOf(queue.takes, colour, queue.facts.nativePpi) : null
  return (
    <section>
      <h2>Colour check</h2>
      <p className={css.colour}>
        <LevelWord level={colourLevel(check)} /> {sayColour(check)}
      </p>
      {queue && sent && !sent.ok ? (
        <p className={css.colour}>
          <LevelWord level="caution" /> {queue.name} cannot be printed to from here: {sayNotTaken(sent.problem)}
        </p>
      ) : null}
    </section>
  )
}

/** The steps of the queue's own dialog in its order, with what this preset sets at each. */
function DialogSection({ settings, world }: { readonly settings: Settings; readonly world: PresetWorld }) {
  const queue = world.queues.find((q) => q.id === settings.queueId)
  if (!queue || queue.facts.dialog.length === 0) return null
  const options = optionsOf({ feeds: queue.feeds, facts: queue.facts, papers: world.papers, profiles: world.profiles })
  const selection = selectionOf(settings, options)
  const names = options.map((o) => ({
    ...{ id: o.id, name: o.name, value: o.values.find((v) => v.id === selection[o.id]) ?? null },
  }))
  return (
    <section>
      <h2>In its own dialog</h2>
      <DialogSteps walk={dialogWalk(queue.facts.dialog, saidOf(settings, names))} print={null} />
    </section>
  )
}
