import type { Logger } from 'pino'
import { ZodError } from 'zod'
import { documentSchema, readStored } from '@/contract/print-job'
import type { Ticket } from '@/core/print/ticket'
import { bad, ok, type Result } from '@/core/result/result'
import { sayReasons, wantsPaper } from '@/core/words/printer-says'
import { type Problem, sayProblem } from '@/core/words/problems'
import { type StepTo, stepPrint } from '@/server/actions/prints'
import { sayTrouble } from '@/server/db/trouble'
import { type DoorContext, through } from '@/server/door/door'
import { type PrinterAddress, readAddress } from '@/server/protocol/address'
import { PATIENCE, type Patience } from '@/server/protocol/client'
import {
  cancelJob,
  isOurs,
  type JobReport,
  jobList,
  jobReport,
  newJobOf,
  type OurJob,
  printJob,
  standsBecause,
  validateJob,
} from '@/server/protocol/job'
import { known } from '@/server/protocol/known'
import { JOB_STATE, jobStateWord } from '@/server/protocol/status'
import { rasterWork } from '@/server/render/resolve'
import { rasterInThread, Stopped } from '@/server/render/thread'
import type { OpenPage } from '@/server/render/work'
import {
  countTry,
  jobsUnderWay,
  leasePrintJob,
  type PrintJob,
  readPrintJob,
  releasePrintJob,
  reportPrint,
} from '@/server/stores/print-jobs'

/** How often the table and the printer are looked at, and how long a printer may be away before a person is asked. */
export type Pace = {
  readonly idleMs: number
  readonly pollMs: number
  readonly awayMs: number
  readonly patience: Patience
}
export const PACE: Pace = { idleMs: 200, pollMs: 400, awayMs: 90_000, patience: PATIENCE }

type Context = () => DoorContext
type Log = Pick<Logger, 'info' | 'error'>

/**
 * Prints what waits, one job at a time for each address, until the signal says stop. Each state is written before the
 * step that it names, so that whatever happens in between is found again; a room that cannot be written is waited for.
 */
export async function printUntil(signal: AbortSignal, context: Context, log: Log, pace: Pace = PACE): Promise<void> {
  const busy = new Map<string, Promise<void>>()
  while (!signal.aborted) {
    try {
      for (const print of jobsUnderWay(context().db)) {
        if (busy.has(print.address) || !leasePrintJob(context().db, print.id, Date.now(), false)) continue
        const work = followed(print, new Printing(print.id, context, pace, signal, log), context, log, pace)
        busy.set(
          print.address,
          work.finally(() => busy.delete(print.address)),
        )
      }
    } catch (error) {
      log.error({ error: String(error) }, 'what waits to be printed could not be read')
      await rest(pace.pollMs)
    }
    await rest(pace.idleMs)
  }
  await Promise.all(busy.values())
}

/** A third of a lease. */
const RENEW_MS = 5000

/** Follows one job to its end under a lease that is renewed meanwhile; what throws is told and tried again. */
async function followed(
  print: { readonly id: string; readonly jobName: string },
  printing: Printing,
  context: Context,
  log: Log,
  pace: Pace,
): Promise<void> {
  const told = (error: unknown): void => log.error({ print: print.jobName, error: String(error) }, 'printing')
  const quietly = (work: () => unknown): void => {
    try {
      work()
    } catch (error) {
      told(error)
    }
  }
  const renewing = setInterval(() => quietly(() => leasePrintJob(context().db, print.id, Date.now(), true)), RENEW_MS)
  try {
    await printing.run()
  } catch (error) {
    told(error)
    await rest(pace.pollMs)
  } finally {
    clearInterval(renewing)
    quietly(() => releasePrintJob(context().db, print.id))
  }
}

/** An end that could not be booked this often is asked of a person. */
const MOST_TRIES = 3

const rest = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

/** One print from where its row says that it is. */
class Printing {
  private cancelSent = false

  constructor(
    private readonly id: string,
    private readonly context: Context,
    private readonly pace: Pace,
    private readonly stop: AbortSignal,
    private readonly log: Log,
  ) {}

  private row(): PrintJob {
    const row = readPrintJob(this.context().db, this.id)
    if (!row) throw new Error(`print ${this.id} is gone`)
    return row
  }

  private async step(to: StepTo): Promise<void> {
    const why = await this.tried(to)
    if (why === null) return
    // an end that cannot be booked must not hold up what waits behind it for ever
    const ends = to.state === 'done' || to.state === 'not known'
    if (ends && countTry(this.context().db, this.id) >= MOST_TRIES) {
      const says = `${to.says}. It could not be booked: ${why}`
      if ((await this.tried({ state: 'unbooked', says })) === null) return
    }
    throw new Error(why)
  }

  /** Why a step could not be taken; null: it was. */
  private async tried(to: StepTo): Promise<string | null> {
    try {
      const result = await through(stepPrint, { id: this.id, to }, this.context())
      return result.ok ? null : sayProblem(result.problem)
    } catch (error) {
      this.log.error({ print: this.id, to: to.state, error: String(error) }, 'a step of a print')
      return error instanceof ZodError ? 'what was kept of this print cannot be read.' : whyNotMade(error)
    }
  }

  async run(): Promise<void> {
    const print = this.row()
    const address = readAddress(print.address)
    if (!address.ok) return this.step({ state: 'failed', problem: sayProblem(address.problem), says: '' })
    const trusted = known(this.context().db, address.value)
    if (print.state === 'queued') return this.send(print, trusted)
    if (print.state === 'sending' || print.ippJobId === null)
      return this.recover(trusted, 'Libreta was closed while it sent this print.')
    return this.follow(trusted)
  }

  /** The page with its pictures open. What throws while they are opened is told and ends this print, not those behind it. */
  private async made(
    print: PrintJob,
    signal: AbortSignal,
  ): Promise<Result<OpenPage & { readonly ticket: Ticket }, Problem>> {
    const { db, folder } = this.context()
    try {
      const document = readStored(documentSchema, print.document)
      const work = await rasterWork(db, folder, document)
      if (!work.ok) return work
      const opened = await rasterInThread(work.value, signal)
      return opened.ok ? ok({ ...opened.value, ticket: document.ticket }) : opened
    } catch (error) {
      if (error instanceof Stopped) throw error
      this.log.error({ print: print.jobName, error: String(error) }, 'a page could not be made')
      return bad({ code: 'render_failed', why: whyNotMade(error) })
    }
  }

  /** Sends what waits. A cancel reaches whatever is being made of it, at the latest after two looks at the table. */
  private async send(print: PrintJob, address: PrinterAddress): Promise<void> {
    const broke = new AbortController()
    const watch = setInterval(() => this.quietly(() => this.row().cancelAsked && broke.abort()), this.pace.idleMs)
    try {
      const made = await this.made(print, broke.signal)
      if (!made.ok) return await this.step({ state: 'failed', problem: sayProblem(made.problem), says: '' })
      try {
        await this.hand(print, address, made.value, broke.signal)
      } finally {
        made.value.close()
      }
    } catch (error) {
      if (!(error instanceof Stopped)) throw error
      // cancelled while it waited its row says so already
      if (this.row().state !== 'cancelled')
        await this.step({ state: 'cancelled', says: 'cancelled before it was sent' })
    } finally {
      clearInterval(watch)
    }
  }

  private async hand(
    print: PrintJob,
    address: PrinterAddress,
    { ticket, stream }: OpenPage & { readonly ticket: Ticket },
    broke: AbortSignal,
  ): Promise<void> {
    const valid = await validateJob(address, print.jobName, ticket, this.pace.patience)
    if (!valid.ok) return await this.step({ state: 'failed', problem: sayProblem(valid.problem), says: '' })
    if (this.row().cancelAsked) return await this.step({ state: 'cancelled', says: 'cancelled before it was sent' })
    await this.step({ state: 'sending' })
    let last = 0
    const told = (part: number): void => {
      if (performance.now() - last < 400) return
      last = performance.now()
      this.quietly(() => reportPrint(this.context().db, this.id, part))
    }
    const sent = await printJob(address, print.jobName, ticket, stream(told), this.pace.patience, broke)
    if (sent.ok) {
      const job = newJobOf(sent.value)
      if (job === null) return await this.recover(address, 'The printer took this print and gave it no number.')
      await this.step({ state: 'printing', ippJobId: job.id, jobUri: job.uri, says: 'taken by the printer' })
      return await this.follow(address)
    }
    const said = sayProblem(sent.problem)
    if (sent.problem.code === 'printer_refused') return await this.step({ state: 'failed', problem: said, says: '' })
    return await this.recover(address, broke.aborted ? 'Sending was cancelled.' : said)
  }

  /** Bookkeeping on the way: a room that is locked for a moment does not break off what is being sent. */
  private quietly(work: () => unknown): void {
    try {
      work()
    } catch (error) {
      this.log.error({ error: String(error) }, 'while printing')
    }
  }

  /**
   * After a break nobody knows whether the printer has the print. Its jobs are asked for by the name that only this one
   * has: found, it is followed; not found, a person is asked. It is never sent again.
   */
  private async recover(address: PrinterAddress, what: string): Promise<void> {
    const { jobName } = this.row()
    const began = performance.now()
    while (!this.stop.aborted) {
      const jobs = await jobList(address, this.pace.patience)
      if (jobs.ok) {
        const mine = jobs.value.find((j) => j.name === jobName)
        if (mine) {
          if (mine.state === JOB_STATE.aborted && mine.sheets === 0 && this.row().cancelAsked)
            return this.step({ state: 'cancelled', says: sayJob(mine) })
          await this.step({ state: 'printing', ippJobId: mine.id, jobUri: mine.uri || null, says: sayJob(mine) })
          return this.follow(address)
        }
        return this.step({ state: 'not known', says: `${what} ${sayJobs(jobs.value, jobName)}` })
      }
      if (performance.now() - began > this.pace.awayMs)
        return this.step({ state: 'not known', says: `${what} ${sayProblem(jobs.problem)}` })
      await rest(this.pace.pollMs)
    }
  }

  private async follow(address: PrinterAddress): Promise<void> {
    const { jobName, ippJobId, jobUri } = this.row()
    if (ippJobId === null) throw new Error('a print is followed by its number')
    const job: OurJob = { id: ippJobId, name: jobName, uri: jobUri }
    /** since when the printer says nothing that could be used */
    let away: number | null = null
    let cancelledAt: number | null = null
    let said = this.row().printerSays
    while (!this.stop.aborted) {
      if (this.row().cancelAsked) {
        cancelledAt ??= performance.now()
        await this.askToCancel(address, job.id)
      }
      const report = await jobReport(address, job.id, this.pace.patience)
      if (!report.ok && report.problem.code === 'printer_refused')
        return this.recover(address, `The printer does not know job ${job.id} any more.`)
      if (report.ok && !isOurs(report.value, job))
        return this.recover(address, `The printer has another job under number ${job.id} now.`)
      if (report.ok && isState(report.value.state)) {
        away = null
        if (await this.ended(report.value)) return
        const says = await this.says(address, report.value)
        if (says !== said) {
          said = says
          await this.step({ state: 'printing', ippJobId: job.id, jobUri: job.uri, says })
        }
        const stopping = report.value.reasons.includes('processing-to-stop-point')
        if (cancelledAt !== null && !stopping && performance.now() - cancelledAt > 2 * this.pace.awayMs)
          return this.step({ state: 'not known', says: `The printer was asked to cancel and goes on: ${says}.` })
      } else {
        away ??= performance.now()
        const why = report.ok ? `The printer does not say what became of job ${job.id}.` : sayProblem(report.problem)
        if (performance.now() - away > this.pace.awayMs)
          return this.step({ state: 'not known', says: `${why} It last said: ${said}.` })
      }
      await rest(this.pace.pollMs)
    }
  }

  private async askToCancel(address: PrinterAddress, jobId: number): Promise<void> {
    if (this.cancelSent) return
    const asked = await cancelJob(address, jobId, this.pace.patience)
    // a printer that refuses because the job is over says so in the job's state
    if (asked.ok || asked.problem.code === 'printer_refused') this.cancelSent = true
  }

  /** The job's state; when it stands also why the printer does, and which paper it wants. */
  private async says(address: PrinterAddress, job: JobReport): Promise<string> {
    if (job.state !== JOB_STATE.stopped) return sayJob(job)
    const { reasons, message } = await standsBecause(address, this.pace.patience)
    const why = sayReasons(reasons)
    const { wants } = readStored(documentSchema, this.row().document)
    return [
      `job ${job.id} stands`,
      ...(why.length > 0 ? [`: ${why.join(', ')}`] : [': the printer does not say why']),
      ...(reasons.includes('paused') && message !== '' ? [` (${message})`] : []),
      ...(wantsPaper(reasons) ? [`. It goes on with ${wants}`] : []),
    ].join('')
  }

  private async ended(job: JobReport): Promise<boolean> {
    const says = sayJob(job)
    switch (job.state) {
      case JOB_STATE.completed:
        await this.step({ state: 'done', says, usedUm: job.usedUm })
        return true
      case JOB_STATE.canceled:
      case JOB_STATE.aborted:
        if (job.sheets > 0) await this.step({ state: 'not known', says: `${says}, after ${job.sheets} came out` })
        else if (job.state === JOB_STATE.canceled) await this.step({ state: 'cancelled', says })
        else await this.step({ state: 'failed', problem: `The printer gave this print up: ${says}.`, says })
        return true
      default:
        return false
    }
  }
}

function whyNotMade(error: unknown): string {
  if (error instanceof ZodError) return 'what was kept of this print cannot be read. Start it again from its slip.'
  return sayTrouble(error) ?? (error instanceof Error ? error.message : String(error))
}

const isState = (state: number): boolean => Object.values(JOB_STATE).some((s) => s === state)

/** A job in words: its state, and why. */
function sayJob(job: JobReport): string {
  return [`job ${job.id} ${jobStateWord(job.state)}`, ...sayReasons(job.reasons)].join(', ')
}

function sayJobs(jobs: readonly JobReport[], name: string): string {
  if (jobs.length === 0) return 'The printer answers and knows of no job at all.'
  const last = jobs
    .slice(0, 4)
    .map((j) => `${j.name || 'a job without a name'} (${jobStateWord(j.state)})`)
    .join('; ')
  return `The printer answers and knows no job called ${name}; it knows ${last}.`
}
