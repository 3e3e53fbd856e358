import type { LengthUnit, Um } from '@/core/length/length'
import { measuredPair, tradeLength, tradePair, writeLength, writeNumber } from '@/core/length/write'
import type { PxRect } from '@/core/placing/placing'
import { sharpFrom } from '@/core/placing/placing'
import { sayDarkness } from '@/core/printer/darkness'
import type { PieceBody, PrintBody } from '@/core/slip/body'
import type { BrokenVersion, PictureFacts, VersionFacts } from '@/core/slip/facts'
import type { PieceOutcome, PrintOutcome } from '@/core/slip/outcome'
import { sayDistance } from '@/core/words/checks'
import { sayLost } from '@/core/words/problems'
import { sayDriverProfile } from '@/core/words/settings'

/** A closed line of the docket: a sentence, and what stands below it in small. */
export type Line = { readonly says: string; readonly detail: string }

/** `3:4`, or `1.78:1` where no small whole numbers say it. */
export function sayRatio(w: number, h: number): string {
  for (let d = 1; d <= 12; d++) {
    const n = (w / h) * d
    if (Math.abs(n - Math.round(n)) < 0.004 * d && Math.round(n) > 0) return `${Math.round(n)}:${d}`
  }
  return `${writeNumber(w / h, 2)}:1`
}

const wholePx = (n: number): string => writeNumber(Math.round(n), 0)

export function pictureLine(picture: PictureFacts | null, crop: PxRect | null): Line {
  if (!picture) return { says: 'No picture yet', detail: 'drop a JPEG, PNG or TIFF here, or paste one' }
  const colour = picture.grey ? 'grey' : 'colour'
  const profile = picture.profile ?? 'no profile'
  const part = crop ? `cropped to ${wholePx(crop.w)} × ${wholePx(crop.h)}` : 'all of it'
  const bits = picture.bits === 16 ? ', 16 bit' : ''
  return {
    says: picture.name,
    detail: `${wholePx(picture.width)} × ${wholePx(picture.height)} px, ${sayRatio(picture.width, picture.height)}, ${colour}${bits}, ${profile}, ${part}`,
  }
}

export function presetLine(version: VersionFacts | null, broken: BrokenVersion | null = null): Line {
  if (broken)
    return {
      says: `${broken.presetName}, version ${broken.number}, cannot print any more`,
      detail: `${sayLost(broken.lost)}: choose another preset`,
    }
  if (!version) return { says: 'No preset yet', detail: 'how it is printed, and on which paper' }
  return {
    says: `${version.presetName}, version ${version.number}`,
    detail: `seal ${version.seal}, ${version.mediaSetting.name}, ${version.quality.name.toLowerCase()}, ${version.feed.name}`,
  }
}

export function sheetLine(
  print: PrintBody,
  sizeName: string | null,
  outcome: PrintOutcome,
  version: VersionFacts | null,
  unit: LengthUnit,
): Line {
  const { sheet } = outcome
  if (!sheet) return { says: 'No sheet yet', detail: 'a size, or a length from a roll' }
  const { width, length } = sheet.sheet
  if (print.sheet?.kind === 'cut')
    return {
      says: `${tradeLength(length, unit)} cut from a roll of ${tradeLength(width, unit)}`,
      detail: print.sheet.length === 'auto' ? 'as long as the print needs' : 'a fixed length',
    }
  const [a, b] = sheet.fit.turned ? [length, width] : [width, length]
  return {
    says: `${sizeName ?? 'Sheet'}${sizeName && /\d\s*×/.test(sizeName) ? '' : `, ${tradePair(a, b, unit)}`}, ${sheet.fit.leads} edge first`,
    detail: `${print.again ? 'the sheet of the print before, fed again: ' : ''}${version?.feed.name ?? 'any feed'}`,
  }
}

export function edgeLine(print: PrintBody, outcome: PrintOutcome, unit: LengthUnit): Line {
  const { sheet } = outcome
  if (print.edge === 'margins') {
    const m = sheet?.margins
    return {
      says: 'Margins',
      detail: m
        ? `left ${writeLength(m.left, unit)}, right ${writeLength(m.right, unit)}, lead ${writeLength(m.lead, unit)}, trail ${writeLength(m.trail, unit)}`
        : 'the printer’s own',
    }
  }
  if (!sheet?.borderless) return { says: 'Borderless, not possible here', detail: 'shown with margins instead' }
  const over = Math.max(sheet.overspray.left, sheet.overspray.right, sheet.overspray.lead, sheet.overspray.trail)
  const across = `${writeNumber((sheet.enlargement.gx - 1) * 100, 1)} %`
  const along = `${writeNumber((sheet.enlargement.gy - 1) * 100, 1)} %`
  return {
    says: `Borderless, enlargement ${print.enlargement}`,
    detail: `sprays up to ${writeLength(over as Um, unit)} past the edge, which enlarges by ${across} across, ${along} along`,
  }
}

const PLACED = {
  whole: 'Whole picture',
  fill: 'Fills the frame',
  exact: 'Exact size',
  'file size': 'As the file says',
} as const

export function placingLine(
  print: PrintBody,
  { placing }: PieceBody,
  { sheet }: PrintOutcome,
  laid: PieceOutcome | null,
  unit: LengthUnit,
): Line {
  const mode = PLACED[placing.mode]
  const centring = sheet?.borderless
    ? ''
    : print.centring.kind === 'true'
      ? ', true centre'
      : print.centring.kind === 'even'
        ? ', even margins'
        : print.centring.kind === 'asked'
          ? ', asked margins'
          : ''
  if (!laid) return { says: `${mode}${centring}`, detail: 'waits for picture and sheet' }
  const ppi = Math.min(laid.ppi.across, laid.ppi.along)
  const lost =
    laid.placed.lossPercent >= 0.05 ? `, ${writeNumber(laid.placed.lossPercent, 1)} % of the picture lost` : ''
  return {
    says: `${mode}, ${measuredPair(laid.asked.w, laid.asked.h, unit)}${centring}`,
    detail: `${laid.quarter === 0 ? '' : `turned ${laid.quarter * 90}° clockwise, `}${writeNumber(ppi, 0)} ppi, sharp from ${sayDistance(sharpFrom(ppi), unit)}${lost}`,
  }
}

export function toneLine(print: PrintBody, version: VersionFacts | null): Line {
  if (!version) return { says: 'As the preset says', detail: '' }
  const { colourMode, printerColour, driverProfile, fileColour, tint } = version.settings
  const file =
    fileColour.kind === 'untouched'
      ? 'file untouched'
      : `to profile ${version.profile?.name ?? 'missing'}, ${fileColour.intent}, black point ${fileColour.blackPoint ? 'on' : 'off'}`
  if (colourMode === 'colour') {
    const driver = driverProfile ? ` (${sayDriverProfile(driverProfile)})` : ''
    return { says: `Printer colour ${printerColour ?? 'not said'}${driver}`, detail: file }
  }
  return {
    says: `Monochrome, ${sayDarkness(print.darkness, version.darkness)} for this picture`,
    detail: `${file}${print.grey ? `, grey ${print.grey === 'as light' ? 'as light as it looks' : `as through a ${print.grey}`}` : ''}${tint ? `, tint ${tint.a}, ${tint.b}` : ''}${print.darkness === 0 ? '' : '; darkness cannot be sent: set it at the printer'}`,
  }
}

/** A first title from a file's name: no ending, words apart, a capital. */
export function titleFrom(fileName: string): string {
  const words = fileName
    .replace(/\.[^.]+$/, '')
    .replace(/[_-]+/g, ' ')
    .trim()
    .slice(0, 120)
  return words === '' ? '' : (words[0]?.toUpperCase() ?? '') + words.slice(1)
}
