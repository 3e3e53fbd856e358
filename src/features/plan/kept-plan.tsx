'use client'

import { Button, Group } from '@mantine/core'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { call } from '@/contract/call'
import { underWay } from '@/contract/prints'
import type { PlanView } from '@/contract/views/plan'
import { tradeLength, tradePair, writeLength, writeNumber } from '@/core/length/write'
import { writeAmount } from '@/core/money/money'
import { type Cut, cutsOf } from '@/core/nest/cuts'
import { countOf } from '@/core/words/count'
import { LevelWord } from '@/ui/parts/level'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { SaveFileButton, useSaveFile } from '@/ui/parts/save-file'
import { useDo } from '@/ui/parts/use-do'
import { Prints } from '@/ui/prints/prints'
import { useWays } from '@/ui/unit/unit'
import { CutList } from './cut-list'
import css from './plan.module.css'
import { PlanDrawing } from './plan-drawing'
import { WhoPays } from './who-pays'

// opened on a press: they come with their forms' schemas
const PrintPlan = dynamic(() => import('./plan-dialogs').then((m) => m.PrintPlan), { ssr: false })
const LogPlan = dynamic(() => import('./plan-dialogs').then((m) => m.LogPlan), { ssr: false })

/** A kept plan: what it takes, what each pays, printing it as one, and its cuts ticked off beside the cutter. */
export function KeptPlan({ plan }: { readonly plan: PlanView }) {
  const { unit } = useWays()
  const { act, busy } = useDo()
  const [open, setOpen] = useState<'print' | 'log' | null>(null)
  const { id, revision, sheet, pieces, promise } = plan
  const save = useSaveFile(useCallback(() => call('plan.file', { id, revision }), [id, revision]))
  const cuts = useMemo(
    () =>
      plan.straight && pieces.length > 0
        ? (cutsOf(
            pieces.map((p) => p.laid),
            sheet,
          ) ?? [])
        : [],
    [plan.straight, pieces, sheet],
  )
  const busyPrinting = plan.prints.some(underWay)
  const ready = promise !== null && !busyPrinting
  const name = (i: number): string => `${pieces[i]?.number ?? ''} ${pieces[i]?.title ?? ''}`.trim()
  const shut = busyPrinting
    ? 'It is being printed now.'
    : plan.state === 'kept' && promise && !plan.reachable
      ? 'This queue has no address: save the file and print it by hand.'
      : null
  return (
    <>
      <PageHead
        title={`Plan ${plan.number}`}
        sub={`${countOf(pieces.length, 'print')} with ${plan.name}; ${plan.state}, laid by ${plan.by}`}
      >
        <Link href="/bench/plan" className="small">
          All plans
        </Link>
      </PageHead>
      <div className={lists.page}>
        {plan.trouble ? (
          <p>
            <LevelWord level="stop" /> {plan.trouble}
          </p>
        ) : null}
        <Figures plan={plan} />
        {plan.state === 'kept' ? (
          <Group gap="xs" mb="sm">
            <Button px="sm" disabled={!ready || !plan.reachable} onClick={() => setOpen('print')}>
              Print as one and log
            </Button>
            <SaveFileButton save={save} ready={ready} />
            <Button px="sm" variant="default" disabled={!ready} onClick={() => setOpen('log')}>
              Log run
            </Button>
            <Button
              px="sm"
              variant="subtle"
              color="gray"
              loading={busy}
              disabled={busyPrinting || plan.runId !== null}
              onClick={() => void act('plan.put-away', { id, revision }, 'Its prints wait on the bench again.')}
            >
              Put away
            </Button>
          </Group>
        ) : null}
        {shut ? <p className="soft small">{shut}</p> : null}
        <Prints prints={plan.prints} label="This plan at the printer" named />
        {plan.runId ? (
          <p className="small">
            It is in the <Link href={`/log/${plan.runId}`}>log as one run</Link>, with a part for each print.
            {plan.counted ? ` Of the roll ${plan.counted}.` : ''}
          </p>
        ) : null}
        {promise ? <Findings promise={promise} /> : null}
        <PlanDrawing
          {...{ width: sheet.width, length: sheet.length, cuts, made: plan.cutsMade }}
          laid={pieces.map((p, i) => ({ ...p.laid, i }))}
          says={`${countOf(pieces.length, 'print')} on ${tradePair(sheet.width, sheet.length, unit)}`}
          names={pieces.map((p, i) => ({ label: String(p.number), title: name(i) }))}
        />
        {cuts.length > 0 && plan.state !== 'put away' ? (
          <>
            <p className="soft small">
              In the drawing the lead edge, which leaves the printer first, is at the left, and the roll’s left edge is
              at the top.
            </p>
            <p className="small">
              <a href={`/api/plans/${id}/cuts`} target="_blank" rel="noreferrer">
                The cuts on an A4 sheet
              </a>
            </p>
            <Cutting plan={plan} cuts={cuts} nameOf={name} />
          </>
        ) : null}
        {plan.straight ? null : (
          <p className="soft small">Straight cuts may not part this plan: no list of cuts is made of it.</p>
        )}
        <WhoPays plan={plan} />
      </div>
      {open === 'print' ? <PrintPlan plan={plan} onClose={() => setOpen(null)} /> : null}
      {open === 'log' ? <LogPlan plan={plan} onClose={() => setOpen(null)} /> : null}
    </>
  )
}

function Figures({ plan }: { readonly plan: PlanView }) {
  const { unit, currency } = useWays()
  const { sheet, promise, pieces } = plan
  const area = pieces.reduce((sum, p) => sum + p.laid.w * p.laid.h, 0)
  const covers = area / (sheet.width * sheet.length)
  return (
    <dl className={css.figures}>
      <div>
        <dt>Takes</dt>
        <dd>
          {tradeLength(sheet.length, unit)} of {tradeLength(sheet.width, unit)} {plan.paperName}
        </dd>
      </div>
      <div>
        <dt>Waste</dt>
        <dd>{writeNumber(100 * Math.max(0, 1 - covers), 1)} %</dd>
      </div>
      {promise ? (
        <>
          <div>
            <dt>Costs the room</dt>
            <dd>
              {promise.unknown.length > 0 ? 'at least ' : ''}
              {writeAmount(promise.cost, currency)}
            </dd>
          </div>
          <div>
            <dt>Ink</dt>
            <dd>{promise.inkMl === null ? 'not known' : `${writeNumber(promise.inkMl, 1)} ml`}</dd>
          </div>
          {promise.seconds === null ? null : (
            <div>
              <dt>At the printer</dt>
              <dd>{Math.max(1, Math.round(promise.seconds / 60))} min</dd>
            </div>
          )}
          <div>
            <dt>A cut may miss by</dt>
            <dd>
              {writeLength(promise.miss.across, unit)} across, {writeLength(promise.miss.along, unit)} along
            </dd>
          </div>
        </>
      ) : null}
    </dl>
  )
}

/** What the checks say, and what a shared cut does. */
function Findings({ promise }: { readonly promise: NonNullable<PlanView['promise']> }) {
  const others = promise.findings.filter((f) => f.level !== 'fine')
  const fine = promise.findings.length - others.length
  return (
    <section aria-label="Checks" className={css.checks}>
      {others.map((f) => (
        <p key={`${f.check} ${f.says}`}>
          <LevelWord level={f.level} /> {f.says}
        </p>
      ))}
      <p>
        <LevelWord level="fine" /> {others.length > 0 ? `${countOf(fine, 'other check')}` : countOf(fine, 'check')}
      </p>
    </section>
  )
}

/** Cuts ticked off one by one: at once on this screen, and kept for whoever looks. */
function Cutting(props: {
  readonly plan: PlanView
  readonly cuts: Parameters<typeof CutList>[0]['cuts']
  readonly nameOf: (i: number) => string
}) {
  const { plan, cuts, nameOf } = props
  const { unit } = useWays()
  const { act } = useDo()
  // what is ticked here counts until the room has heard all of it; then what the room says
  const [ahead, setAhead] = useState<number | null>(null)
  const unheard = useRef(0)
  const before = useRef(Promise.resolve(true))
  const made = Math.min(ahead ?? plan.cutsMade, cuts.length)
  const tick = (next: number): void => {
    const was = made
    setAhead(next)
    unheard.current += 1
    // one after the other: each says on which it was set, and falls with one before it that the room did not take
    before.current = before.current.then(async (taken) => {
      const heard = taken && (await act('plan.cuts', { id: plan.id, was, made: next })) !== null
      unheard.current -= 1
      if (unheard.current > 0) return heard
      if (!heard) setAhead(null)
      return true
    })
  }
  useEffect(() => {
    if (unheard.current === 0 && plan.cutsMade >= 0) setAhead(null)
  }, [plan.cutsMade])
  const miss = plan.promise?.miss ?? null
  return (
    <>
      {miss ? (
        <p className="soft small">
          {plan.gap === 0
            ? `Prints share their cuts: where the sheet lies ${writeLength(miss.along, unit)} from true, a cut by measure takes that from one print and leaves it white on the other.`
            : `Measures are from the paper’s edges. Where the sheet lies ${writeLength(miss.along, unit)} from true, cut by the ticks: a cut by measure would take so much of a print, or leave it white.`}
        </p>
      ) : null}
      <CutList
        cuts={cuts}
        made={made}
        nameOf={nameOf}
        onMade={tick}
        {...(plan.state === 'printed' ? { offcut: (cut, side) => <Offcut {...{ plan, cut, side }} /> } : {})}
      />
    </>
  )
}

/** Narrower offcuts are not worth their place on a shelf, um. */
const WORTH_KEEPING = 100_000

/** An offcut that is wide enough to keep: laid on the shelf by a press. */
function Offcut({ plan, cut, side }: { readonly plan: PlanView; readonly cut: Cut; readonly side: 0 | 1 }) {
  const { act, busy } = useDo()
  const given = cut.gives[side]
  if (given.kind !== 'offcut' || Math.min(given.piece.w, given.piece.h) < WORTH_KEEPING) return null
  if (plan.offcutsKept.includes(`${cut.number}.${side}`)) return <span className="soft small"> Kept on the shelf.</span>
  return (
    <>
      {' '}
      <Button
        size="compact-xs"
        variant="default"
        loading={busy}
        onClick={() =>
          void act('plan.offcut', { id: plan.id, cut: cut.number, side }, 'The offcut lies on the shelf as a sheet.')
        }
      >
        Keep the offcut
      </Button>
    </>
  )
}
