'use client'

import Link from 'next/link'
import { useState } from 'react'
import type { Paper, RollMove, Stock, StockPriceEntry } from '@/contract/views/paper'
import { fromMm, type LengthUnit, type Um } from '@/core/length/length'
import { tradeLength, tradePair, writeNumber } from '@/core/length/write'
import { writeAmount } from '@/core/money/money'
import { daysLeft, isLow, leftOf } from '@/core/paper/lasts'
import { countOf } from '@/core/words/count'
import { sayThickness, sayWeight } from '@/core/words/paper'
import { sayForm } from '@/core/words/paper-form'
import { sayLasts } from '@/core/words/trial'
import { ActsHead } from '@/ui/parts/acts-head'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { PageHead } from '@/ui/parts/page-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { holdsText, SearchBox } from '@/ui/parts/search-box'
import { useThingActs } from '@/ui/parts/thing-acts'
import { ToScale } from '@/ui/parts/to-scale'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { BuyForm, CountForm, PaperForm, PriceForm, StockForm } from './paper-forms'
import css from './papers.module.css'
import { RollFacts, RollForm, sayMetres } from './roll-forms'

/** The room's papers with their stock: sheets on the shelf, rolls with what is left of each. */
export function Papers({
  papers,
  open,
  ...prices
}: { readonly papers: readonly Paper[]; readonly open: string | null } & Prices) {
  const [text, setText] = useState(papers.find((p) => p.id === open)?.name ?? '')
  const { unit } = useWays()
  const low = papers.flatMap((paper) =>
    paper.stocks.filter((s) => isLow(s, lasts(s, prices.used))).map((stock) => ({ paper, stock })),
  )
  const shown = papers.filter((p) => holdsText(text, `${p.name} ${p.maker} ${p.surface}`))
  return (
    <>
      <PageHead title="Papers & rolls">
        <FormButton label="New paper" title="A paper" primary>
          {(close) => <PaperForm paper={null} onDone={close} />}
        </FormButton>
      </PageHead>
      <div className={lists.page}>
        <SearchBox what="papers" text={text} onText={setText} />
        {low.length > 0 ? (
          <p className="level-caution">
            Low: {low.map(({ paper, stock }) => `${paper.name} ${lowForm(stock, prices.used, unit)}`).join('; ')}.
          </p>
        ) : null}
        {shown.length === 0 ? <p className="soft">No paper has the name “{text.trim()}”.</p> : null}
        {shown.map((p) => (
          <PaperSection key={p.id} paper={p} {...prices} />
        ))}
      </div>
    </>
  )
}

/** What the small drawings of forms are to scale with: as wide as the widest roll. */
const LARGEST = fromMm(640)

type Prices = {
  readonly prices: Readonly<Record<string, readonly StockPriceEntry[]>>
  /** the newest lines of each roll's ledger, by the roll */
  readonly ledgers: Readonly<Record<string, readonly RollMove[]>>
  readonly used: Used
  readonly now: number
}

/** Sheets, or um of roll, that runs took of each stock in so many days, by the stock. */
type Used = { readonly days: number; readonly of: Readonly<Record<string, number>> }

const lasts = (s: Stock, { days, of }: Used): number | null => daysLeft(leftOf(s), of[s.id] ?? 0, days)

function PaperSection({ paper, ...props }: { readonly paper: Paper } & Prices) {
  const { unit } = useWays()
  const { act } = useDo()
  return (
    <section className={lists.section} aria-label={paper.name}>
      <div className={lists.row}>
        <h2>
          <Link href={`/papers/${paper.id}`}>{paper.name}</Link>
        </h2>
        <span className="soft">
          {paper.maker ? `${paper.maker}, ` : ''}
          {paper.surface}, {sayWeight(paper.weight)}, {sayThickness(paper.thickness, unit)}
        </span>
        <RowMenu
          of={paper.name}
          text="More"
          acts={[
            {
              ...{ label: 'Add a size or roll', title: `${paper.name}, a form to buy it in` },
              form: (close) => <StockForm paperId={paper.id} onDone={close} />,
            },
            { ...{ label: 'Edit', title: paper.name }, form: (close) => <PaperForm paper={paper} onDone={close} /> },
            {
              ...{ label: 'Retire', away: true },
              act: () =>
                void act(
                  'paper.retire',
                  { id: paper.id, revision: paper.revision },
                  `${paper.name} is no longer offered.`,
                ),
            },
            {
              ...{ label: 'Delete', away: true },
              act: () => void act('paper.delete', { id: paper.id }, `${paper.name} is gone.`),
            },
          ]}
        />
      </div>
      {paper.note ? <p className="soft small">{paper.note}</p> : null}
      {paper.stocks.length === 0 ? <p className="soft">Kept in no size yet.</p> : null}
      {paper.stocks.length > 0 ? (
        <table className={`ruled ${css.forms}`}>
          <thead>
            <tr>
              <th scope="col">Sold as</th>
              <th scope="col">On the shelf</th>
              <th scope="col">Opened rolls</th>
              <th scope="col">Price</th>
              <ActsHead />
            </tr>
          </thead>
          <tbody>
            {paper.stocks.map((s) => (
              <StockLine
                thickness={paper.thickness}
                key={s.id}
                stock={s}
                prices={props.prices[s.id] ?? []}
                ledgers={props.ledgers}
                used={props.used}
                now={props.now}
              />
            ))}
          </tbody>
        </table>
      ) : null}
    </section>
  )
}

function StockLine({
  stock: s,
  thickness,
  prices,
  ledgers,
  used,
  now,
}: {
  readonly stock: Stock
  /** of its paper; null: nobody has said */
  readonly thickness: Um | null
  readonly prices: readonly StockPriceEntry[]
  readonly ledgers: Prices['ledgers']
  readonly used: Used
  readonly now: number
}) {
  const { unit, currency, timeZone } = useWays()
  const [since, before] = prices
  const { act } = useDo()
  const away = useThingActs()
  const roll = s.kind === 'roll'
  const days = lasts(s, used)
  return (
    <tr>
      <td className="strong">
        <ToScale width={s.width} length={roll ? null : s.length} of={LARGEST} />
        {roll
          ? `Roll, ${tradeLength(s.width, unit)} × ${(s.length / 1e6).toFixed(0)} m`
          : sheetName(s.width, s.length, unit)}
      </td>
      <td>
        <span className={isLow(s, days) ? 'level-caution' : undefined}>{countOf(s.count, s.kind)}</span>
        {days === null ? null : <span className="soft small">, {sayLasts(days)}</span>}
      </td>
      <td>
        {s.rolls.map((r) => (
          <div key={r.id} className={css.roll}>
            <span>
              roll {r.number}, {writeNumber(r.left / 1e6, 2)} m left{' '}
              <span className="soft">{r.inPrinter ? `in ${r.inPrinter}` : 'on the shelf'}</span>
            </span>
            <FormButton label="Ledger" title={`Roll ${r.number}`} wide>
              {(close) => (
                <RollForm roll={r} thickness={thickness} moves={ledgers[r.id] ?? []} now={now} onDone={close} />
              )}
            </FormButton>
            <RowMenu
              of={`roll ${r.number}`}
              acts={[
                {
                  ...{ label: 'Core, thickness, price', title: `Roll ${r.number}` },
                  form: (close) => <RollFacts roll={r} onDone={close} />,
                },
                { label: 'Save its label', href: `/api/rolls/${r.id}/label` },
                {
                  ...{ label: 'It is finished', away: true },
                  act: () =>
                    void act('roll.finish', { id: r.id, revision: r.revision }, `Roll ${r.number} is finished.`),
                },
                ...away('roll', r, `Roll ${r.number}`),
              ]}
            />
          </div>
        ))}
        <Finished rolls={s.finished} now={now} />
      </td>
      <td>
        {s.price === null ? 'price not known' : writeAmount(s.price, currency)}
        <span className="soft"> {roll ? 'a roll' : `for ${s.pack}`}</span>
        {before ? (
          <span className="soft small">
            {' '}
            since {sayShortDay(since?.validFrom ?? 0, timeZone, now)}, before{' '}
            {before.price === null ? 'not known' : writeAmount(before.price, currency)}
          </span>
        ) : null}
      </td>
      <td>
        <RowMenu
          of={roll ? 'these rolls' : sheetName(s.width, s.length, unit)}
          acts={[
            {
              ...{ label: 'Count', title: 'Counted by hand' },
              form: (close) => <CountForm stock={s} onDone={close} />,
            },
            { ...{ label: 'Bought', title: 'Bought' }, form: (close) => <BuyForm stock={s} onDone={close} /> },
            ...(roll
              ? [{ label: 'Open a roll', act: () => void act('roll.open', { stockId: s.id }, 'A new roll is opened.') }]
              : []),
            { ...{ label: 'Price', title: 'What it costs' }, form: (close) => <PriceForm stock={s} onDone={close} /> },
            ...away('form', s, roll ? 'This roll size' : sheetName(s.width, s.length, unit)),
          ]}
        />
      </td>
    </tr>
  )
}

/** Rolls of a form that are used up or put away: what became of each, and back again. */
function Finished({ rolls, now }: { readonly rolls: Stock['finished']; readonly now: number }) {
  const { timeZone } = useWays()
  const { act } = useDo()
  if (rolls.length === 0) return null
  return (
    <details className="small">
      <summary>{countOf(rolls.length, 'finished roll')}</summary>
      {rolls.map((r) => (
        <div key={r.id} className={lists.row}>
          <span className="soft">
            roll {r.number}, {sayShortDay(r.at, timeZone, now)}: {sayMetres(r.printed)} of {sayMetres(r.first)} printed,{' '}
            {sayMetres(r.thrown)} cut off or thrown away
          </span>
          <RowMenu
            of={`roll ${r.number}`}
            acts={[
              {
                label: 'It is not finished',
                act: () =>
                  void act('roll.resume', { id: r.id, revision: r.revision }, `Roll ${r.number} is in use again.`),
              },
            ]}
          />
        </div>
      ))}
    </details>
  )
}

/** `A4, 3 sheets, about 4 days`: what is left, and for how long where that is known. */
function lowForm(s: Stock, used: Used, unit: LengthUnit): string {
  const days = lasts(s, used)
  const left =
    s.kind === 'roll'
      ? `${tradeLength(s.width, unit)} roll, ${writeNumber(leftOf(s) / 1e6, 1)} m`
      : `${sayForm('sheet', s.width, s.length, unit)}, ${countOf(leftOf(s), 'sheet')}`
  return days === null ? left : `${left}, ${sayLasts(days)}`
}

/** `B4, 257 × 364 mm`, or the edges alone where no standard size is meant. */
function sheetName(width: Um, length: Um, unit: LengthUnit): string {
  const name = sayForm('sheet', width, length, unit)
  const edges = tradePair(width, length, unit)
  return name === edges ? edges : `${name}, ${edges}`
}
