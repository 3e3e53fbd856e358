import { type PrintLine, underWay } from '@/contract/prints'
import { runChecks } from '@/core/checks/all'
import type { Finding } from '@/core/checks/check'
import { notSent } from '@/core/print/ticket'
import type { PrintBody, SlipBody } from '@/core/slip/body'
import { type Catalogue, factsFrom } from '@/core/slip/catalogue'
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
  /** good copies that it still wants; a print that has all of them may still be made once more */
  readonly left: number
  readonly state: 'unready' | 'wanted' | 'printing' | 'done'
  readonly address: string | null
  /** settings that the protocol cannot say */
  readonly notSent: readonly string[]
}

const OUT: readonly string[] = ['good', 'proof', 'spoiled']

/** All prints of a slip, in their order. */
export function wantedOf(known: {
  readonly catalogue: Catalogue
  readonly body: SlipBody
  readonly pictureOf: (id: string) => PictureFacts | null
  readonly runs: readonly { readonly printId: string; readonly outcome: string }[]
  readonly jobs: readonly Pick<PrintLine, 'printId' | 'state'>[]
  readonly addresses: Readonly<Record<string, string>>
  readonly slipDone: boolean
}): readonly Wanted[] {
  return known.body.prints.map((print, i) => {
    const facts = factsFrom(known.catalogue, known.body, print, known.pictureOf)
    const outcome = outcomeOf(facts)
    const own = known.runs.filter((r) => r.printId === print.id)
    const good = own.filter((r) => r.outcome === 'good').length
    const printing = known.jobs.some((j) => j.printId === print.id && underWay(j))
    const ready = outcome.page !== null && facts.version !== null
    return {
      print,
      number: i + 1,
      facts,
      outcome,
      stops: runChecks(facts, outcome).filter((f) => f.level === 'stop'),
      good,
      came: own.some((r) => OUT.includes(r.outcome)),
      left: Math.max(1, print.copies - good),
      state: printing ? 'printing' : good >= print.copies || known.slipDone ? 'done' : ready ? 'wanted' : 'unready',
      address: facts.version ? (known.addresses[facts.version.settings.queueId] ?? null) : null,
      notSent: facts.version ? notSent(facts.version, print.darkness) : [],
    }
  })
}
