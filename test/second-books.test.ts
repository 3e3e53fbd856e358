import { describe, expect, it } from 'vitest'
import { um } from '@/core/length/length'
import { ACTIONS } from '@/server/actions/all'
import { owes } from '@/server/stores/accounts'
import { logTotals, readRun, totalsOfDays } from '@/server/stores/log'
import { listStocks } from '@/server/stores/papers'
import { seeded } from '../demo/random'
import { TestRoom } from './room'

// A second program keeps the books of a room beside it: written from the rules that a keeper is told, in whole numbers
// and fractions of them, and sharing nothing with the code that it is held against.

/** An exact fraction. */
type Fraction = { readonly n: bigint; readonly d: bigint }
const whole = (n: number | bigint): Fraction => ({ n: BigInt(n), d: 1n })
const over = (n: number | bigint, d: number | bigint): Fraction => ({ n: BigInt(n), d: BigInt(d) })
const plus = (a: Fraction, b: Fraction): Fraction => ({ n: a.n * b.d + b.n * a.d, d: a.d * b.d })
const times = (a: Fraction, b: Fraction): Fraction => ({ n: a.n * b.n, d: a.d * b.d })
const floor = ({ n, d }: Fraction): bigint => n / d
/** Halves go up: nothing here is below 0. */
const rounded = ({ n, d }: Fraction): bigint => (2n * n + d) / (2n * d)
const sum = (list: readonly bigint[]): bigint => list.reduce((a, b) => a + b, 0n)

/** A whole amount shared out: each takes the whole units of its part, the largest remainders take one more. */
function shared(amount: bigint, parts: readonly Fraction[]): readonly bigint[] {
  const own = parts.map(floor)
  const left = Number(amount - sum(own))
  const rest = parts.map((p, i) => ({ i, n: (p.n - (own[i] ?? 0n) * p.d) * 1_000_000_000_000n, d: p.d }))
  const first = rest.toSorted((a, b) => {
    const [x, y] = [a.n / a.d, b.n / b.d]
    return x === y ? a.i - b.i : x > y ? -1 : 1
  })
  for (const { i } of first.slice(0, left)) own[i] = (own[i] ?? 0n) + 1n
  return own
}

type Outcome = 'good' | 'proof' | 'spoiled'
type Print = {
  readonly runId: string
  readonly lines: readonly bigint[]
  readonly spent: bigint
  readonly um2: bigint
  readonly to: 'member' | 'group'
  outcome: Outcome
  member: string
  group: string | null
  charge: bigint
}

/** What somebody is asked for: all of a good print, a proof without the room's share, nothing of a spoiled one. */
const asked = (outcome: Outcome, [paper = 0n, ink = 0n, share = 0n]: readonly bigint[]): bigint =>
  outcome === 'spoiled' ? 0n : outcome === 'proof' ? paper + ink : paper + ink + share

/** The books that are kept beside the room. */
class Books {
  readonly accounts = new Map<string, bigint>()
  readonly prints: Print[] = []
  readonly sheets = { left: 10 }
  readonly rolls = new Map<string, { left: number; readonly first: number; readonly price: number }>()
  tariff = { percent: 100, ink: 7000, share: 25 }
  sheetPrice = { price: 2500, pack: 50 }
  rollPrice = 9800
  /** the roll that was printed on last, while no sheet was printed since: it is the one in the printer */
  inPrinter: string | null = null
  /** ml/m2 of the room's media setting */
  readonly ml = 11

  private enter(account: string, amount: bigint): void {
    this.accounts.set(account, (this.accounts.get(account) ?? 0n) + amount)
  }
  private payer({ to, member, group }: Pick<Print, 'to' | 'member' | 'group'>): string {
    return to === 'group' && group !== null ? group : member
  }
  print(
    runId: string,
    paper: Fraction,
    ink2: { w: number; h: number },
    um2: bigint,
    who: Omit<Print, 'runId' | 'lines' | 'spent' | 'um2' | 'charge'>,
  ): void {
    const { percent, ink: per100, share } = this.tariff
    const ml = times(over(BigInt(ink2.w) * BigInt(ink2.h), 1_000_000_000_000n), whole(this.ml))
    const ink = times(ml, over(per100, 100))
    const parts = [times(paper, over(percent, 100)), ink, whole(share)]
    const lines = shared(rounded(parts.reduce(plus)), parts)
    const charge = asked(who.outcome, lines)
    const print: Print = { ...who, runId, lines, um2, charge, spent: rounded(plus(paper, ink)) }
    this.prints.push(print)
    this.enter(this.payer(print), charge)
  }
  correct(print: Print, outcome: Outcome, member: string, group: string | null): void {
    this.enter(this.payer(print), -print.charge)
    Object.assign(print, { outcome, member, group, charge: asked(outcome, print.lines) })
    this.enter(this.payer(print), print.charge)
  }
  pay(account: string, amount: number): void {
    this.enter(account, BigInt(-amount))
  }
  owes(account: string): number {
    return Number(this.accounts.get(account) ?? 0n)
  }
}

const A4 = { w: 210_000, h: 297_000 }
const ROLL = { width: 210_000, length: 10_000_000 }
const ACTS = process.env.LIBRETA_FULL ? 1000 : 100

describe.each([
  ['JPY', 0],
  ['EUR', 2],
  ['KWD', 3],
])('the books of a room in %s, with %i decimals', (code, exponent) => {
  it(`are those of a second program to the minor unit after each of ${ACTS} random acts`, async () => {
    const room = await TestRoom.open()
    room.db.$client.prepare('update room set currency = ?, exponent = ?').run(code, exponent)
    const random = seeded(41 + exponent)
    const below = (n: number): number => Math.floor(random() * n)
    const of = <T>(list: readonly T[]): T => list[below(list.length)] as T
    const books = new Books()
    books.sheetPrice = { price: 2500, pack: room.one('select pack from stocks') }
    const paperId = room.one<string>('select id from papers')
    const stockId = room.one<string>('select id from stocks')
    const rollStock = await room.must(ACTIONS['stock.add'], {
      ...{ paperId, kind: 'roll', width: ROLL.width, length: ROLL.length, pack: 1, price: books.rollPrice, count: 400 },
    } as never)
    const groups = [
      (await room.must(ACTIONS['group.add'], { name: 'Morning class' })).id,
      (await room.must(ACTIONS['group.add'], { name: 'Evening class' })).id,
    ]
    const members: { id: string; group: string | null }[] = []
    for (const [i, group] of [groups[0] ?? null, groups[1] ?? null, null, groups[0] ?? null].entries())
      members.push({
        id: (await room.must(ACTIONS['person.add'], { name: `Member ${i}`, role: 'member', groupId: group })).id,
        group,
      })
    const accountOf = (id: string) =>
      groups.includes(id) ? { personId: null, groupId: id } : { personId: id, groupId: null }
    const payments: { readonly id: string; readonly account: string; readonly amount: number }[] = []

    const logs = async (roll: boolean): Promise<void> => {
      const [w, h] = [1000 * (50 + below(100)), 1000 * (50 + below(100))]
      const copies = 1 + below(3)
      const outcome = of(['good', 'good', 'proof', 'spoiled'] as const)
      const member = of(members)
      const to = of(['member', 'group'] as const)
      const length = 1000 * (180 + below(200))
      const loaded = books.rolls.get(books.inPrinter ?? '')
      if (roll && books.inPrinter && loaded && loaded.left < 3 * 380_000) {
        const revision = room.one<number>('select revision from rolls where id = ?', books.inPrinter)
        await room.must(ACTIONS['roll.finish'], { id: books.inPrinter, revision })
        books.rolls.delete(books.inPrinter)
        books.inPrinter = null
      }
      if (roll && ![...books.rolls.values()].some((r) => r.left >= 3 * 380_000)) {
        const { id } = await room.must(ACTIONS['roll.open'], { stockId: rollStock.id })
        books.rolls.set(id, { left: ROLL.length, first: ROLL.length, price: books.rollPrice })
      }
      if (!roll && books.sheets.left < copies) {
        await room.must(ACTIONS['stock.buy'], { id: stockId, delta: 40 })
        books.sheets.left += 40
      }
      const slip = await room.slip({
        ...{ memberId: member.id, chargeTo: to, copies },
        placing: { mode: 'exact', by: { edge: 'both', width: um(w), height: um(h) } },
        ...(roll ? { sheet: { kind: 'cut' as const, width: um(ROLL.width), length: um(length) } } : {}),
      })
      const { runIds } = (await room.must(ACTIONS['run.log'], {
        ...{ slipId: slip.id, revision: 1, outcome, cause: outcome === 'spoiled' ? 'banding' : null, note: '' },
        prints: [{ printId: 'first', copies, answers: [{ check: 'loaded', reason: 'it was loaded' }] }],
      })) as { readonly runIds: readonly string[] }
      expect(runIds).toHaveLength(copies)
      // the roll in the printer is printed on, else the fullest
      const [fullest] = [...books.rolls].sort(([, a], [, b]) => b.left - a.left)
      const on = [...books.rolls].find(([id]) => id === books.inPrinter) ?? fullest
      books.inPrinter = roll ? (on?.[0] ?? null) : null
      for (const runId of runIds) {
        const who = { to, outcome, member: member.id, group: member.group }
        if (!roll) {
          books.sheets.left -= 1
          const paper = over(books.sheetPrice.price, books.sheetPrice.pack)
          books.print(runId, paper, { w, h }, BigInt(A4.w) * BigInt(A4.h), who)
        } else if (on) {
          on[1].left -= length
          const paper = over(BigInt(on[1].price) * BigInt(length), on[1].first)
          books.print(runId, paper, { w, h }, BigInt(ROLL.width) * BigInt(length), who)
        }
      }
    }
    const acts: readonly (() => Promise<void>)[] = [
      () => logs(false),
      () => logs(false),
      () => logs(true),
      async () => {
        if (books.prints.length === 0) return
        const print = of(books.prints)
        const outcome = of((['good', 'proof', 'spoiled'] as const).filter((o) => o !== print.outcome))
        const to = of([null, of(members)])
        await room.correct({
          ...{ id: print.runId, outcome, cause: outcome === 'spoiled' ? 'banding' : null, note: 'looked again' },
          ...(to ? { memberId: to.id } : {}),
        })
        books.correct(print, outcome, to?.id ?? print.member, to ? to.group : print.group)
      },
      async () => {
        const account = of([...members.map((m) => m.id), ...groups])
        const due = books.owes(account)
        if (due <= 0) return
        const amount = 1 + below(due)
        const { id } = await room.must(ACTIONS['account.pay'], { ...accountOf(account), amount, note: '' })
        books.pay(account, amount)
        payments.push({ id, account, amount })
      },
      async () => {
        const paid = payments.splice(below(payments.length || 1), 1)[0]
        if (!paid) return
        await room.must(ACTIONS['account.reverse'], { id: paid.id, note: 'twice' })
        books.pay(paid.account, -paid.amount)
      },
      async () => {
        const price = 100 + below(9000)
        const revision = room.one<number>('select revision from stocks where id = ?', stockId)
        await room.must(ACTIONS['stock.edit'], { id: stockId, revision, pack: books.sheetPrice.pack, price } as never)
        books.sheetPrice = { ...books.sheetPrice, price }
      },
      async () => {
        const [percent, ink, share] = [below(200), below(9000), below(60)]
        await room.must(ACTIONS['tariff.set'], { paperPercent: percent, inkPer100Ml: ink, roomShare: share } as never)
        books.tariff = { percent, ink, share }
      },
      async () => {
        const seen = room.one<number>('select count(*) from stock_moves where stock_id = ?', stockId)
        const counted = below(60)
        await room.must(ACTIONS['stock.count'], { id: stockId, counted, seen })
        books.sheets.left = counted
      },
      async () => {
        const roll = [...books.rolls].find(([, r]) => r.left > 2_000_000)
        if (!roll) return
        const seen = room.one<number>('select count(*) from roll_moves where roll_id = ?', roll[0])
        const measured = roll[1].left - 1000 * below(400)
        await room.must(ACTIONS['roll.measure'], { id: roll[0], measured: um(measured), seen, note: 'measured' })
        roll[1].left = measured
      },
    ]
    for (let i = 0; i < ACTS; i++) {
      room.now += 60_000
      await of(acts)()
      for (const account of [...members.map((m) => m.id), ...groups])
        expect([i, account, owes(room.db, accountOf(account))]).toEqual([i, account, books.owes(account)])
    }
    // the shelf and the rolls
    const stocks = listStocks(room.db)
    expect(stocks.find((s) => s.id === stockId)?.count).toBe(books.sheets.left)
    const lefts = new Map(stocks.flatMap((s) => s.rolls.map((r) => [r.id, Number(r.left)] as const)))
    expect(Object.fromEntries(lefts)).toEqual(Object.fromEntries([...books.rolls].map(([id, r]) => [id, r.left])))
    // each run by itself, and what they add up to: in the log, for a member, for an outcome, in the month
    for (const p of books.prints) {
      const run = readRun(room.db, p.runId)
      expect([p.runId, run?.cost, run?.charge, run?.outcome]).toEqual([
        p.runId,
        Number(p.spent),
        Number(p.charge),
        p.outcome,
      ])
    }
    const sums = (prints: readonly Print[]) => ({
      ...{ prints: prints.length, runs: prints.length, sheets: prints.length },
      mm2: Number(sum(prints.map((p) => p.um2))) / 1e6,
      cost: Number(sum(prints.map((p) => p.spent))),
      charge: Number(sum(prints.map((p) => p.charge))),
    })
    expect(books.prints.length).toBeGreaterThan(ACTS / 5)
    expect(logTotals(room.db, {})).toMatchObject(sums(books.prints))
    for (const { id } of members)
      expect(logTotals(room.db, { memberId: id })).toMatchObject(sums(books.prints.filter((p) => p.member === id)))
    const month = totalsOfDays(room.db, room.now, 30, 'Europe/Lisbon')
    for (const outcome of ['good', 'proof', 'spoiled'] as const)
      expect(month[outcome]).toMatchObject(sums(books.prints.filter((p) => p.outcome === outcome)))
  })
})
