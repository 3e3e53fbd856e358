'use client'

import { nominal, type SheetReading } from '@/core/edge/readings'
import { type RulerLayout, rulerPage, STEP, tickAt } from '@/core/edge/ruler-sheet'
import { type Um, um } from '@/core/length/length'
import { writeLength } from '@/core/length/write'
import type { Mark } from '@/core/page/page'
import type { EdgeName } from '@/core/sheet/sheet'
import { LENGTH_WORDS } from '@/core/words/edge-check'
import { Dimension } from '@/ui/drawing/dimension'
import { useWays } from '@/ui/unit/unit'
import css from './edge-check.module.css'
import type { Focus } from './types'

const mm = (v: number): number => v / 1000

/** Says in a drawing which step to read, or between which marks to measure. */
export function RulerDrawing(props: {
  readonly layout: RulerLayout
  readonly readings: readonly SheetReading[]
  readonly focus: Focus
}) {
  const { layout, readings, focus } = props
  const { unit } = useWays()
  const reading = readings[focus.sheet - 1]
  return (
    <div className={css.aid}>
      {focus.kind === 'tick' ? (
        <>
          <StairDrawing layout={layout} edge={focus.edge} tick={reading?.ticks[focus.edge] ?? null} />
          <p className="small">
            <strong>
              Sheet {focus.sheet}, {focus.edge} edge.
            </strong>{' '}
            {layout.edge === 'margins'
              ? 'Outside the margin no ink reaches the paper, so the outer ticks are missing. Going inwards, the first tick of which anything shows is the one to read: count from the number beside it.'
              : 'Ticks that went over the edge are lost. Coming from the inside, the last tick of which anything is left is the one to read: count from the number beside it.'}{' '}
            {layout.edge === 'borderless'
              ? 'If all ticks are there and white is left outside them, measure the white and enter its tenths with a minus.'
              : 'If none shows at all, the margin is larger than the ruler reaches: enter a larger one on the printer’s page and begin again.'}
          </p>
        </>
      ) : (
        <p className="small">
          <strong>
            Sheet {focus.sheet}, {LENGTH_WORDS[focus.name]}.
          </strong>{' '}
          About {writeLength(um(nominal(layout, focus.name)), unit)}. Measure to the middle of the line.
        </p>
      )}
      <WholeSheet layout={layout} focus={focus} />
    </div>
  )
}

/** The staircase of one edge, enlarged and laid so that the sheet's edge is up. */
function StairDrawing({
  layout,
  edge,
  tick,
}: {
  readonly layout: RulerLayout
  readonly edge: EdgeName
  readonly tick: number | null
}) {
  const stair = layout.stairs.find((s) => s.edge === edge)
  if (!stair) return null
  // about the tick that is read, or where it is to be expected
  const middle = tick ?? Math.round((stair.first + stair.last) / 2)
  const from = Math.max(stair.first, Math.min(middle - 9, stair.last - 18))
  const ticks = Array.from({ length: Math.min(19, stair.last - from + 1) }, (_, i) => from + i)
  const wide = 20
  const deep = 9
  const y = (k: number): number => (k - from) * deep
  const first = tick ?? middle
  return (
    <svg viewBox={`-14 -34 ${ticks.length * wide + 28} ${ticks.length * deep + 96}`} role="img" className={css.stair}>
      <title>{`Ticks at the ${edge} edge; the first that shows is to be read`}</title>
      <rect
        x={-14}
        y={-20}
        width={ticks.length * wide + 28}
        height={ticks.length * deep + 82}
        fill="var(--paper-drawn)"
      />
      <line x1={-14} x2={ticks.length * wide + 14} y1={-20} y2={-20} stroke="var(--soft)" strokeWidth={2} />
      <text x={0} y={-24} fontSize={11} fill="var(--soft)">
        {layout.edge === 'margins' ? `towards the ${edge} edge` : `${edge} edge of the paper`}
      </text>
      {ticks.map((k, i) => {
        const lost = k < first
        const read = k === first
        return (
          <g key={k}>
            <rect
              x={i * wide + 2}
              y={y(k)}
              width={wide - 6}
              height={deep * 4}
              fill={lost ? 'none' : read ? 'var(--press)' : '#3a3a36'}
              stroke={lost ? 'var(--soft)' : 'none'}
              strokeDasharray="2 3"
            />
            {k % 5 === 0 || read ? (
              <text
                x={i * wide + wide / 2 - 1}
                y={y(k) + deep * 4 + 13}
                fontSize={read ? 14 : 11}
                fontWeight={read ? 700 : 400}
                textAnchor="middle"
                fill={read ? 'var(--pencil-on-paper)' : '#3a3a36'}
              >
                {k}
              </text>
            ) : null}
          </g>
        )
      })}
      <text x={ticks.length * wide} y={ticks.length * deep + 56} fontSize={11} textAnchor="end" fill="#3a3a36">
        {tick === null ? `the one that shows first, for instance ${first}` : `read: ${first}`}, steps of {STEP / 1000}{' '}
        mm
      </text>
    </svg>
  )
}

/** The ruler sheet as it is sent, with what is asked for marked on it. */
function WholeSheet({ layout, focus }: { readonly layout: RulerLayout; readonly focus: Focus }) {
  const { unit } = useWays()
  const page = rulerPage(layout, [])
  const [w, h] = [mm(layout.sheet.width), mm(layout.sheet.length)]
  const px = Math.max(w, h) / 330
  const { A, B, C } = layout.crosses
  const line = (): { x1: number; y1: number; x2: number; y2: number } | null => {
    if (focus.kind !== 'length') return null
    switch (focus.name) {
      case 'left to A':
        return { x1: 0, y1: mm(A.y), x2: mm(A.x), y2: mm(A.y) }
      case 'left to C':
        return { x1: 0, y1: mm(C.y), x2: mm(C.x), y2: mm(C.y) }
      case 'lead to A':
        return { x1: mm(A.x), y1: 0, x2: mm(A.x), y2: mm(A.y) }
      case 'A to B':
        return { x1: mm(A.x), y1: mm(A.y), x2: mm(B.x), y2: mm(B.y) }
      case 'A to C':
        return { x1: mm(A.x), y1: mm(A.y), x2: mm(C.x), y2: mm(C.y) }
    }
  }
  const measured = line()
  const stair = focus.kind === 'tick' ? layout.stairs.find((s) => s.edge === focus.edge) : null
  return (
    <svg viewBox={`${-12 * px} ${-24 * px} ${w + 24 * px} ${h + 34 * px}`} className={css.whole} role="img">
      <title>The ruler sheet, printed side up, lead edge at the top</title>
      <rect width={w} height={h} fill="var(--paper-drawn)" stroke="var(--soft)" strokeWidth={px} />
      <text x={w / 2} y={-8 * px} fontSize={11 * px} textAnchor="middle" fill="var(--soft)">
        this edge enters first
      </text>
      {page.items.map((item) =>
        item.kind === 'mark' ? (
          <Black key={`${item.rect.x}/${item.rect.y}/${item.rect.w}`} mark={item} px={px} />
        ) : null,
      )}
      {(['A', 'B', 'C', 'D'] as const).map((name) => {
        const { x, y } = layout.crosses[name]
        const [left, top] = [name === 'A' || name === 'C', name === 'A' || name === 'B']
        return (
          <text
            key={name}
            x={mm(x) + (left ? 8 : -8) * px}
            y={mm(y) + (top ? 16 : -8) * px}
            fontSize={11 * px}
            textAnchor={left ? 'start' : 'end'}
            fill="#1d2b2a"
          >
            {name}
          </text>
        )
      })}
      {stair ? <StairMark layout={layout} edge={stair.edge} px={px} /> : null}
      {measured ? (
        <Dimension
          {...measured}
          length={focusLength(layout, focus)}
          unit={unit}
          px={px}
          on="paper"
          beside={measured.y1 === measured.y2 ? 'above' : 'right'}
        />
      ) : null}
    </svg>
  )
}

const focusLength = (layout: RulerLayout, focus: Focus): Um =>
  um(focus.kind === 'length' ? nominal(layout, focus.name) : 0)

/** Lines too fine for a screen are drawn a pixel wide. */
const Black = ({ mark: { rect }, px }: { readonly mark: Mark; readonly px: number }) => (
  <rect
    x={mm(rect.x)}
    y={mm(rect.y)}
    width={Math.max(px, mm(rect.w))}
    height={Math.max(px, mm(rect.h))}
    fill="#3a3a36"
  />
)

/** A frame around the staircase that is read now. */
function StairMark({
  layout,
  edge,
  px,
}: {
  readonly layout: RulerLayout
  readonly edge: EdgeName
  readonly px: number
}) {
  const stair = layout.stairs.find((s) => s.edge === edge)
  if (!stair) return null
  const [a, b] = [mm(tickAt(stair, stair.first)) - 2, mm(tickAt(stair, stair.last)) + 2]
  const deep = mm(stair.last * STEP) + 6
  const [w, h] = [mm(layout.sheet.width), mm(layout.sheet.length)]
  const box = {
    left: { x: 0, y: a, width: deep, height: b - a },
    right: { x: w - deep, y: a, width: deep, height: b - a },
    lead: { x: a, y: 0, width: b - a, height: deep },
    trail: { x: a, y: h - deep, width: b - a, height: deep },
  }[edge]
  return <rect {...box} fill="none" stroke="var(--pencil-on-paper)" strokeWidth={1.6 * px} />
}
