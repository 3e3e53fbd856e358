'use client'

import { Button, Select } from '@mantine/core'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { underWay } from '@/contract/prints'
import { runChecks } from '@/core/checks/all'
import { writeMoney } from '@/core/money/money'
import { wholeCrop } from '@/core/placing/placing'
import { notSent } from '@/core/print/ticket'
import { factsFrom } from '@/core/slip/catalogue'
import type { SlipBody } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'
import { useKeys } from '@/ui/keys/use-keys'
import { sayDuration } from '@/ui/parts/dates'
import { Find } from '@/ui/parts/find'
import { useDo } from '@/ui/parts/use-do'
import { Prints } from '@/ui/prints/prints'
import { useWays } from '@/ui/unit/unit'
import { closedVersions } from './closed-versions'
import { Conflict } from './conflict'
import { DocketLine } from './docket-line'
import { EdgeFields } from './lines/edge-fields'
import { PictureFields } from './lines/picture-fields'
import { PlacingFields } from './lines/placing-fields'
import { PresetFields } from './lines/preset-fields'
import { SheetFields } from './lines/sheet-fields'
import { ChargeFields, CopiesFields, ToneFields } from './lines/small-fields'
import { OutcomeDialog } from './outcome-dialog'
import { PrintActs, whyShut } from './print-acts'
import { PrintDialog } from './print-dialog'
import { useSaveFile } from './save-file'
import { edgeLine, pictureLine, placingLine, presetLine, sheetLine, toneLine } from './sentences'
import css from './slip.module.css'
import { Stage } from './stage'
import type { SlipPage } from './types'
import { useSavedSlip } from './use-saved-slip'

const LINES = ['picture', 'preset', 'sheet', 'edge', 'placing', 'tone', 'copies', 'charge'] as const
type LineName = (typeof LINES)[number]

/** The line that a slip opens with: the first that still needs something, else none. */
function firstOpen(body: SlipBody): LineName | null {
  if (!body.pictureId) return 'picture'
  if (!body.versionId) return 'preset'
  return body.sheet ? null : 'sheet'
}

/** One slip from picture to log: the docket left, the sheet right, figures and checks below it. */
export function SlipDesk(page: SlipPage) {
  const { slip, picture, catalogue, people, runs } = page
  const router = useRouter()
  const { unit } = useWays()
  const saved = useSavedSlip(slip)
  const { body, state, change, settle } = saved
  // a hand that has not rested yet is part of what is printed, logged or saved
  const rested = useRef<() => void>(() => {})
  const flush = useCallback((): Promise<number> => {
    rested.current()
    return saved.flush()
  }, [saved.flush])
  const [open, setOpen] = useState<LineName | null>(() => firstOpen(slip.body))
  const [outcomeOpen, setOutcomeOpen] = useState(false)
  const [printOpen, setPrintOpen] = useState(false)
  const done = slip.state === 'done'
  const editable = !done && slip.state !== 'withdrawn'

  const shown = picture && picture.id === body.pictureId ? picture : null
  const facts = useMemo(() => factsFrom(catalogue, body, shown), [catalogue, body, shown])
  const outcome = useMemo(() => outcomeOf(facts), [facts])
  const findings = useMemo(() => runChecks(facts, outcome), [facts, outcome])
  const stops = findings.filter((f) => f.level === 'stop')
  const ready = outcome.print !== null && facts.version !== null
  const good = runs.filter((r) => r.outcome === 'good').length

  const address = facts.version ? (page.addresses[facts.version.settings.queueId] ?? null) : null
  const printing = page.prints.some(underWay)
  const shut = whyShut({
    state: slip.state,
    picture: shown !== null,
    preset: facts.version !== null,
    laid: outcome.print !== null,
    printing,
  })
  const closed = useMemo(() => closedVersions(catalogue, body, unit), [catalogue, body, unit])

  const save = useSaveFile(slip.id, flush)
  const fresh = useRef(body)
  fresh.current = body
  const edit = useCallback(
    (patch: Partial<SlipBody>): void => {
      if (editable) change(patch)
    },
    [editable, change],
  )
  const takePicture = useCallback(
    async (id: string, fileName: string): Promise<void> => {
      const title = fresh.current.title === '' ? titleFrom(fileName) : fresh.current.title
      // darkness belongs to a picture
      edit({ pictureId: id, crop: null, title, depth: 0 })
      await flush()
      setOpen((line) => (line === 'picture' ? firstOpen({ ...fresh.current, pictureId: id }) : line))
      router.refresh()
    },
    [edit, flush, router],
  )
  const takeVersion = useCallback(
    (versionId: string): void => {
      const next = catalogue.versions.find((v) => v.id === versionId)
      // a preset for a roll needs a length, one for sheets a size: what does not fit is asked again
      const roll = next?.feed.kind === 'roll'
      const keeps = fresh.current.sheet === null || (fresh.current.sheet.kind === 'cut') === roll
      const stock = catalogue.stocks.find((s) => s.paperId === next?.paper.id && s.kind === 'roll')
      const sheet = keeps ? fresh.current.sheet : null
      edit({ versionId, sheet: sheet ?? (roll && stock ? { kind: 'cut', width: stock.width, length: 'auto' } : null) })
      setOpen((line) => (line === 'preset' && !(sheet ?? roll) ? 'sheet' : line))
    },
    [catalogue, edit],
  )
  useKeys({
    ...(ready ? { s: () => void save.start() } : {}),
    ...(shut === null ? { l: () => setOutcomeOpen(true) } : {}),
    ...(shut === null && address ? { p: () => setPrintOpen(true) } : {}),
    ...Object.fromEntries(LINES.map((line, i) => [`F${i + 1}`, () => setOpen(line)])),
  })

  const crop = body.crop ?? (shown ? wholeCrop(shown) : null)
  const sheetSize = outcome.sheet?.sheet ?? null
  const person = people.find((p) => p.id === body.memberId) ?? null
  const drawn = useMemo(
    () =>
      shown
        ? {
            url: `/api/pictures/${shown.id}/${shown.previewReady ? 'preview' : 'thumb'}`,
            thumb: `/api/pictures/${shown.id}/thumb`,
            size: { width: shown.width, height: shown.height },
          }
        : null,
    [shown],
  )
  const whose = {
    memberId: body.memberId,
    people,
    onMember: (memberId: string | null) => edit({ memberId }),
  }
  const moveTo = useCallback((anchor: SlipBody['anchor']) => edit({ anchor }), [edit])

  return (
    <div className={css.desk}>
      <SlipHead page={page} body={body} state={state.kind} edit={edit} editable={editable} inTurn={saved.inTurn} />
      {state.kind === 'conflict' ? <Conflict mine={body} theirs={state.theirs} onSettle={settle} /> : null}
      <section className={css.docket} aria-label="Docket">
        <DocketLine
          number={1}
          label="Picture"
          line={pictureLine(shown, body.crop)}
          open={open === 'picture'}
          onToggle={() => setOpen(open === 'picture' ? null : 'picture')}
        >
          <PictureFields
            picture={shown}
            crop={body.crop}
            sheetRatio={
              sheetSize
                ? Math.max(sheetSize.width, sheetSize.length) / Math.min(sheetSize.width, sheetSize.length)
                : null
            }
            disabled={!editable}
            onPicture={(id, name) => void takePicture(id, name)}
            onCrop={(next) => edit({ crop: next })}
          />
        </DocketLine>
        <DocketLine
          number={2}
          label="Preset"
          line={presetLine(facts.version)}
          open={open === 'preset'}
          onToggle={() => setOpen(open === 'preset' ? null : 'preset')}
        >
          <PresetFields
            versions={catalogue.versions}
            version={facts.version}
            newer={page.newer}
            closed={closed}
            onVersion={takeVersion}
          />
        </DocketLine>
        <DocketLine
          number={3}
          label="Sheet"
          line={sheetLine(body, facts.size?.name ?? null, outcome, facts.version, unit)}
          open={open === 'sheet'}
          onToggle={() => setOpen(open === 'sheet' ? null : 'sheet')}
        >
          <SheetFields
            sheet={body.sheet}
            catalogue={catalogue}
            version={facts.version}
            crop={crop}
            length={sheetSize?.length ?? null}
            onSheet={(sheet) => edit({ sheet })}
          />
        </DocketLine>
        <DocketLine
          number={4}
          label="Edge"
          line={edgeLine(body, outcome, unit)}
          open={open === 'edge'}
          onToggle={() => setOpen(open === 'edge' ? null : 'edge')}
        >
          <EdgeFields body={body} outcome={outcome} version={facts.version} onChange={edit} />
        </DocketLine>
        <DocketLine
          number={5}
          label="Placing"
          line={placingLine(body, outcome, unit)}
          open={open === 'placing'}
          onToggle={() => setOpen(open === 'placing' ? null : 'placing')}
        >
          <PlacingFields body={body} outcome={outcome} onChange={edit} />
        </DocketLine>
        <DocketLine
          number={6}
          label="Tone"
          line={toneLine(body, facts.version)}
          open={open === 'tone'}
          onToggle={() => setOpen(open === 'tone' ? null : 'tone')}
        >
          <ToneFields body={body} version={facts.version} onChange={edit} />
        </DocketLine>
        <DocketLine
          number={7}
          label="Copies"
          line={{
            says: String(body.copies),
            detail:
              good > 0
                ? `${good} good so far`
                : page.lastCopies !== null && page.lastCopies !== body.copies
                  ? `the slip before asked for ${page.lastCopies}`
                  : outcome.seconds !== null
                    ? `about ${sayDuration(outcome.seconds * body.copies)} at the printer`
                    : '',
          }}
          open={open === 'copies'}
          onToggle={() => setOpen(open === 'copies' ? null : 'copies')}
        >
          <CopiesFields body={body} lastCopies={page.lastCopies} done={good} onChange={edit} />
        </DocketLine>
        <DocketLine
          number={8}
          label="Charge"
          line={chargeLine(outcome.charge, body, person?.groupName ?? null, catalogue)}
          open={open === 'charge'}
          onToggle={() => setOpen(open === 'charge' ? null : 'charge')}
        >
          <ChargeFields body={body} charge={outcome.charge} groupName={person?.groupName ?? null} onChange={edit} />
        </DocketLine>
        <div className={css.prints}>
          <Prints prints={page.prints.slice(0, 5)} label="Prints of this slip" />
        </div>
        {runs.length > 0 ? <RunsOfSlip runs={runs} /> : null}
      </section>
      <Stage
        catalogue={catalogue}
        body={body}
        picture={shown}
        drawn={drawn}
        onAnchor={editable ? moveTo : null}
        rested={rested}
      >
        <PrintActs
          shut={shut}
          ready={ready}
          address={address}
          save={save}
          onPrint={() => setPrintOpen(true)}
          onLog={() => setOutcomeOpen(true)}
        />
      </Stage>
      <OutcomeDialog
        slipId={slip.id}
        open={outcomeOpen}
        onClose={() => setOutcomeOpen(false)}
        stops={stops}
        left={Math.max(1, body.copies - good)}
        whose={whose}
        flush={flush}
      />
      {facts.version && address ? (
        <PrintDialog
          slipId={slip.id}
          open={printOpen}
          onClose={() => setPrintOpen(false)}
          stops={stops}
          left={Math.max(1, body.copies - good)}
          whose={whose}
          queueName={facts.version.queueName}
          address={address}
          notSent={notSent(facts.version, body.depth)}
          flush={flush}
        />
      ) : null}
    </div>
  )
}

/** A first title from a file's name: no ending, words apart, a capital. */
function titleFrom(fileName: string): string {
  const words = fileName
    .replace(/\.[^.]+$/, '')
    .replace(/[_-]+/g, ' ')
    .trim()
    .slice(0, 120)
  return words === '' ? '' : (words[0]?.toUpperCase() ?? '') + words.slice(1)
}

function chargeLine(
  charge: ReturnType<typeof outcomeOf>['charge'],
  body: SlipBody,
  group: string | null,
  catalogue: SlipPage['catalogue'],
) {
  if (!charge) return { says: 'Nothing yet', detail: 'counted once picture, preset and sheet are chosen' }
  const money = (n: number): string => writeMoney(n as never, catalogue.currency)
  const to = body.chargeTo === 'group' && group ? 'the group account' : body.memberId ? 'the member' : 'nobody yet'
  const each = body.copies > 1 ? ` each, ${money(charge.total * body.copies)}` : ''
  return {
    says: `${money(charge.total)}${each} to ${to}`,
    detail: charge.lines.map((l) => `${l.what} ${money(l.amount)}`).join(', '),
  }
}

const SAYS: Readonly<Record<string, string>> = {
  saved: 'saved',
  saving: 'saving',
  'kept here': 'kept in this window, nobody answers',
  conflict: 'changed elsewhere',
}

const SlipHead = memo(function SlipHead(props: {
  readonly page: SlipPage
  readonly body: SlipBody
  readonly state: string
  readonly editable: boolean
  readonly edit: (patch: Partial<SlipBody>) => void
  readonly inTurn: ReturnType<typeof useSavedSlip>['inTurn']
}) {
  const { page, body, edit, editable } = props
  const { act, busy } = useDo()
  const router = useRouter()
  const { slip } = page
  const [title, setTitle] = useState(body.title)
  useEffect(() => setTitle(body.title), [body.title])
  const copy = async (): Promise<void> => {
    const made = await act('slip.copy', { id: slip.id })
    if (made) router.push(`/slips/${made.id}`)
  }
  return (
    <header className={css.head}>
      <span className="soft">Slip {slip.number}</span>
      <h1 className="unseen">{body.title || `Slip ${slip.number}`}</h1>
      <input
        className={css.title}
        aria-label="Title"
        placeholder="What is it called?"
        value={title}
        maxLength={200}
        disabled={!editable}
        size={Math.max(12, Math.min(40, title.length + 1))}
        onChange={(e) => {
          setTitle(e.currentTarget.value)
          edit({ title: e.currentTarget.value })
        }}
      />
      <span className="soft">for</span>
      <Select
        aria-label="Member"
        placeholder="which member?"
        size="xs"
        w={190}
        searchable
        clearable
        disabled={!editable}
        value={body.memberId}
        data={page.people.map((p) => ({ value: p.id, label: p.name }))}
        nothingFoundMessage="Nobody is called so. Add them under Members."
        onChange={(memberId) => edit({ memberId })}
      />
      <span className={css.saved} role="status">
        {slip.state === 'done' ? 'done' : slip.state === 'withdrawn' ? 'withdrawn' : SAYS[props.state]}
      </span>
      <span className={css.headActs}>
        <Find />
        {editable ? (
          <Button
            size="compact-sm"
            variant="default"
            loading={busy}
            onClick={() =>
              void props.inTurn(async (revision) => {
                const moved = await act('slip.state', {
                  id: slip.id,
                  revision,
                  state: slip.state === 'waiting' ? 'open' : 'waiting',
                })
                return moved?.revision ?? null
              })
            }
          >
            {slip.state === 'waiting' ? 'Take off the bench' : 'Put on the bench'}
          </Button>
        ) : null}
        <Button size="compact-sm" variant="default" onClick={() => void copy()}>
          Copy slip
        </Button>
      </span>
    </header>
  )
})

function RunsOfSlip({ runs }: { readonly runs: SlipPage['runs'] }) {
  return (
    <section className={css.runs} aria-label="Runs">
      <span className="soft">Printed: </span>
      {runs.map((r, i) => (
        <span key={r.id}>
          {i > 0 ? ', ' : ''}
          <Link href={`/log/${r.id}`}>
            run {r.number}, {r.outcome}
          </Link>
        </span>
      ))}
    </section>
  )
}
