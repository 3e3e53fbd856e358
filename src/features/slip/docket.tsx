'use client'

import type { EarlierPrint } from '@/contract/views/slip'
import { times } from '@/core/money/money'
import type { Asked } from '@/core/offer/slip-options'
import { wholeCrop } from '@/core/placing/placing'
import {
  type PieceBody,
  type PlainPatch,
  type PrintBody,
  patched,
  type SlipBody,
  type SlipHead,
} from '@/core/slip/body'
import { factsFrom } from '@/core/slip/catalogue'
import type { PrintFacts } from '@/core/slip/facts'
import { outcomeOf, type PieceOutcome, type PrintOutcome } from '@/core/slip/outcome'
import { printSays } from '@/core/slip/says'
import { sayAmount, sayChargeLine } from '@/core/words/charge'
import { sayDuration } from '@/ui/parts/dates'
import { useWays } from '@/ui/unit/unit'
import { DocketLine } from './docket-line'
import { Earlier } from './earlier'
import { EdgeFields } from './lines/edge-fields'
import { PictureFields } from './lines/picture-fields'
import { PlacingFields } from './lines/placing-fields'
import { PresetFields } from './lines/preset-fields'
import { SheetFields } from './lines/sheet-fields'
import { ChargeFields, CopiesFields, ScreenField, ToneFields } from './lines/small-fields'
import { edgeLine, type Line, pictureLine, placingLine, presetLine, sheetLine, toneLine } from './sentences'
import css from './slip.module.css'
import type { SlipPage } from './types'
import type { Taken } from './use-uploads'

export const LINES = ['picture', 'preset', 'sheet', 'edge', 'placing', 'tone', 'copies', 'charge'] as const
export type LineName = (typeof LINES)[number]

const LABELS: Readonly<Record<LineName, string>> = {
  picture: 'Picture',
  preset: 'Preset',
  sheet: 'Sheet',
  edge: 'Edge',
  placing: 'Placing',
  tone: 'Tone',
  copies: 'Copies',
  charge: 'Charge',
}

/** The line that a print opens with: the first that still needs something, else none. */
export function firstOpen(print: PrintBody): LineName | null {
  if (print.pieces.some((p) => !p.pictureId)) return 'picture'
  if (!print.versionId) return 'preset'
  return print.sheet ? null : 'sheet'
}

/** The numbered lines of one print of a slip. */
export function Docket(props: {
  readonly page: SlipPage
  readonly catalogue: SlipPage['catalogue']
  readonly people: SlipPage['people']
  readonly body: SlipBody
  readonly print: PrintBody
  readonly piece: PieceBody
  readonly facts: PrintFacts
  readonly outcome: PrintOutcome
  readonly closed: ReadonlyMap<string, string>
  readonly editable: boolean
  readonly open: LineName | null
  /** good copies of this print so far */
  readonly good: number
  readonly onOpen: (line: LineName | null) => void
  readonly edit: (patch: PlainPatch) => void
  readonly editHead: (patch: Partial<SlipHead>) => void
  readonly onPicture: (id: string, fileName: string) => void
  readonly onMore: (files: readonly Taken[]) => Promise<void>
  readonly onSlips: (files: readonly Taken[]) => Promise<void>
  readonly onVersion: (id: string) => void
  /** takes a way that opens what is closed */
  readonly onWay: (set: Partial<Asked>) => void
  readonly onAnotherSize: (() => void) | null
  /** asks for what was asked when its picture came in before */
  readonly onEarlier: (earlier: EarlierPrint) => void
}) {
  const { page, catalogue, people, body, print, piece, facts, outcome, editable, good, edit } = props
  const { unit } = useWays()
  const [shown, laid] = [facts.pictures[0] ?? null, outcome.pieces[0] ?? null]
  const sheet = outcome.sheet?.sheet ?? null
  const group = people.find((p) => p.id === body.memberId)?.groupName ?? null
  const line = (name: LineName, says: Line) => ({
    number: LINES.indexOf(name) + 1,
    label: LABELS[name],
    line: says,
    open: props.open === name,
    onToggle: () => props.onOpen(props.open === name ? null : name),
  })
  // the same figure as line 5 says of filling
  const lossOn = (sizeId: string): number | null => {
    const filled = patched(print, { sheet: { kind: 'size', sizeId }, placing: { mode: 'fill' } })
    const there = factsFrom(catalogue, body, filled, (id) => facts.pictures.find((p) => p?.id === id) ?? null)
    return outcomeOf(there).pieces[0]?.placed.lossPercent ?? null
  }
  const before = (
    <Earlier
      earlier={editable && good === 0 && piece.pictureId ? (page.earlier[piece.pictureId] ?? []) : []}
      now={page.now}
      onTake={props.onEarlier}
    />
  )
  return (
    <>
      <DocketLine {...line('picture', pictureLine(shown, piece.crop))} pictureId={piece.pictureId}>
        {before}
        <PictureFields
          picture={shown}
          crop={piece.crop}
          printRatio={printRatio(piece, laid)}
          sheetRatio={sheet ? Math.max(sheet.width, sheet.length) / Math.min(sheet.width, sheet.length) : null}
          disabled={!editable}
          onPicture={props.onPicture}
          onMore={props.onMore}
          onSlips={props.onSlips}
          onCrop={(crop) => edit({ crop })}
        />
      </DocketLine>
      <DocketLine
        {...line('preset', presetLine(facts.version, catalogue.broken.find((v) => v.id === print.versionId) ?? null))}
      >
        {before}
        <PresetFields
          cardHref={`/slips/${page.slip.id}/card?print=${print.id}`}
          choices={page.choices}
          version={facts.version}
          newer={print.versionId ? (page.newer[print.versionId] ?? null) : null}
          closed={props.closed}
          print={printSays(facts, sheet, unit)}
          onVersion={props.onVersion}
          asked={print}
          onWay={props.onWay}
        />
      </DocketLine>
      <DocketLine {...line('sheet', sheetLine(print, facts.size?.name ?? null, outcome, facts.version, unit))}>
        <SheetFields
          sheet={print.sheet}
          catalogue={catalogue}
          version={facts.version}
          crop={piece.crop ?? (shown ? wholeCrop(shown) : null)}
          length={sheet?.length ?? null}
          onSheet={(next) => edit({ sheet: next })}
          print={print}
          onWay={props.onWay}
          laidOn={outcome.sheet}
          onPiece={edit}
          lossOn={lossOn}
        />
        {props.onAnotherSize ? (
          <button type="button" className={css.offer} onClick={props.onAnotherSize}>
            This picture in another size too
          </button>
        ) : null}
      </DocketLine>
      <DocketLine {...line('edge', edgeLine(print, outcome, unit))}>
        <EdgeFields
          print={print}
          laid={laid}
          outcome={outcome}
          version={facts.version}
          onChange={edit}
          onWay={props.onWay}
          facts={facts}
        />
      </DocketLine>
      <DocketLine {...line('placing', placingLine(print, piece, outcome, laid, unit))}>
        <PlacingFields
          facts={facts}
          piece={piece}
          outcome={outcome}
          laid={laid}
          sizes={catalogue.sizes}
          onChange={edit}
        />
      </DocketLine>
      <DocketLine {...line('tone', judged(toneLine(print, facts.version), facts.screen?.name))}>
        <ToneFields
          print={print}
          version={facts.version}
          coloured={facts.pictures.some((p) => p !== null && !p.grey)}
          onChange={edit}
        />
        <ScreenField
          screens={catalogue.screens ?? []}
          screenId={body.screenId ?? null}
          onScreen={(screenId) => props.editHead({ screenId })}
        />
      </DocketLine>
      <DocketLine
        {...line('copies', { says: String(print.copies), detail: copiesDetail(print, good, page.lastCopies, outcome) })}
      >
        <CopiesFields print={print} lastCopies={page.lastCopies} done={good} onChange={edit} />
      </DocketLine>
      <DocketLine {...line('charge', chargeLine(outcome.charge, body, print, group, catalogue))}>
        <ChargeFields
          chargeTo={body.chargeTo}
          charge={outcome.charge}
          groupName={group}
          onChargeTo={(chargeTo) => props.editHead({ chargeTo })}
        />
      </DocketLine>
    </>
  )
}

/** Width over height of a print that is asked with both edges, as the picture stands upright. */
function printRatio({ placing }: PieceBody, laid: PieceOutcome | null): number | null {
  if (placing.mode !== 'exact' || placing.by.edge !== 'both') return null
  const { width, height } = placing.by
  if (width <= 0 || height <= 0) return null
  return laid && laid.quarter % 2 === 1 ? height / width : width / height
}

/** With the screen on which it was judged, where one is named. */
const judged = (said: Line, screen: string | undefined): Line =>
  screen ? { ...said, detail: `${said.detail ? `${said.detail}; ` : ''}judged on ${screen}` } : said

function copiesDetail(print: PrintBody, good: number, before: number | null, outcome: PrintOutcome): string {
  if (good > 0) return `${good} good so far`
  if (before !== null && before !== print.copies) return `the slip before asked for ${before}`
  if (outcome.seconds === null) return outcome.page ? 'time not known' : ''
  return `about ${sayDuration(outcome.seconds * print.copies)} at the printer`
}

function chargeLine(
  charge: PrintOutcome['charge'],
  body: SlipHead,
  print: PrintBody,
  group: string | null,
  { currency }: SlipPage['catalogue'],
): Line {
  if (!charge) return { says: 'Nothing yet', detail: 'counted once picture, preset and sheet are chosen' }
  const to = body.chargeTo === 'group' && group ? 'the group account' : body.memberId ? 'the member' : 'nobody yet'
  const each = print.copies > 1 ? ` each, ${sayAmount(charge, times(charge.total, print.copies), currency)}` : ''
  return {
    says: `${sayAmount(charge, charge.total, currency)}${each} to ${to}`,
    detail: charge.lines.map((l) => `${l.what} ${sayChargeLine(charge, l, currency)}`).join(', '),
  }
}
