'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { Fragment, type ReactNode } from 'react'
import type { Paper } from '@/contract/views/paper'
import type { PathView, StepView } from '@/contract/views/path'
import type { StepId } from '@/core/paper/path'
import type { Settings } from '@/core/preset/settings'
import { countOf } from '@/core/words/count'
import { FormNote, FormSelect, FormSome, FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { tell } from '@/ui/parts/tell'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import css from './path.module.css'
import { type TrialChoices, TrialForm } from './trial-form'

type Known = {
  readonly path: PathView
  readonly paper: Paper
  readonly choices: TrialChoices
  /** pictures that came in lately, to try with */
  readonly pictures: readonly { readonly id: string; readonly name: string }[]
  /** what a new preset on this paper and queue starts with */
  readonly draft: Settings | null
}

/** The way of a new paper on a queue: every step with its reason, its result, and where it is gone on with. */
export function PathPage(props: Known & { readonly now: number }) {
  const { path, now } = props
  const { timeZone } = useWays()
  const { act } = useDo()
  const router = useRouter()
  const next = path.steps.find((s) => s.state === 'open') ?? null
  const open = path.steps.filter((s) => s.state === 'open').length
  return (
    <>
      <PageHead
        title={`${path.paper.name}, from box to card`}
        sub={`on ${path.queue.name}; begun ${sayShortDay(path.begunAt, timeZone, now)} by ${path.by}`}
      >
        <Link href={`/papers/${path.paper.id}`} className="small">
          The paper
        </Link>
        <RowMenu
          of="this path"
          text="More"
          acts={[
            {
              ...{ label: 'Put away', away: true },
              act: () =>
                void act(
                  'path.end',
                  { id: path.id, revision: path.revision },
                  'The path is put away; what was found on it stays.',
                ).then((done) => {
                  if (done) router.push(`/papers/${path.paper.id}`)
                }),
            },
          ]}
        />
      </PageHead>
      <div className={lists.page}>
        <p className="soft" role="status">
          {next
            ? `${countOf(open, 'step')} to go; it can be left and gone on with at any time. Next: ${next.name.toLowerCase()}.`
            : 'Every step is done or left out with a reason.'}
        </p>
        <ol className={css.steps}>
          {path.steps.map((step, i) => (
            <li key={step.id} className={css.step} data-state={step === next ? 'next' : step.state}>
              <span className={css.number} aria-hidden="true">
                {i + 1}
              </span>
              <div className={css.body}>
                <h2>
                  {step.name} <span className={css.state}>{stateOf(step, step === next)}</span>
                </h2>
                <p className="soft small">{step.reason}</p>
                <Results step={step} now={now} />
              </div>
              <div className={css.acts}>
                {actsOf(step.id, props).map((a, k) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a fixed list for each step
                  <Fragment key={k}>{a}</Fragment>
                ))}
                <Word path={path} step={step} />
              </div>
            </li>
          ))}
        </ol>
      </div>
    </>
  )
}

const stateOf = ({ state }: StepView, next: boolean): string =>
  state === 'done' ? 'done' : state === 'skipped' ? 'left out' : next ? 'next' : 'open'

/** What the room knows of a step, and what was said of it. */
function Results({ step, now }: { readonly step: StepView; readonly now: number }) {
  const { timeZone } = useWays()
  const { found, said } = step
  return (
    <>
      {found ? (
        <p className={css.result}>
          {found.says}
          {found.at === null ? '' : `, ${sayShortDay(found.at, timeZone, now)}`}
        </p>
      ) : null}
      {said ? (
        <p className={css.result}>
          {said.state === 'skipped' ? 'Left out: ' : ''}
          {said.says}
          <span className="soft small">
            {' '}
            ({said.by}, {sayShortDay(said.at, timeZone, now)})
          </span>
        </p>
      ) : null}
    </>
  )
}

/** To say what came of a step, why it is left out, or to take either back. */
function Word({ path, step }: { readonly path: PathView; readonly step: StepView }) {
  const { act, busy } = useDo()
  if (step.said)
    return (
      <Button
        size="compact-xs"
        variant="default"
        loading={busy}
        onClick={() =>
          void act(
            'path.say',
            { id: path.id, revision: path.revision, step: step.id, state: 'open', says: '' },
            `${step.name}: taken back.`,
          )
        }
      >
        Take back
      </Button>
    )
  if (step.state === 'done') return null
  return (
    <>
      <FormButton label="Say what came of it" title={step.name}>
        {(close) => <SayForm path={path} step={step} state="done" onDone={close} />}
      </FormButton>
      <FormButton label="Leave out" title={`${step.name}, left out`}>
        {(close) => <SayForm path={path} step={step} state="skipped" onDone={close} />}
      </FormButton>
    </>
  )
}

function SayForm(props: {
  readonly path: PathView
  readonly step: StepView
  readonly state: 'done' | 'skipped'
  readonly onDone: () => void
}) {
  const { path, step, state } = props
  const form = useRoomForm({
    action: 'path.say',
    row: path,
    values: () => ({ says: '' }),
    input: (v) => ({ ...v, step: step.id, state }),
    done: state === 'done' ? `${step.name}: noted.` : `${step.name}: left out, with the reason.`,
    then: props.onDone,
  })
  return (
    <Form form={form} submit={state === 'done' ? 'Note it' : 'Leave it out'}>
      <p className="soft small">{step.reason}</p>
      <FormNote
        field={form.at('says')}
        label={state === 'done' ? 'What came of it' : 'Why it is left out'}
        minRows={2}
        first
      />
    </Form>
  )
}

/** What is pressed at a step to go on with it. */
function actsOf(step: StepId, known: Known): readonly ReactNode[] {
  const { path, paper, choices } = known
  const { version } = path
  const preset = version && (
    <Link href={`/presets/${version.presetId}`} className="small">
      The preset
    </Link>
  )
  switch (step) {
    case 'nozzles':
      return [
        <FormButton key="note" label="Note a nozzle check" title={`Nozzle check of ${path.queue.printerName}`}>
          {(close) => <NozzleForm path={path} onDone={close} />}
        </FormButton>,
      ]
    case 'settings':
      return [
        <FormButton key="proofs" label="Proof sheets" title="One sheet for each media setting">
          {(close) => <ProofsForm known={known} onDone={close} />}
        </FormButton>,
        <FormButton key="trial" label="Log a trial" title={`A trial on ${paper.name}`} wide>
          {(close) => <TrialForm paper={paper} {...choices} queueId={path.queue.id} onDone={close} />}
        </FormButton>,
        path.spare > 0 ? <Tidy key="tidy" path={path} /> : null,
      ]
    case 'edges':
      return [
        <Link key="new" href={`/edge-checks/new?printer=${path.queue.printerId}`} className="small">
          New edge check
        </Link>,
      ]
    case 'quality':
      return [preset]
    case 'version':
      return [preset ?? <NewPreset key="new" known={known} />]
    case 'profile':
      return [
        <Link key="shelf" href="/presets/profiles" className="small">
          Profiles
        </Link>,
        preset,
      ]
    case 'card':
      return [
        version ? (
          <Link key="card" href={`/presets/${version.presetId}/card?version=${version.id}`} className="small">
            Bench card
          </Link>
        ) : null,
      ]
  }
}

/** An entry of the printer's upkeep, with what the sheet showed. */
function NozzleForm({ path, onDone }: { readonly path: PathView; readonly onDone: () => void }) {
  const form = useRoomForm({
    action: 'upkeep.log',
    row: null,
    values: () => ({ result: '', note: '' }),
    input: (v) => ({ printerId: path.queue.printerId, kind: 'nozzle check' as const, at: null, ...v }),
    done: `Noted: nozzle check of ${path.queue.printerName}.`,
    then: onDone,
  })
  return (
    <Form form={form} submit="Note it">
      <FormText field={form.at('result')} label="Result" placeholder="all nozzles fire; two gaps in the grey" first />
      <FormNote field={form.at('note')} label="Note" />
    </Form>
  )
}

function NewPreset({ known: { path, draft } }: { readonly known: Known }) {
  const { act, busy } = useDo()
  const router = useRouter()
  if (!draft) return <span className="soft small">No media setting of this queue is for such a paper.</span>
  const begin = async (): Promise<void> => {
    const made = await act('preset.add', { name: `${path.queue.name}, ${path.paper.name}`, draft })
    if (made) router.push(`/presets/${made.id}`)
  }
  return (
    <Button size="compact-xs" variant="default" loading={busy} onClick={() => void begin()}>
      New preset
    </Button>
  )
}

/** Presets that were only made to try: no longer offered, once it is known which setting is kept. */
function Tidy({ path }: { readonly path: PathView }) {
  const { act, busy } = useDo()
  return (
    <Button
      size="compact-xs"
      variant="default"
      loading={busy}
      onClick={() =>
        void act(
          'path.tidy',
          { id: path.id, revision: path.revision },
          `${countOf(path.spare, 'preset')} of settings that were not kept: no longer offered.`,
        )
      }
    >
      Retire {countOf(path.spare, 'other proof')}
    </Button>
  )
}

function ProofsForm({ known, onDone }: { readonly known: Known; readonly onDone: () => void }) {
  const { path, pictures } = known
  const router = useRouter()
  const form = useRoomForm({
    action: 'path.proofs',
    row: path,
    values: () => ({
      mediaSettingIds: path.settings.map((s) => s.id) as readonly string[],
      ...{ pictureId: pictures[0]?.id ?? '', sheet: path.sheets.length > 0 ? '0' : '' },
    }),
    input: ({ sheet, ...v }) => ({ ...v, sheet: path.sheets[Number(sheet || -1)]?.choice ?? null }),
    then: ({ slipId, left }) => {
      tell(['A slip holds a sheet for each.', ...left].join(' '))
      onDone()
      router.push(`/slips/${slipId}`)
    },
  })
  const shut =
    path.settings.length === 0
      ? `${path.queue.name} has no media setting for this surface.`
      : path.sheets.length === 0
        ? 'The paper is kept in no size yet: add one under Papers & rolls.'
        : pictures.length === 0
          ? 'No picture has come in yet: drop one on the bench first.'
          : null
  return (
    <Form form={form} submit="Make the slip" shut={shut}>
      <p className="soft small">
        A preset is sealed for each media setting, as near to the others as the rules allow, and one slip holds a sheet
        of the same picture for each. Print them as proofs, let them dry, and log what is seen as trials.
      </p>
      <FormSome
        field={form.at('mediaSettingIds')}
        label="Media settings"
        data={path.settings.map((s) => ({
          value: s.id,
          label: s.tried > 0 ? `${s.name} (${countOf(s.tried, 'trial')})` : s.name,
        }))}
      />
      <FormSelect
        field={form.at('pictureId')}
        label="Picture"
        data={pictures.map((p) => ({ value: p.id, label: p.name }))}
      />
      <FormSelect
        field={form.at('sheet')}
        label="Sheet"
        data={path.sheets.map((s, i) => ({ value: String(i), label: s.says }))}
      />
    </Form>
  )
}
