import type { z } from 'zod'
import { type PlainSlip, plainSlip } from '@/contract/slip-data'
import { SURFACES } from '@/core/printer/facts'
import type { Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { ACTIONS } from '@/server/actions/all'
import { bringUpToDate, type Db, openDatabase } from '@/server/db/open'
import { firstKeeper, SYSTEM } from '@/server/door/actor'
import { type Action, type Actor, type DoorContext, through } from '@/server/door/door'
import { readRun } from '@/server/stores/log'

export const NOW = Date.UTC(2026, 10, 24, 15, 0)

/** What the room of a test is edited with, beside its name and figures. */
export const ROOM_FIELDS = {
  ...{ currency: 'EUR', exponent: 2 as const, timeZone: 'Europe/Lisbon', surfaces: [...SURFACES] },
  ...{ screenDays: 30, brightestScreen: 120, dryHours: 24 },
}

/** What a keeper says after setting up: prices, rates, the paper's figures. */
const FIGURES = [
  'update stocks set price = 2500',
  'update tariffs set ink_per_100_ml = 7000, room_share = 25',
  'update papers set weight = 200, thickness_um = 250',
  `update queues set facts = json_set(facts, '$.mediaSettings[0].rates',
    json('{"draft":{"minutesPerM2":12,"mlPerM2":8},"photo":{"minutesPerM2":30,"mlPerM2":11}}'))`,
]

/** A room in memory with the real migrations, set up, and a way to act in it. */
export class OpenRoom {
  readonly db: Db = openDatabase(':memory:')
  now = NOW

  /** @param folder where its files go. @param before what is there before the migrations */
  constructor(
    readonly folder: string,
    before: (db: Db) => void = () => {},
  ) {
    before(this.db)
    bringUpToDate(this.db, null)
  }

  /** A room that another program left: its dump, brought up to date. */
  static fromSql(sql: string): OpenRoom {
    return new OpenRoom('', (db) => db.$client.exec(sql))
  }

  /**
   * Sets the room up: one keeper, one printer, one paper of ten sheets, one preset, one slip.
   * @param figures whether its prices, rates and weights are known
   */
  async setUp({ figures = true } = {}): Promise<this> {
    await this.must(ACTIONS['room.set-up'], {
      name: 'Test room',
      unit: 'mm',
      currency: 'EUR',
      exponent: 2,
      timeZone: 'Europe/Lisbon',
      keeper: 'Keeper',
      printer: { nickname: 'Otter', makeModel: '' },
      paper: { name: 'Plain sheet', surface: 'plain', sizeId: 'iso_a4_210x297mm', count: 10 },
    })
    for (const figure of figures ? FIGURES : []) this.db.$client.exec(figure)
    return this
  }

  /** As the room's keeper, or as somebody else. */
  context(actor?: Actor): DoorContext {
    return { db: this.db, actor: actor ?? firstKeeper(this.db), now: this.now, folder: this.folder }
  }

  /** As the background process acts. */
  readonly system = (): DoorContext => this.context(SYSTEM)

  act<I extends z.ZodType, P, O>(action: Action<I, P, O>, input: unknown, actor?: Actor): Promise<Result<O, Problem>> {
    // a step of the background is taken as the background, unless somebody is named
    const ctx = !actor && action.role === 'system' ? this.system() : this.context(actor)
    return through(action, input, ctx)
  }

  async must<I extends z.ZodType, P, O>(action: Action<I, P, O>, input: z.input<I>): Promise<O> {
    const result = await this.act(action, input)
    if (!result.ok) throw new Error(`${action.name}: ${JSON.stringify(result.problem)}`)
    return result.value
  }

  /** As somebody who reads what it touches, and does it all the same; what was asked about comes with it. */
  async knowingly<I extends z.ZodType, P, O>(
    action: Action<I, P, O>,
    input: z.input<I>,
  ): Promise<{ readonly uses: readonly string[]; readonly value: O }> {
    const asked = await this.act(action, input)
    if (asked.ok || asked.problem.code !== 'asks') throw new Error(`${action.name} did not ask`)
    const { uses, key } = asked.problem
    return { uses, value: await this.must(action, Object.assign({ knowing: key }, input)) }
  }

  /** Every feed of the room takes rolls from now on. */
  feedsTakeRolls(): void {
    this.db.$client.exec("update feeds set facts = json_set(facts, '$.kind', 'roll')")
  }

  /** A correction by somebody who has seen the run as it is now; a refusal is an error. */
  async correct(input: Omit<z.input<(typeof ACTIONS)['run.correct']['input']>, 'revision'>): Promise<unknown> {
    const revision = readRun(this.db, input.id)?.corrections.length ?? 0
    return this.must(ACTIONS['run.correct'], Object.assign({ revision }, input))
  }

  /** One value of the database, by SQL. */
  one<T = number>(sql: string, ...values: unknown[]): T {
    const row = this.db.$client.prepare(sql).get(...values) as Record<string, T> | undefined
    return Object.values(row ?? {})[0] as T
  }

  /** A picture row without a file, for tests of everything behind it. */
  picture(width = 4800, height = 6400): string {
    const id = `01a00000-0000-7000-8000-${String(this.one('select count(*) from pictures') + 1).padStart(12, '0')}`
    this.db.$client
      .prepare(
        "insert into pictures (id, sha, name, mime, bytes, width, height, orientation, grey, bits, profile, decoded, thumb_sha, at) values (?, 'x', 'p.jpg', 'image/jpeg', 1, ?, ?, 1, 0, 8, 'sRGB', 1, 'x', 0)",
      )
      .run(id, width, height)
    return id
  }

  /** A slip that could be printed on the room's own preset. */
  async slip(body: PlainSlip = {}): Promise<{ readonly id: string; readonly number: number }> {
    return this.must(ACTIONS['slip.add'], {
      body: plainSlip({
        title: 'Fern',
        pictureId: this.picture(),
        versionId: this.one<string>('select id from preset_versions limit 1'),
        sheet: { kind: 'size', sizeId: 'iso_a4_210x297mm' },
        ...body,
      }),
    })
  }

  /** Logs copies of the first print of a slip that nobody has touched since it was made. */
  async log(slip: { readonly id: string }, outcome: 'good' | 'proof' | 'spoiled', copies = 1): Promise<void> {
    await this.must(ACTIONS['run.log'], {
      slipId: slip.id,
      revision: 1,
      outcome,
      cause: outcome === 'spoiled' ? 'banding' : null,
      note: '',
      prints: [{ printId: 'first', copies, answers: [] }],
    })
  }
}
