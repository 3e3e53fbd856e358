import { type PrintLine, underWay } from '@/contract/prints'
import { runChecks } from '@/core/checks/all'
import type { Finding } from '@/core/checks/check'
import type { PrintBody, SlipBody } from '@/core/slip/body'
import { type Catalogue, factsFrom } from '@/core/slip/catalogue'
import { type CopyCounts, copiesWanted, NO_COPIES } from '@/core/slip/copies'
import type { PictureFacts, PrintFacts } from '@/core/slip/facts'
import { outcomeOf, type PrintOutcome } from '@/core/slip/outcome'

/** A print of a slip with where it stands, and what has to be known before it is printed or logged. */
export type Wanted = {
  readonly print: PrintBody
  /** from 1, in the slip's order */
  readonly number: number
  readonly facts: PrintFacts
  readonly outcome: PrintOutcome
  readonly stops: readonly Finding[]
  /** good copies in the log */
  readonly good: number
  /** something came out that can be looked at: a good print, a proof, a spoiled one */
  readonly came: boolean
  /** copies still wanted; of a print that wants none one may still be made */
  readonly left: number
  /** `asked`: nobody knows yet whether a copy came out; `planned`: what it wants lies in a kept plan */
  readonly state: 'unready' | 'wanted' | 'asked' | 'printing' | 'planned' | 'done'
  readonly address: string | null
}

const OUT: readonly string[] = ['good', 'proof', 'spoiled']

/** All prints of a slip, in their order. */
export function wantedOf(known: {
  readonly catalogue: Catalogue
  readonly body: SlipBody
  readonly pictureOf: (id: string) => PictureFacts | null
  readonly runs: readonly { readonly printId: string; readonly outcome: string }[]
  readonly jobs: readonly Pick<PrintLine, 'printId' | 'state'>[]
  /** by print; one that was added since has none */
  readonly copies: Readonly<Record<string, CopyCounts>>
  readonly addresses: Readonly<Record<string, string>>
  readonly slipDone: boolean
}): readonly Wanted[] {
  return known.body.prints.map((print, i) => {
    const facts = factsFrom(known.catalogue, known.body, print, known.pictureOf)
    const outcome = outcomeOf(facts)
    const own = known.runs.filter((r) => r.printId === print.id)
    const counts = known.copies[print.id] ?? NO_COPIES
    const wants = copiesWanted(print.copies, counts)
    const jobs = known.jobs.filter((j) => j.printId === print.id)
    const ready = outcome.page !== null && facts.version !== null
    return {
      print,
      number: i + 1,
      facts,
      outcome,
      stops: runChecks(facts, outcome).filter((f) => f.level === 'stop'),
      good: counts.good,
      came: own.some((r) => OUT.includes(r.outcome)),
      left: Math.max(1, wants),
      state: stateOf(),
      address: facts.version ? (known.addresses[facts.version.settings.queueId] ?? null) : null,
    }

    function stateOf(): Wanted['state'] {
      if (jobs.some((j) => j.state === 'not known')) return 'asked'
      if (jobs.some(underWay)) return 'printing'
      if (counts.good >= print.copies || known.slipDone) return 'done'
      if (wants === 0) return 'planned'
      return ready ? 'wanted' : 'unready'
    }
  })
}
