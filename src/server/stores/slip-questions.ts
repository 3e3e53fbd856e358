import type { z } from 'zod'
import { readInput } from '@/contract/said'
import { SLIP_QUESTIONS, type SlipAnswers, type SlipQuestion } from '@/contract/slip-questions'
import { tradePair } from '@/core/length/write'
import { type Offer, otherSizes } from '@/core/offer/other-sizes'
import { slipOptions } from '@/core/offer/slip-options'
import { ok, type Result } from '@/core/result/result'
import { printOf } from '@/core/slip/body'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { newestVersionIds } from './presets'
import { catalogue, picturesOf } from './slips'
import { readVersionFacts } from './version-facts'

type Answer<Asked, A> = (db: Db, asked: Asked, now: number) => Result<A, Problem>

/** An answer to whatever comes, after the question's schema has read it. */
const asked =
  <S extends z.ZodType, A>(schema: S, answer: Answer<z.output<S>, A>): Answer<unknown, A> =>
  (db, input, now) => {
    const read = readInput(schema, input)
    return read.ok ? answer(db, read.value, now) : read
  }

/** Rows of offers that are sent at once. */
const MOST_OFFERS = 60

const wordsOf = (o: Offer, unit: 'mm' | 'in'): string =>
  `${o.sizeName ?? ''} ${tradePair(o.width, o.length, unit)} ${o.paperName} ${o.presetName}`.toLowerCase()

/** The answers to what a slip's screen asks. */
export const SLIP_ANSWERS: {
  readonly [Q in SlipQuestion]: Answer<unknown, SlipAnswers[Q]>
} = {
  version: asked(SLIP_QUESTIONS.version, (db, { versionId }, now) => {
    return readVersionFacts(db, versionId, now)
  }),
  closed: asked(SLIP_QUESTIONS.closed, (db, { unit, ...print }, now) =>
    ok(
      Object.fromEntries(
        slipOptions(catalogue(db, now, newestVersionIds(db)), { ...print, versionId: null }, unit).closedVersions(),
      ),
    ),
  ),
  'way-out': asked(SLIP_QUESTIONS['way-out'], (db, { unit, want, ...print }, now) => {
    const ids = [...new Set([...newestVersionIds(db), ...(print.versionId ? [print.versionId] : [])])]
    return ok(slipOptions(catalogue(db, now, ids), print, unit).wayOut(want))
  }),
  offers: asked(SLIP_QUESTIONS.offers, (db, { body, mode, typed, unit }, now) => {
    const pictures = picturesOf(db, body)
    const all = otherSizes(
      catalogue(db, now, newestVersionIds(db)),
      body,
      printOf(body, null),
      mode,
      (id) => pictures.get(id) ?? null,
    )
    const words = typed.trim().toLowerCase().split(/\s+/)
    const meant = all.filter((o) => words.every((w) => wordsOf(o, unit).includes(w)))
    return ok({ offers: meant.slice(0, MOST_OFFERS), count: meant.length, room: all.length > 0 })
  }),
}
