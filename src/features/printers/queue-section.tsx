'use client'

import { Button } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { useMemo } from 'react'
import type { ShelfItem } from '@/contract/shelf'
import type { Printer, Queue } from '@/contract/views/printer'
import { optionsOf, type RoomPaper, type RoomProfile } from '@/core/options/room-options'
import { rulesOf } from '@/core/options/room-rules'
import type { Settings } from '@/core/preset/settings'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useThingActs } from '@/ui/parts/thing-acts'
import { useDo } from '@/ui/parts/use-do'
import { SharedLine } from './beside-mark'
import { DialogPart } from './dialog-part'
import { QualitiesPart } from './qualities-part'
import { QueueForm } from './queue-forms'
import { RulesPart } from './rules-part'
import { SettingsPart } from './settings-part'
import { type OtherQueue, StartFromForm } from './start-from-form'
import { ToldSection, type ToldView } from './told-section'

export type RuleWorld = {
  readonly papers: readonly RoomPaper[]
  readonly profiles: readonly RoomProfile[]
  readonly sizes: readonly { readonly id: string; readonly name: string }[]
  /** what can be put into feeds */
  readonly shelf: readonly ShelfItem[]
}

/** One queue: what it offers, and its rules as a table that reads like sentences. */
export function QueueSection({
  printer,
  queue,
  world,
  heard,
  others,
  draft,
  now,
}: {
  readonly printer: Printer
  readonly queue: Queue
  readonly world: RuleWorld
  readonly heard: ToldView | null
  /** queues of the whole room */
  readonly others: readonly OtherQueue[]
  /** what a new preset of it starts with */
  readonly draft: Settings | null
  readonly now: number
}) {
  const { act, busy } = useDo()
  const router = useRouter()
  const begin = async (): Promise<void> => {
    if (!draft) return
    const made = await act('preset.add', { name: `${queue.name}, new preset`, draft })
    if (made) router.push(`/presets/${made.id}`)
  }
  const { facts } = queue
  const room = useMemo(
    () => ({
      ...{ feeds: printer.feeds, facts, papers: world.papers, profiles: world.profiles, sizes: world.sizes },
    }),
    [printer.feeds, facts, world],
  )
  const away = useThingActs()
  const options = useMemo(() => optionsOf(room), [room])
  const own = new Set(facts.rules.map((r) => r.id))
  const derived = useMemo(() => rulesOf(room), [room]).filter((r) => !own.has(r.id))
  return (
    <section className={lists.section} aria-label={queue.name}>
      <div className={lists.row}>
        <h2>{queue.name}</h2>
        <span className="soft">{queue.address || 'no address'}</span>
        <FormButton label="Edit" title={queue.name} wide>
          {(close) => <QueueForm printerId={printer.id} queue={queue} base={facts} onDone={close} />}
        </FormButton>
        {draft ? (
          <Button size="compact-xs" variant="default" disabled={busy} onClick={() => void begin()}>
            New preset
          </Button>
        ) : null}
        {others.length > 1 ? (
          <FormButton label="Start from another queue" title={`${queue.name}, started from another queue`}>
            {(close) => <StartFromForm printer={printer} queue={queue} others={others} onDone={close} />}
          </FormButton>
        ) : null}
        <FormButton label="Another way to drive this printer" title="Another way to drive this printer" wide>
          {(close) => (
            <QueueForm printerId={printer.id} queue={null} base={facts} address={queue.address} onDone={close} />
          )}
        </FormButton>
        <RowMenu of={queue.name} acts={away('queue', queue, queue.name)} />
      </div>

      <SharedLine queue={queue} />
      <ToldSection printer={printer} queue={queue} shelf={world.shelf} heard={heard} now={now} />

      <SettingsPart queue={queue} />
      <QualitiesPart queue={queue} options={options} />
      <RulesPart queue={queue} options={options} derived={derived} />
      <DialogPart queue={queue} options={options} />
    </section>
  )
}
