'use client'

import { Button } from '@mantine/core'
import { useRouter } from 'next/navigation'
import { useMemo } from 'react'
import type { ShelfItem } from '@/contract/shelf'
import type { Printer, Queue } from '@/contract/views/printer'
import { tradeLength } from '@/core/length/write'
import { optionsOf, type RoomPaper, type RoomProfile, rulesOf } from '@/core/options/room-options'
import type { Settings } from '@/core/preset/settings'
import { sayLiteral, sayRule } from '@/core/words/options'
import { sayRate } from '@/core/words/paper'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { DialogStepForm } from './dialog-forms'
import css from './printer.module.css'
import { QueueForm } from './queue-forms'
import { NoteForm, RuleForm } from './rule-forms'
import { MediaSettingForm, OwnOptionForm, QualityForm } from './setting-forms'
import { type OtherQueue, StartFromForm } from './start-from-form'
import { MediaTableForm, QualityTableForm, RuleTableForm, StepTableForm } from './table-forms'
import { ToldSection, type ToldView } from './told-section'
import { useQueueSave } from './use-queue-save'

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
  const { unit } = useWays()
  const { save } = useQueueSave(queue)
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
      </div>

      <ToldSection printer={printer} queue={queue} shelf={world.shelf} heard={heard} now={now} />

      <details className={css.part} open>
        <summary>
          Rules{' '}
          <span className="soft">
            {facts.rules.length} of the keeper’s, {derived.length} from the facts
          </span>
        </summary>
        <ul className={css.rules}>
          {facts.rules.map((rule) => (
            <li key={rule.id}>
              <span>{sayRule(rule, options)}</span>
              <span className={lists.acts}>
                <FormButton label="Edit" title="A rule" wide>
                  {(close) => <RuleForm queue={queue} options={options} rule={rule} onDone={close} />}
                </FormButton>
                <Button
                  size="compact-xs"
                  variant="default"
                  onClick={() => void save({ rules: facts.rules.filter((r) => r.id !== rule.id) }, 'The rule is gone.')}
                >
                  Take out
                </Button>
              </span>
            </li>
          ))}
        </ul>
        <FormButton label="Several rules" title="Rules" wide>
          {(close) => <RuleTableForm queue={queue} options={options} onDone={close} />}
        </FormButton>{' '}
        <FormButton label="New rule" title="A rule" wide>
          {(close) => <RuleForm queue={queue} options={options} rule={null} onDone={close} />}
        </FormButton>
        <ul className={css.rules}>
          {derived.map((rule) => (
            <li key={rule.id} className="soft">
              {sayRule(rule, options)}
            </li>
          ))}
        </ul>
      </details>

      <details className={css.part}>
        <summary>
          Media settings <span className="soft">{facts.mediaSettings.map((m) => m.name).join(', ')}</span>
        </summary>
        <table className="ruled">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Group</th>
              <th scope="col">For</th>
              <th scope="col">Black, ink limit</th>
              <th scope="col">Longest</th>
              <th scope="col">Minutes and ml per m²</th>
              <th scope="col">
                <span className="unseen">Acts</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {facts.mediaSettings.map((m) => (
              <tr key={m.id}>
                <td className="strong">{m.name}</td>
                <td>{m.group}</td>
                <td>{m.surfaces.join(', ')}</td>
                <td>
                  {m.blacks.map((b) => `${b}${m.inkLimit[b] === undefined ? '' : ` ${m.inkLimit[b]} %`}`).join(', ')}
                </td>
                <td>{m.longest === null ? 'no end' : tradeLength(m.longest, unit)}</td>
                <td>
                  {facts.qualities
                    .filter((q) => m.rates[q.id])
                    .map((q) => `${q.name} ${sayRate(m.rates[q.id] ?? { minutesPerM2: null, mlPerM2: null })}`)
                    .join('; ')}
                </td>
                <td>
                  <div className={lists.acts}>
                    <FormButton label="Edit" title={m.name} wide>
                      {(close) => <MediaSettingForm queue={queue} setting={m} onDone={close} />}
                    </FormButton>
                    <Button
                      size="compact-xs"
                      variant="default"
                      onClick={() =>
                        void save(
                          { mediaSettings: facts.mediaSettings.filter((x) => x.id !== m.id) },
                          `${m.name} is gone.`,
                        )
                      }
                    >
                      Take out
                    </Button>
                  </div>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <FormButton label="Several at once" title="Media settings" wide>
          {(close) => <MediaTableForm queue={queue} onDone={close} />}
        </FormButton>{' '}
        <FormButton label="New media setting" title="A media setting" wide>
          {(close) => <MediaSettingForm queue={queue} setting={null} onDone={close} />}
        </FormButton>
      </details>

      <details className={css.part}>
        <summary>
          Qualities and options{' '}
          <span className="soft">
            {[...facts.qualities.map((q) => q.name), ...facts.ownOptions.map((o) => o.name)].join(', ')}
          </span>
        </summary>
        <ul className={css.rules}>
          {facts.qualities.map((q) => (
            <li key={q.id}>
              <span>
                Quality <strong>{q.name}</strong>, step {q.rank}, {q.ppi} ppi
              </span>
              <span className={lists.acts}>
                <FormButton label="Edit" title={q.name}>
                  {(close) => <QualityForm queue={queue} quality={q} onDone={close} />}
                </FormButton>
                <Button
                  size="compact-xs"
                  variant="default"
                  onClick={() =>
                    void save({ qualities: facts.qualities.filter((x) => x.id !== q.id) }, `${q.name} is gone.`)
                  }
                >
                  Take out
                </Button>
              </span>
            </li>
          ))}
          {facts.ownOptions.map((o) => (
            <li key={o.id}>
              <span>
                Option <strong>{o.name}</strong>: {o.values.map((v) => v.name).join(', ')}
                {o.inSeal ? ', part of the seal' : ''}
              </span>
              <Button
                size="compact-xs"
                variant="default"
                onClick={() =>
                  void save({ ownOptions: facts.ownOptions.filter((x) => x.id !== o.id) }, `${o.name} is gone.`)
                }
              >
                Take out
              </Button>
            </li>
          ))}
          {facts.notes.map((n) => (
            <li key={n.id}>
              <span>
                Note beside {options.find((o) => o.id === n.beside)?.name.toLowerCase() ?? n.beside}: {n.says}
              </span>
              <Button
                size="compact-xs"
                variant="default"
                onClick={() => void save({ notes: facts.notes.filter((x) => x.id !== n.id) }, 'The note is gone.')}
              >
                Take out
              </Button>
            </li>
          ))}
        </ul>
        <div className={lists.acts}>
          <FormButton label="Several qualities" title="Qualities" wide>
            {(close) => <QualityTableForm queue={queue} onDone={close} />}
          </FormButton>
          <FormButton label="New quality" title="A quality">
            {(close) => <QualityForm queue={queue} quality={null} onDone={close} />}
          </FormButton>
          <FormButton label="New option of our own" title="An option that this printer has">
            {(close) => <OwnOptionForm queue={queue} onDone={close} />}
          </FormButton>
          <FormButton label="New note" title="A note">
            {(close) => <NoteForm queue={queue} options={options} onDone={close} />}
          </FormButton>
        </div>
      </details>

      <details className={css.part}>
        <summary>
          Dialog script{' '}
          <span className="soft">{facts.dialog.length === 0 ? 'not written yet' : `${facts.dialog.length} steps`}</span>
        </summary>
        <ol className={css.steps}>
          {facts.dialog.map((d, i) => (
            <li key={d.id}>
              <strong>{d.label}</strong>
              {d.set
                ? `: ${d.set}`
                : d.option
                  ? `: ${options.find((o) => o.id === d.option)?.name.toLowerCase() ?? d.option}`
                  : ''}
              {d.after.length > 0 ? (
                <span className="soft">
                  , after {d.after.map((a) => facts.dialog.find((x) => x.id === a)?.label ?? a).join(', ')}
                </span>
              ) : null}
              {d.shows ? <span className="soft">, while {sayLiteral(d.shows, options)}</span> : null}
              {d.chooseAgain ? <span className="soft">, set it anew each time</span> : null}{' '}
              <FormButton label="Edit" title={d.label}>
                {(close) => <DialogStepForm queue={queue} options={options} step={d} onDone={close} />}
              </FormButton>{' '}
              <Button
                size="compact-xs"
                variant="default"
                disabled={i === 0}
                onClick={() => void save({ dialog: moved(facts.dialog, i, i - 1) }, `${d.label} is a step earlier.`)}
              >
                Up
              </Button>{' '}
              <Button
                size="compact-xs"
                variant="default"
                disabled={i === facts.dialog.length - 1}
                onClick={() => void save({ dialog: moved(facts.dialog, i, i + 1) }, `${d.label} is a step later.`)}
              >
                Down
              </Button>{' '}
              <Button
                size="compact-xs"
                variant="default"
                onClick={() =>
                  void save(
                    {
                      dialog: facts.dialog
                        .filter((x) => x.id !== d.id)
                        .map((x) => ({ ...x, after: x.after.filter((a) => a !== d.id) })),
                    },
                    'The step is gone.',
                  )
                }
              >
                Take out
              </Button>
            </li>
          ))}
        </ol>
        <FormButton label="Several steps" title="Steps of its dialog" wide>
          {(close) => <StepTableForm queue={queue} options={options} onDone={close} />}
        </FormButton>{' '}
        <FormButton label="New step" title="A step of its dialog">
          {(close) => <DialogStepForm queue={queue} options={options} step={null} onDone={close} />}
        </FormButton>
      </details>
    </section>
  )
}

/** A list with one of its items in another place. */
const moved = <T,>(list: readonly T[], from: number, to: number): readonly T[] =>
  list.toSpliced(from, 1).toSpliced(to, 0, ...list.slice(from, from + 1))
