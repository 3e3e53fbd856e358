'use client'

import { Button } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import type { Paper, PaperDeeds, ScreenView, TrialView, WayChosen } from '@/contract/views/paper'
import type { PathLine } from '@/contract/views/path'
import type { PaperNote } from '@/contract/views/target'
import { writeNumber } from '@/core/length/write'
import { writeAmount } from '@/core/money/money'
import { daysLeft, leftOf } from '@/core/paper/lasts'
import { KEPT } from '@/core/paper/trial'
import { countOf } from '@/core/words/count'
import { sayThickness, sayWeight } from '@/core/words/paper'
import { sayForm } from '@/core/words/paper-form'
import { sayFlaw, sayLasts } from '@/core/words/trial'
import { Choices } from '@/ui/parts/choices'
import { sayShortDay } from '@/ui/parts/dates'
import { LevelWord } from '@/ui/parts/level'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { Notes } from './notes'
import { PaperForm } from './paper-forms'
import css from './papers.module.css'
import { named, type TrialChoices, TrialForm } from './trial-form'

/** One paper: what it is, what is left of it, and what was found out about printing on it. */
export function PaperPage(props: {
  readonly paper: Paper
  readonly trials: readonly TrialView[]
  readonly deeds: PaperDeeds
  readonly presets: readonly { readonly id: string; readonly name: string; readonly number: number }[]
  readonly queues: TrialChoices['queues']
  readonly screens: readonly ScreenView[]
  /** its ways from box to card, by the queue */
  readonly paths: readonly PathLine[]
  readonly notes: readonly PaperNote[]
  /** a way of a proof sheet that is being chosen; null: none is */
  readonly chosen?: WayChosen | null
  readonly now: number
}) {
  const { paper, trials, now } = props
  const { unit } = useWays()
  const { chosen } = props
  const router = useRouter()
  const newest = props.deeds.newest
  const runs = chosen && !newest.some((r) => r.id === chosen.run.id) ? [...newest, chosen.run] : newest
  const choices = { queues: props.queues, screens: props.screens, runs }
  return (
    <>
      <PageHead
        title={paper.name}
        sub={`${paper.maker ? `${paper.maker}, ` : ''}${paper.surface}, ${sayWeight(paper.weight)}, ${sayThickness(paper.thickness, unit)}`}
      >
        <Link href="/papers" className="small">
          Papers & rolls
        </Link>
        <FormButton label="Edit" title={paper.name}>
          {(close) => <PaperForm paper={paper} onDone={close} />}
        </FormButton>
        <FormButton label="Log a trial" title={`A trial on ${paper.name}`} primary wide begins={Boolean(props.chosen)}>
          {(close) => (
            <TrialForm
              paper={paper}
              {...choices}
              chosen={chosen ?? null}
              onDone={() => {
                close()
                // the choice is made: looking at the page again does not ask for it again
                if (chosen) router.replace(`/papers/${paper.id}`)
              }}
            />
          )}
        </FormButton>
      </PageHead>
      <div className={`${lists.page} ${css.paper}`}>
        <div>
          <section>
            <h2>Which media setting</h2>
            <Found paperId={paper.id} queues={props.queues} trials={trials} paths={props.paths} />
          </section>
          <section className={lists.section}>
            <h2>Trials</h2>
            {trials.length === 0 ? (
              <p className="soft">Nobody has written down what was tried on it yet.</p>
            ) : (
              <ol className={css.trials}>
                {trials.map((t) => (
                  <Trial key={t.id} trial={t} now={now} />
                ))}
              </ol>
            )}
          </section>
        </div>
        <aside className={css.aside} aria-label="About this paper">
          {paper.white ? <White white={paper.white} /> : null}
          {paper.note ? <p>{paper.note}</p> : null}
          <Notes paperId={paper.id} notes={props.notes} now={now} />
          <section>
            <h2>On the shelf</h2>
            <Shelf paper={paper} deeds={props.deeds} />
          </section>
          <section>
            <h2>Printed with it</h2>
            <p className="small">
              In {props.deeds.days} days: {countOf(props.deeds.good, 'good print')}, {props.deeds.spoiled} spoiled,{' '}
              {writeNumber(props.deeds.mm2 / 1e6, 1)} m².
            </p>
            <ul className={css.presets}>
              {props.presets.map((p) => (
                <li key={p.id}>
                  <Link href={`/presets/${p.id}`}>
                    {p.name} {p.number}
                  </Link>
                </li>
              ))}
            </ul>
            {props.presets.length === 0 ? <p className="soft small">No preset prints on it yet.</p> : null}
          </section>
        </aside>
      </div>
    </>
  )
}

/** The setting that was kept last on each queue, and what speaks against how that was judged. */
function Found(props: {
  readonly paperId: string
  readonly queues: TrialChoices['queues']
  readonly trials: readonly TrialView[]
  readonly paths: readonly PathLine[]
}) {
  const { paperId, queues, trials, paths } = props
  return (
    <table className={`ruled ${css.found}`}>
      <thead>
        <tr>
          <th scope="col">Queue</th>
          <th scope="col">Media setting</th>
          <th scope="col">Found</th>
          <th scope="col">From box to card</th>
        </tr>
      </thead>
      <tbody>
        {queues.map((q) => {
          const kept = trials.find((t) => t.queueId === q.id && t.kept === 'kept')
          const tried = trials.filter((t) => t.queueId === q.id).length
          return (
            <tr key={q.id}>
              <th scope="row">{q.name}</th>
              <td className="strong">{kept?.mediaSettingName ?? ''}</td>
              <td className="soft small">
                {kept
                  ? kept.flaws.length > 0
                    ? `trial ${kept.number}: ${kept.flaws.map(sayFlaw).join('; ')}`
                    : `trial ${kept.number}`
                  : tried > 0
                    ? `${countOf(tried, 'trial')}, none kept`
                    : 'not tried'}
              </td>
              <td>
                <PathCell paperId={paperId} queue={q} path={paths.find((p) => p.queueId === q.id) ?? null} />
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** How far the paper has come on a queue, or a press that begins it. */
function PathCell(props: {
  readonly paperId: string
  readonly queue: { readonly id: string; readonly name: string }
  readonly path: PathLine | null
}) {
  const { paperId, queue, path } = props
  const { act, busy } = useDo()
  const router = useRouter()
  if (path)
    return (
      <Link href={`/papers/${paperId}/path/${path.id}`} className="small">
        {path.settled === path.steps ? 'all' : path.settled} of {path.steps} steps
      </Link>
    )
  const begin = async (): Promise<void> => {
    const made = await act('path.begin', { paperId, queueId: queue.id })
    if (made) router.push(`/papers/${paperId}/path/${made.id}`)
  }
  return (
    <Button
      size="compact-xs"
      variant="default"
      aria-label={`Begin the path on ${queue.name}`}
      loading={busy}
      onClick={() => void begin()}
    >
      Begin
    </Button>
  )
}

function Trial({ trial: t, now }: { readonly trial: TrialView; readonly now: number }) {
  const { timeZone } = useWays()
  const { act, busy } = useDo()
  return (
    <li>
      <div className={lists.row}>
        <strong>
          {t.queueName}, {t.mediaSettingName}
        </strong>
        <span className="soft small">
          trial {t.number}, {sayShortDay(t.at, timeZone, now)}, {t.by}
        </span>
      </div>
      <p>{t.seen}</p>
      <p className="soft small">
        {t.run ? (
          <>
            <Link href={`/log/${t.run.id}`}>run {t.run.number}</Link>, {t.run.version}
          </>
        ) : (
          t.printed || 'not said what was printed'
        )}
        ; {t.light}
        {t.screenName ? `; beside ${t.screenName}` : ''}
      </p>
      {t.flaws.map((flaw) => (
        <p key={flaw.code} className="small">
          <LevelWord level="caution" /> {sayFlaw(flaw)}
        </p>
      ))}
      <Choices
        label={`Trial ${t.number}`}
        value={t.kept}
        choices={named(KEPT)}
        disabled={busy}
        onChange={(kept) =>
          void act('trial.decide', { id: t.id, revision: t.revision, kept }, `Trial ${t.number}: ${kept}.`)
        }
      />
    </li>
  )
}

/** The paper's white as a patch, with its figures. */
function White({ white }: { readonly white: NonNullable<Paper['white']> }) {
  const { l, a, b } = white
  return (
    <p className={css.white}>
      <span aria-hidden="true" style={{ background: `lab(${l}% ${a} ${b})` }} />
      White: L* {writeNumber(l, 1)}, a* {writeNumber(a, 1)}, b* {writeNumber(b, 1)}
    </p>
  )
}

function Shelf({ paper, deeds }: { readonly paper: Paper; readonly deeds: PaperDeeds }) {
  const { unit, currency } = useWays()
  if (paper.stocks.length === 0) return <p className="soft small">Kept in no size yet.</p>
  return (
    <ul className={css.shelf}>
      {paper.stocks.map((s) => {
        const roll = s.kind === 'roll'
        const left = leftOf(s)
        return (
          <li key={s.id}>
            <Link href={`/papers?open=${paper.id}`}>{sayForm(s.kind, s.width, s.length, unit)}</Link>:{' '}
            {roll ? `${writeNumber(left / 1e6, 1)} m` : countOf(left, 'sheet')}
            <span className="soft">
              , {sayLasts(daysLeft(left, deeds.used[s.id] ?? 0, deeds.days))}
              {s.price === null
                ? ', price not known'
                : `, ${writeAmount(s.price, currency)} ${roll ? 'a roll' : `for ${s.pack}`}`}
            </span>
          </li>
        )
      })}
    </ul>
  )
}
