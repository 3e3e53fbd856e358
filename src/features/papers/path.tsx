'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { Fragment, type ReactNode } from 'react'
import type { PathView, StepView } from '@/contract/views/path'
import type { StepId } from '@/core/paper/path'
import { countOf } from '@/core/words/count'
import { NozzleForm } from '@/ui/form/nozzle-form'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { StockForm } from './paper-forms'
import css from './path.module.css'
import { ProofsForm, SayForm } from './path-forms'
import type { Known } from './path-known'
import { TrialForm } from './trial-form'

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
          {(close) => (
            <NozzleForm printerId={path.queue.printerId} printerName={path.queue.printerName} onDone={close} />
          )}
        </FormButton>,
      ]
    case 'settings':
      return [
        path.sheets.length === 0 ? (
          <FormButton key="size" label="Add a size" title={`A size of ${paper.name}`}>
            {(close) => <StockForm paperId={paper.id} onDone={close} />}
          </FormButton>
        ) : null,
        path.settings.length < 2 ? (
          <Link key="printer" href={`/printers/${path.queue.printerId}`} className="small">
            Media settings of {path.queue.printerName}
          </Link>
        ) : null,
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
    case 'tone':
      return [
        version ? (
          <Link key="wedge" href={`/tone/new?version=${version.id}`} className="small">
            New wedge
          </Link>
        ) : (
          <Link key="checks" href="/tone" className="small">
            Tone checks
          </Link>
        ),
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
