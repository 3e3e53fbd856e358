import type { z } from 'zod'
import type { SLIP_QUESTIONS, SlipAnswers, SlipQuestion } from '@/contract/slip-questions'
import { tradePair } from '@/core/length/write'
import { closedVersions } from '@/core/offer/closed-versions'
import { type Offer, otherSizes } from '@/core/offer/other-sizes'
import { bad, ok, type Result } from '@/core/result/result'
import { printOf } from '@/core/slip/body'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { newestVersionIds, readVersionFacts } from './presets'
import { catalogue, picturesOf } from './slips'

type Asked<Q extends SlipQuestion> = z.output<(typeof SLIP_QUESTIONS)[Q]>

/** Rows of offers that are sent at once. */
const MOST_OFFERS = 60

const wordsOf = (o: Offer, unit: 'mm' | 'in'): string =>
  `${o.sizeName ?? ''} ${tradePair(o.width, o.length, unit)} ${o.paperName} ${o.presetName}`.toLowerCase()

/** The answers to what a slip's screen asks. */
export const SLIP_ANSWERS: {
  readonly [Q in SlipQuestion]: (db: Db, asked: Asked<Q>, now: number) => Result<SlipAnswers[Q], Problem>
} = {
  version(db, { versionId }, now) {
    const facts = readVersionFacts(db, versionId, now)
    return facts ? ok(facts) : bad({ code: 'not_found', what: 'What this preset prints with' })
  },
  closed: (db, { unit, ...print }, now) =>
    ok(Object.fromEntries(closedVersions(catalogue(db, now, newestVersionIds(db)), print, unit))),
  offers(db, { body, mode, typed, unit }, now) {
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
  },
}
