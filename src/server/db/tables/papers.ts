import { sql } from 'drizzle-orm'
import { check, index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import { id, retiredAt, revision } from './columns'

export const papers = sqliteTable('papers', {
  id: id(),
  number: integer('number').notNull().unique(),
  maker: text('maker').notNull(),
  name: text('name').notNull(),
  surface: text('surface').notNull(),
  /** g/m2, um; null: nobody has said */
  weight: integer('weight'),
  thicknessUm: integer('thickness_um'),
  /** CIELAB of the bare paper (D50, 2 degrees); null: nobody has measured it */
  white: text('white', { mode: 'json' }),
  note: text('note').notNull().default(''),
  revision: revision(),
  retiredAt: retiredAt(),
})

export const stocks = sqliteTable(
  'stocks',
  {
    id: id(),
    paperId: text('paper_id')
      .notNull()
      .references(() => papers.id),
    kind: text('kind', { enum: ['sheet', 'roll'] }).notNull(),
    /** short edge of the sheet, or width of the roll */
    widthUm: integer('width_um').notNull(),
    /** long edge of the sheet, or length of a new roll */
    lengthUm: integer('length_um').notNull(),
    /** sheets in a pack; 1 for a roll */
    pack: integer('pack').notNull(),
    /** null: nobody has said */
    price: integer('price'),
    /** pieces that were cut off a roll: their price is their share of the roll's, and nobody buys them */
    cut: integer('cut', { mode: 'boolean' }).notNull().default(false),
    revision: revision(),
    retiredAt: retiredAt(),
  },
  (t) => [
    uniqueIndex('one_stock_per_form').on(t.paperId, t.kind, t.widthUm, t.lengthUm).where(sql`${t.cut} = 0`),
    check('stock_sizes', sql`${t.widthUm} > 0 and ${t.lengthUm} > 0 and ${t.pack} > 0 and ${t.price} >= 0`),
  ],
)

/** What a stock cost from a time on; the newest that is not later than a run is what it is priced by. */
export const stockPrices = sqliteTable(
  'stock_prices',
  {
    id: id(),
    stockId: text('stock_id')
      .notNull()
      .references(() => stocks.id),
    validFrom: integer('valid_from').notNull(),
    pack: integer('pack').notNull(),
    price: integer('price'),
    byId: text('by_id').notNull(),
  },
  (t) => [index('stock_prices_by_stock').on(t.stockId, t.validFrom)],
)

export const stockMoves = sqliteTable(
  'stock_moves',
  {
    id: id(),
    stockId: text('stock_id')
      .notNull()
      .references(() => stocks.id),
    at: integer('at').notNull(),
    /** sheets, or whole rolls not opened yet */
    delta: integer('delta').notNull(),
    kind: text('kind', { enum: ['bought', 'run', 'counted', 'opened', 'lost', 'cut'] }).notNull(),
    runId: text('run_id'),
    byId: text('by_id').notNull(),
  },
  (t) => [index('stock_moves_by_stock').on(t.stockId)],
)

export const rolls = sqliteTable('rolls', {
  id: id(),
  number: integer('number').notNull().unique(),
  stockId: text('stock_id')
    .notNull()
    .references(() => stocks.id),
  /** the diameter of its tube; null: nobody has said */
  coreUm: integer('core_um'),
  /** of its paper, where it was taken on this roll; null: what the paper's own page says */
  thicknessUm: integer('thickness_um'),
  /** what it cost; null: what its stock cost when it was opened */
  price: integer('price'),
  /** when the last of it was used or put away; null: it is in use or on the shelf */
  finishedAt: integer('finished_at'),
  revision: revision(),
  retiredAt: retiredAt(),
})

export const rollMoves = sqliteTable(
  'roll_moves',
  {
    id: id(),
    rollId: text('roll_id')
      .notNull()
      .references(() => rolls.id),
    at: integer('at').notNull(),
    kind: text('kind', { enum: ['loaded', 'run', 'trimmed', 'cut by hand', 'test', 'corrected'] }).notNull(),
    deltaUm: integer('delta_um').notNull(),
    runId: text('run_id'),
    note: text('note').notNull().default(''),
    byId: text('by_id').notNull(),
  },
  (t) => [index('roll_moves_by_roll').on(t.rollId)],
)
