'use client'

import { memo, type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { runChecks } from '@/core/checks/all'
import { firstPiece, type PieceBody, type PrintBody, patched, type SlipHead } from '@/core/slip/body'
import type { Catalogue } from '@/core/slip/catalogue'
import { factsFrom } from '@/core/slip/catalogue'
import type { PictureFacts } from '@/core/slip/facts'
import { outcomeOf } from '@/core/slip/outcome'
import { type DrawnPicture, SheetDrawing } from '@/ui/drawing/sheet-drawing'
import { useWays } from '@/ui/unit/unit'
import { Figures } from './figures'
import { Findings } from './findings'
import css from './slip.module.css'

type Anchor = PieceBody['anchor']

/** How long the hand rests before the docket takes over what it did. */
const REST_MS = 160

/**
 * The anchor while a hand moves it: here at once, a frame at a time, and in the slip when the hand rests. The docket is
 * not drawn again for every move.
 */
function useLiveAnchor(
  anchor: Anchor,
  commit: (anchor: Anchor) => void,
  rested: { current: () => void },
): readonly [Anchor, (anchor: Anchor) => void] {
  const [live, setLive] = useState<Anchor | null>(null)
  const waiting = useRef<Anchor | null>(null)
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined)
  const move = useCallback(
    (next: Anchor): void => {
      if (!waiting.current)
        requestAnimationFrame(() => {
          setLive(waiting.current)
          waiting.current = null
        })
      waiting.current = next
      clearTimeout(rest.current)
      const done = (): void => {
        clearTimeout(rest.current)
        rested.current = () => {}
        commit(next)
      }
      rested.current = done
      rest.current = setTimeout(done, REST_MS)
    },
    [commit, rested],
  )
  // what the slip holds now wins again once the hand rests
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the slip's own anchor changed
  useEffect(() => setLive(null), [anchor.x, anchor.y])
  useEffect(() => () => clearTimeout(rest.current), [])
  return [live ?? anchor, move]
}

/** The right side of a slip: the sheet, and below it figures, checks and what can be done. */
export const Stage = memo(function Stage(props: {
  readonly catalogue: Catalogue
  readonly head: SlipHead
  readonly print: PrintBody
  readonly pictureOf: (id: string) => PictureFacts | null
  readonly drawn: (id: string) => DrawnPicture | null
  readonly onAnchor: ((anchor: Anchor) => void) | null
  /** makes the hand rest at once: what it did is in the slip when this returns */
  readonly rested: { current: () => void }
  /** what has to be answered before the verdict counts; null: nothing */
  readonly question: ReactNode
  /** the buttons below the checks */
  readonly children: ReactNode
}) {
  const { catalogue, head, print, pictureOf, drawn, onAnchor } = props
  const piece = firstPiece(print)
  const { unit } = useWays()
  const nothing = useCallback(() => {}, [])
  const [anchor, move] = useLiveAnchor(piece.anchor, onAnchor ?? nothing, props.rested)
  const facts = useMemo(
    () => factsFrom(catalogue, head, anchor === piece.anchor ? print : patched(print, { anchor }), pictureOf),
    [catalogue, head, print, piece.anchor, anchor, pictureOf],
  )
  const outcome = useMemo(() => outcomeOf(facts), [facts])
  const findings = useMemo(() => runChecks(facts, outcome), [facts, outcome])
  return (
    <>
      <div className={css.drawing}>
        {outcome.sheet ? (
          <SheetDrawing
            sheet={outcome.sheet}
            pieces={outcome.pieces}
            picture={drawn}
            grey={
              print.grey ??
              (facts.version?.settings.colourMode === 'monochrome' || facts.version?.profile?.grey === true)
            }
            lines={outcome.page?.items.filter((i) => i.kind === 'text') ?? []}
            unit={unit}
            at={0}
            anchor={anchor}
            {...(onAnchor ? { onAnchor: move } : {})}
          />
        ) : (
          <div className={css.empty}>
            <p>The sheet is drawn here, to scale, once it is chosen.</p>
            <p className="soft">Picture, preset, sheet: lines 1 to 3 on the left.</p>
          </div>
        )}
      </div>
      <div className={css.foot}>
        <Figures sheet={outcome.sheet} piece={outcome.pieces[0] ?? null} />
        <div className={css.verdict}>
          {props.question}
          <Findings findings={findings} feed={facts.version?.feed ?? null} />
          {props.children}
        </div>
      </div>
    </>
  )
})
