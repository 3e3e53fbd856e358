'use client'

import dynamic from 'next/dynamic'
import { useRouter } from 'next/navigation'
import { useCallback, useMemo, useRef, useState } from 'react'
import { call } from '@/contract/call'
import type { EarlierPrint } from '@/contract/views/slip'
import type { Asked } from '@/core/offer/slip-options'
import { firstPiece, type SlipHead as Head, type PlainPatch, patched, printOf, withPrint } from '@/core/slip/body'
import { factsFrom, readySheet } from '@/core/slip/catalogue'
import type { PictureFacts } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'
import { refit } from '@/core/slip/refit'
import { sayLost } from '@/core/words/problems'
import { useKeys } from '@/ui/keys/use-keys'
import type { Somebody } from '@/ui/parts/member-select'
import { useSaveFile } from '@/ui/parts/save-file'
import { Prints } from '@/ui/prints/prints'
import { useWays } from '@/ui/unit/unit'
import { AnotherSize } from './another-size'
import { Conflict } from './conflict'
import { Docket, firstOpen, LINES, type LineName } from './docket'
import { takenFrom } from './earlier'
import { PrintActs, whyShut } from './print-acts'
import { mayChange, PrintList } from './print-list'
import { RunsOfSlip } from './runs-of-slip'
import { titleFrom } from './sentences'
import css from './slip.module.css'
import { SlipHead } from './slip-head'
import { Stage } from './stage'
import type { SlipPage } from './types'
import { useClosed } from './use-closed'
import { useKnown } from './use-known'
import { useMorePrints } from './use-more-prints'
import { useSavedSlip } from './use-saved-slip'
import { wantedOf } from './wanted'

// forms come with their schemas: they follow the page, and are there before anybody presses
const OutcomeDialog = dynamic(() => import('./outcome-dialog').then((m) => m.OutcomeDialog), { ssr: false })
const PrintDialog = dynamic(() => import('./print-dialog').then((m) => m.PrintDialog), { ssr: false })

/** One slip from picture to log: the docket left, the sheet right, figures and checks below it. */
export function SlipDesk(page: SlipPage) {
  const { slip, runs } = page
  const { catalogue, learn } = useKnown(page.catalogue)
  const [met, setMet] = useState<SlipPage['people']>([])
  const people = useMemo(() => [...page.people, ...met], [page.people, met])
  const onMet = useCallback(
    (who: Somebody): void => setMet((all) => [...all, { ...who, groupName: who.groupName ?? null }]),
    [],
  )
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
  const [printId, setPrintId] = useState<string | null>(null)
  const print = printOf(body, printId)
  const piece = firstPiece(print)
  const [open, setOpen] = useState<LineName | null>(() => firstOpen(print))
  /** what a dialog is about: this print, or all that are still wanted */
  const [dialog, setDialog] = useState<{ readonly does: 'print' | 'log'; readonly all: boolean } | null>(null)
  const [sizing, setSizing] = useState(false)
  const taken = useRef(false)
  const askSizes = (): void => {
    taken.current = false
    setSizing(true)
  }
  const editable = page.target === null && (slip.state === 'open' || slip.state === 'waiting')

  const pictureOf = useCallback(
    (id: string): PictureFacts | null => page.pictures.find((p) => p.id === id) ?? null,
    [page.pictures],
  )
  const facts = useMemo(() => factsFrom(catalogue, body, print, pictureOf), [catalogue, body, print, pictureOf])
  const outcome = useMemo(() => outcomeOf(facts), [facts])
  const wanted = useMemo(
    () =>
      wantedOf({
        ...{ catalogue, body, runs, pictureOf },
        jobs: page.prints,
        copies: page.copies,
        addresses: page.addresses,
        slipDone: slip.state === 'done',
      }),
    [catalogue, body, runs, page.prints, page.copies, page.addresses, pictureOf, slip.state],
  )
  const here = wanted.find((w) => w.print.id === print.id)
  const others = wanted.filter((w) => w.state === 'wanted')
  const shown = facts.pictures[0] ?? null
  const ready = outcome.page !== null && facts.version !== null
  const good = here?.good ?? 0
  const broken = catalogue.broken.find((v) => v.id === print.versionId)
  const shut = whyShut({
    state: slip.state,
    print: here?.state ?? null,
    several: body.prints.length > 1,
    picture: shown !== null,
    preset: facts.version !== null,
    broken: broken ? sayLost(broken.lost) : null,
    laid: outcome.page !== null,
    target: page.target,
  })
  const closed = useClosed(print, open === 'preset', unit)

  const save = useSaveFile(
    useCallback(
      async () => call('slip.file', { id: slip.id, printId: print.id, revision: await flush() }),
      [slip.id, print.id, flush],
    ),
  )
  const fresh = useRef(print)
  fresh.current = print
  const laidOut = useRef(outcome)
  laidOut.current = outcome
  const edit = useCallback(
    (patch: PlainPatch): void => {
      if (editable) change((b) => withPrint(b, fresh.current.id, (p) => patched(p, refit(patch, p, laidOut.current))))
    },
    [editable, change],
  )
  const editHead = useCallback(
    (patch: Partial<Head>): void => {
      if (editable) change((b) => ({ ...b, ...patch }))
    },
    [editable, change],
  )
  const title = useRef(body.title)
  title.current = body.title
  const takePicture = useCallback(
    async (id: string, fileName: string): Promise<void> => {
      if (title.current === '') editHead({ title: titleFrom(fileName) })
      // darkness belongs to a picture
      edit({ pictureId: id, crop: null, darkness: 0 })
      await flush()
      setOpen((line) => (line === 'picture' ? firstOpen(patched(fresh.current, { pictureId: id })) : line))
      router.refresh()
    },
    [edit, editHead, flush, router],
  )
  const takeVersion = useCallback(
    async (versionId: string): Promise<void> => {
      const next = await learn(versionId)
      if (!next) return
      // a preset for a roll needs a length, one for sheets a size: what does not fit is asked again
      const roll = next.feed.kind === 'roll'
      const now = fresh.current.sheet
      const sheet = now === null || (now.kind === 'cut') === roll ? now : null
      const made = sheet ?? readySheet(next, catalogue)
      edit({ versionId, sheet: made })
      setOpen((line) => (line !== 'preset' || sheet ? line : made ? 'edge' : 'sheet'))
    },
    [catalogue, edit, learn],
  )
  const takeWay = useCallback(
    async ({ versionId, ...rest }: Partial<Asked>): Promise<void> => {
      if (versionId && !(await learn(versionId))) return
      edit({ ...rest, ...(versionId ? { versionId } : {}) })
    },
    [edit, learn],
  )
  const takeEarlier = useCallback(
    async (earlier: EarlierPrint): Promise<void> => {
      if (!(await learn(earlier.versionId))) return
      const patch = takenFrom(earlier)
      edit(patch)
      setOpen(firstOpen(patched(fresh.current, patch)))
    },
    [edit, learn],
  )
  const giveToAll = (): void => {
    const { versionId, sheet } = print
    const free = new Set(wanted.flatMap((w) => (mayChange(w) ? [w.print.id] : [])))
    change((b) => ({ ...b, prints: b.prints.map((p) => (free.has(p.id) ? patched(p, { versionId, sheet }) : p)) }))
  }
  const { takeMore, takeSlips, addPrint, dropPrint } = useMorePrints({
    ...{ editable, body, change, flush },
    shown: fresh,
    show: setPrintId,
  })
  useKeys({
    ...(ready ? { s: () => void save.start() } : {}),
    ...(shut === null ? { l: () => setDialog({ does: 'log', all: false }) } : {}),
    ...(shut === null && here?.address ? { p: () => setDialog({ does: 'print', all: false }) } : {}),
    ...Object.fromEntries(LINES.map((line, i) => [`F${i + 1}`, () => setOpen(line)])),
  })

  const drawn = useCallback(
    (id: string) => {
      const p = page.pictures.find((x) => x.id === id)
      return p
        ? {
            url: `/api/pictures/${p.id}/${p.previewReady ? 'preview' : 'thumb'}`,
            thumb: `/api/pictures/${p.id}/thumb`,
            size: { width: p.width, height: p.height },
          }
        : null
    },
    [page.pictures],
  )
  const whose = {
    memberId: body.memberId,
    people,
    onMember: (memberId: string | null, who: Somebody | null) => {
      if (who) onMet(who)
      editHead({ memberId })
    },
  }
  const moveTo = useCallback((anchor: NonNullable<PlainPatch['anchor']>) => edit({ anchor }), [edit])
  // nobody has said yet what became of them: nothing else is decided before
  const asked = page.prints.filter((p) => p.state === 'not known' && p.printId === print.id)
  const about = dialog?.all ? others : here ? [here] : []

  return (
    <div className={css.desk}>
      <SlipHead
        {...{ page, people, onMet }}
        body={body}
        state={state.kind}
        edit={editHead}
        editable={editable}
        inTurn={saved.inTurn}
      />
      {state.kind === 'conflict' ? <Conflict mine={state.mine} theirs={state.theirs} onSettle={settle} /> : null}
      <section className={css.docket} aria-label="Docket" data-done={editable ? undefined : true}>
        {wanted.length > 1 ? (
          <PrintList
            slipId={slip.id}
            wanted={wanted}
            at={print.id}
            editable={editable}
            onChoose={setPrintId}
            onDrop={dropPrint}
            onAll={(does) => setDialog({ does, all: true })}
            onSame={giveToAll}
            onNext={(id) => {
              setPrintId(id)
              setDialog({ does: 'print', all: false })
            }}
          />
        ) : null}
        <Docket
          {...{ page, catalogue, people, body, print, piece, facts, outcome, closed, editable, open, good }}
          onOpen={setOpen}
          edit={edit}
          editHead={editHead}
          onPicture={(id, name) => void takePicture(id, name)}
          onMore={takeMore}
          onSlips={takeSlips}
          onWay={(set) => void takeWay(set)}
          onVersion={(id) => void takeVersion(id)}
          onEarlier={(earlier) => void takeEarlier(earlier)}
          onAnotherSize={editable && shown ? askSizes : null}
        />
        <div className={css.prints}>
          <Prints prints={page.prints.filter((p) => !asked.includes(p)).slice(0, 5)} label="Prints of this slip" />
        </div>
        {runs.length > 0 ? <RunsOfSlip runs={runs} /> : null}
      </section>
      <Stage
        key={print.id}
        catalogue={catalogue}
        head={body}
        print={print}
        pictureOf={pictureOf}
        drawn={drawn}
        onAnchor={editable ? moveTo : null}
        rested={rested}
        question={asked.length > 0 ? <Prints prints={asked} label="Say what became of it" /> : null}
      >
        <PrintActs
          shut={shut}
          ready={ready}
          address={here?.address ?? null}
          save={save}
          onPrint={() => setDialog({ does: 'print', all: false })}
          onLog={() => setDialog({ does: 'log', all: false })}
        />
      </Stage>
      <OutcomeDialog
        slipId={slip.id}
        open={dialog?.does === 'log'}
        onClose={() => setDialog(null)}
        prints={about}
        whose={whose}
        flush={flush}
      />
      <PrintDialog
        slipId={slip.id}
        open={dialog?.does === 'print'}
        onClose={() => setDialog(null)}
        prints={about}
        whose={whose}
        flush={flush}
      />
      <AnotherSize
        open={sizing}
        onClose={() => setSizing(false)}
        {...{ body, print, unit }}
        onTake={async (made) => {
          // one press takes one, however often it is pressed while the dialog is still there
          if (taken.current) return
          taken.current = true
          if (!made.versionId || !(await learn(made.versionId))) {
            taken.current = false
            return
          }
          addPrint(made)
          setSizing(false)
        }}
      />
    </div>
  )
}
