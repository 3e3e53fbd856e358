import { eq } from 'drizzle-orm'
import { fromMm, type LengthUnit, um } from '@/core/length/length'
import { tradeLength, writeNumber } from '@/core/length/write'
import type { Page } from '@/core/page/page'
import { bad, type Result } from '@/core/result/result'
import { sheetRect } from '@/core/sheet/sheet'
import { sayThickness } from '@/core/words/paper'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { papers, rollMoves, rolls, stocks } from '@/server/db/schema'
import { inSequence } from '@/server/db/sequence'
import { unitOfRoom } from '@/server/stores/room'
import { codeItems, codeOf, type Modules } from './code'
import { Column, type Measure } from './column'
import { widthOf } from './letters'
import { pdfWork } from './resolve'
import { makePdf } from './work'

/** A label as they come on rolls: 100 x 62 mm. */
const SHEET = { width: fromMm(100), length: fromMm(62) }
const MARGIN = 4000
const CODE = 24_000

/** What a roll's label says. */
export type Labelled = {
  readonly number: number
  readonly paper: string
  readonly width: number
  readonly first: number
  readonly core: number | null
  readonly thickness: number | null
  /** the day that it was opened, as it is written */
  readonly opened: string
}

/** The label of a roll, to be stuck inside its tube: which it is, of what, and where its ledger is kept. */
export function labelPage(roll: Labelled, code: Modules, unit: LengthUnit, measure: Measure): Page {
  const column = new Column(MARGIN - 1500, measure, MARGIN, SHEET.width - MARGIN - CODE - 3000)
  column.text(`Roll ${roll.number}`, 11_000)
  column.space(1500)
  column.text(roll.paper, 4200)
  column.text(`${tradeLength(um(roll.width), unit)} × ${writeNumber(roll.first / 1e6, 1)} m`, 4200)
  column.space(1500)
  const more = [
    `opened ${roll.opened}`,
    ...(roll.core === null ? [] : [`core ${tradeLength(um(roll.core), unit)}`]),
    ...(roll.thickness === null ? [] : [sayThickness(um(roll.thickness), unit)]),
  ]
  for (const line of more) column.text(line, 3000)
  const at = { x: SHEET.width - MARGIN - CODE, y: MARGIN }
  return { sheet: SHEET, trim: sheetRect(SHEET), items: [...column.items, ...codeItems(code, at, CODE)] }
}

/**
 * A roll's label as a PDF.
 * @param addressOf where the ledger of its paper is on this room's server
 */
export async function rollLabel(
  db: Db,
  folder: string,
  id: string,
  addressOf: (paperId: string) => string,
): Promise<Result<{ readonly bytes: Uint8Array; readonly name: string }, Problem>> {
  const row = db
    .select({ roll: rolls, stock: stocks, paper: papers })
    .from(rolls)
    .innerJoin(stocks, eq(stocks.id, rolls.stockId))
    .innerJoin(papers, eq(papers.id, stocks.paperId))
    .where(eq(rolls.id, id))
    .get()
  const opened = db.select().from(rollMoves).where(eq(rollMoves.rollId, id)).orderBy(inSequence(rollMoves)).get()
  if (!row || !opened) return bad({ code: 'not_found', what: 'This roll' })
  const { roll, stock, paper } = row
  const labelled: Labelled = {
    ...{ number: roll.number, paper: paper.name, width: stock.widthUm, first: opened.deltaUm, core: roll.coreUm },
    thickness: roll.thicknessUm ?? paper.thicknessUm,
    opened: new Date(opened.at).toISOString().slice(0, 10),
  }
  const name = `roll ${roll.number}.pdf`
  const work = await pdfWork(db, folder, {
    page: labelPage(labelled, codeOf(addressOf(paper.id)), unitOfRoom(db), widthOf),
    ...{ pictures: [], target: null, curveId: null, grey: null, name },
    about: { title: `Roll ${roll.number}`, subject: paper.name, grey: true },
  })
  if (!work.ok) return work
  const made = await makePdf(work.value, () => {})
  return made.ok ? { ok: true, value: { bytes: made.value, name } } : made
}
