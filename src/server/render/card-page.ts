import type { BenchCard } from '@/contract/views/card'
import { fromMm } from '@/core/length/length'
import type { Page, PageItem, PicturePart } from '@/core/page/page'
import type { PictureSize } from '@/core/placing/placing'
import { rect, sheetRect } from '@/core/sheet/sheet'
import { codeItems, type Modules } from './code'
import { Column, type Measure } from './column'

/** ISO 216 A5, upright. */
const SHEET = { width: fromMm(148), length: fromMm(210) }
const MARGIN = 9000
const RIGHT = SHEET.width - MARGIN
const CODE = 26_000
/** Text of the steps at its full size; a long card is set smaller. */
const STEP = 3300
const SMALL = 2500
const LEAST = 0.55

/**
 * The card as an A5 page for the wall: what it is of, how to load, then every setting in the dialog's order, with a code
 * that leads to the same card on a phone. A card of many settings is set smaller, so that it stays one page.
 * @param picture the feed's picture, where it has one.
 */
export function cardPage(
  card: BenchCard,
  code: Modules,
  picture: { readonly id: string; readonly size: PictureSize } | null,
  measure: Measure,
): Page {
  const head = headOf(card, code, measure)
  const room = SHEET.length - MARGIN - head.y
  let scale = 1
  let body = bodyOf(card, picture, measure, head.y, scale)
  while (body.y - head.y > room && scale > LEAST) {
    scale = Math.max(LEAST, scale - 0.05)
    body = bodyOf(card, picture, measure, head.y, scale)
  }
  return { sheet: SHEET, trim: sheetRect(SHEET), items: [...head.items, ...body.items] }
}

type Set = { readonly items: readonly PageItem[]; readonly y: number }

function headOf(card: BenchCard, code: Modules, measure: Measure): Set {
  const to = RIGHT - CODE - 4000
  const column = new Column(MARGIN - 1500, measure, MARGIN, RIGHT)
  column.text(card.presetName, 5200, MARGIN, to)
  column.space(900)
  column.text(`version ${card.number}, seal ${card.seal}`, SMALL, MARGIN, to)
  column.text(`${card.printerName}, ${card.queueName}`, SMALL, MARGIN, to)
  if (card.print) {
    const leads = card.print.leads ? `, ${card.print.leads} edge first` : ''
    column.space(900)
    column.text(`Slip ${card.print.slipNumber}: ${card.print.title}${leads}`, STEP, MARGIN, to)
  }
  return {
    items: [...column.items, ...codeItems(code, { x: RIGHT - CODE, y: MARGIN }, CODE)],
    y: Math.max(column.y, MARGIN + CODE) + 3500,
  }
}

function bodyOf(
  card: BenchCard,
  picture: { readonly id: string; readonly size: PictureSize } | null,
  measure: Measure,
  from: number,
  scale: number,
): Set {
  const [step, small] = [STEP * scale, SMALL * scale]
  const column = new Column(from, measure, MARGIN, RIGHT)
  column.rule(300)
  column.space(500)
  column.text(
    `Load ${card.paperName}${card.print ? `, ${card.print.sheet},` : ''} in the ${card.feed.name}`,
    step * 1.15,
  )
  const top = column.y + 1200
  const aside = picture ? 40_000 * scale : 0
  for (const says of card.feed.loading) column.text(says, small, MARGIN, RIGHT - aside - (aside > 0 ? 3000 : 0))
  if (card.feed.message) {
    column.space(600)
    column.text(`Then: ${card.feed.message}`, small, MARGIN, RIGHT - aside - (aside > 0 ? 3000 : 0))
  }
  if (picture) {
    const part = pictureItem(picture, { x: RIGHT - aside, y: top, w: aside, h: 28_000 * scale })
    column.items.push(part)
    column.y = Math.max(column.y, part.window.y + part.window.h)
  }
  column.space(step)
  const parts = [
    [`In the dialog of ${card.queueName}`, card.steps.filter((s) => s.at === 'dialog')],
    ['At the printer, or wherever it has them', card.steps.filter((s) => s.at === 'printer')],
  ] as const
  let number = 0
  for (const [title, steps] of parts) {
    if (steps.length === 0) continue
    column.text(title, step * 1.15)
    column.space(step * 0.4)
    for (const s of steps) {
      number += 1
      column.rule()
      const y = column.y
      column.text(String(number), step, MARGIN, MARGIN + 7000)
      column.y = y
      column.text(s.label, step, MARGIN + 8000, 74_000)
      const left = column.y
      column.y = y
      column.text(s.value, step, 76_000)
      const more = [
        ...(s.after.length > 0 ? [`after ${s.after.join(', ')}`] : []),
        ...(s.afresh ? ['set it afresh each time'] : []),
      ]
      if (more.length > 0) column.text(more.join('; '), small, 76_000)
      column.y = Math.max(column.y, left) + step * 0.55
    }
    column.space(step * 0.8)
  }
  return { items: column.items, y: column.y }
}

/** A picture as large as its box takes it, at the box's right top. */
function pictureItem(
  picture: { readonly id: string; readonly size: PictureSize },
  box: { readonly x: number; readonly y: number; readonly w: number; readonly h: number },
): PicturePart {
  const { width, height } = picture.size
  const scale = Math.min(box.w / width, box.h / height)
  const lies = rect(box.x + box.w - width * scale, box.y, width * scale, height * scale)
  return {
    ...{ kind: 'picture', pictureId: picture.id, quarter: 0, mirror: false, full: lies, window: lies },
    crop: { x: 0, y: 0, w: width, h: height },
  }
}
