import type { Logger } from 'pino'
import { sayProblem } from '@/core/words/problems'
import { stepPrint } from '@/server/actions/prints'
import { type DoorContext, through } from '@/server/door/door'
import { type PrintRow, printsUnderWay, readPrint, reportPrint } from '@/server/stores/prints'
import { type PrinterAddress, readAddress } from './address'
import { PATIENCE, type Patience } from './client'
import { documentOf } from './document'
import { cancelJob, type JobReport, jobIdOf, jobList, jobReport, printJob, standsBecause, validateJob } from './job'
import { JOB_STATE, jobStateWord } from './status'

/** How often the table and the printer are looked at, and how long a printer may be away before a person is asked. */
export type Pace = {
  readonly idleMs: number
  readonly pollMs: number
  readonly awayMs: number
  readonly patience: Patience
}
export const PACE: Pace = { idleMs: 200, pollMs: 1000, awayMs: 90_000, patience: PATIENCE }

type Context = () => DoorContext
type Log = Pick<Logger, 'info' | 'error'>

/**
 * Prints what waits, one job at a time for each address, until the signal says stop. Each state is written before the
 * step that it names, so that whatever happens in between is found again.
 */
export async function printUntil(signal: AbortSignal, context: Context, log: Log, pace: Pace = PACE): Promise<void> {
  const busy = new Map<string, Promise<void>>()
  while (!signal.aborted) {
    for (const print of printsUnderWay(context().db)) {
      if (busy.has(print.address)) continue
      const work = new Printing(print.id, context, pace, signal).run().catch((error: unknown) => {
        log.error({ print: print.jobName, error: String(error) }, 'printing')
      })
      busy.set(
        print.address,
        work.finally(() => busy.delete(print.address)),
      )
    }
    await rest(pace.idleMs)
  }
  await Promise.all(busy.values())
}

const rest = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))

/** One print from where its row says that it is. */
class Printing {
  private cancelSent = false

  constructor(
    private readonly id: string,
    private readonly context: Context,
    private readonly pace: Pace,
    private readonly stop: AbortSignal,
  ) {}

  private row(): PrintRow {
    const row = readPrint(this.context().db, this.id)
    if (!row) throw new Error(`print ${this.id} is gone`)
    return row
  }

  private async step(to: unknown): Promise<void> {
    const result = await through(stepPrint, { id: this.id, to }, this.context())
    if (!result.ok) throw new Error(sayProblem(result.problem))
  }

  async run(): Promise<void> {
    const print = this.row()
    const address = readAddress(print.address)
    if (!address.ok) return this.step({ state: 'failed', problem: sayProblem(address.problem), says: '' })
    if (print.state === 'queued') return this.send(print, address.value)
    if (print.state === 'sending') return this.recover(address.value, 'Libreta was closed while it sent this print.')
    if (print.ippJobId !== null) return this.follow(address.value, print.ippJobId)
  }

  private async send(print: PrintRow, address: PrinterAddress): Promise<void> {
    const { db, folder, now } = this.context()
    const made = await documentOf(db, folder, print, now)
    if (!made.ok) return this.step({ state: 'failed', problem: sayProblem(made.problem), says: '' })
    const { ticket, stream, close } = made.value
    try {
      const valid = await validateJob(address, print.jobName, ticket, this.pace.patience)
      if (!valid.ok) return await this.step({ state: 'failed', problem: sayProblem(valid.problem), says: '' })
      if (this.row().cancelAsked) return await this.step({ state: 'cancelled', says: '' })
      await this.step({ state: 'sending' })
      const broke = new AbortController()
      const watch = setInterval(() => {
        if (this.row().cancelAsked) broke.abort()
      }, this.pace.idleMs)
      let last = 0
      const told = (part: number): void => {
        if (Date.now() - last < 400) return
        last = Date.now()
        reportPrint(this.context().db, this.id, part)
      }
      const sent = await printJob(address, print.jobName, ticket, stream(told), this.pace.patience, broke.signal)
      clearInterval(watch)
      if (sent.ok) {
        const jobId = jobIdOf(sent.value)
        if (jobId === null) return await this.recover(address, 'The printer took this print and gave it no number.')
        await this.step({ state: 'printing', ippJobId: jobId, says: 'taken by the printer' })
        return await this.follow(address, jobId)
      }
      const said = sayProblem(sent.problem)
      if (sent.problem.code === 'printer_refused') return await this.step({ state: 'failed', problem: said, says: '' })
      return await this.recover(address, broke.signal.aborted ? 'Sending was cancelled.' : said)
    } finally {
      close()
    }
  }

  /**
   * After a break nobody knows whether the printer has the print. Its jobs are asked for by the name that only this one
   * has: found, it is followed; not found, a person is asked. It is never sent again.
   */
  private async recover(address: PrinterAddress, what: string): Promise<void> {
    const { jobName } = this.row()
    const until = Date.now() + this.pace.awayMs
    let heard = ''
    while (!this.stop.aborted) {
      const jobs = await jobList(address, this.pace.patience)
      if (jobs.ok) {
        const mine = jobs.value.find((j) => j.name === jobName)
        if (mine) {
          if (mine.state === JOB_STATE.aborted && mine.sheets === 0 && this.row().cancelAsked)
            return this.step({ state: 'cancelled', says: sayJob(mine) })
          await this.step({ state: 'printing', ippJobId: mine.id, says: sayJob(mine) })
          return this.follow(address, mine.id)
        }
        return this.step({ state: 'not known', says: `${what} ${sayJobs(jobs.value, jobName)}` })
      }
      heard = sayProblem(jobs.problem)
      if (Date.now() > until) return this.step({ state: 'not known', says: `${what} ${heard}` })
      await rest(this.pace.pollMs)
    }
  }

  private async follow(address: PrinterAddress, jobId: number): Promise<void> {
    let away: number | null = null
    let said = this.row().printerSays
    while (!this.stop.aborted) {
      const { cancelAsked } = this.row()
      if (cancelAsked && !this.cancelSent) {
        const asked = await cancelJob(address, jobId, this.pace.patience)
        // a printer that refuses because the job is over says so in the job's state
        if (asked.ok || asked.problem.code === 'printer_refused') this.cancelSent = true
      }
      const report = await jobReport(address, jobId, this.pace.patience)
      if (report.ok) {
        away = null
        if (await this.ended(report.value)) return
        const says = await this.says(address, report.value)
        if (says !== said) {
          said = says
          await this.step({ state: 'printing', ippJobId: jobId, says })
        }
      } else if (report.problem.code === 'printer_refused')
        return this.recover(address, `The printer does not know job ${jobId} any more.`)
      else {
        away ??= Date.now()
        if (Date.now() - away > this.pace.awayMs)
          return this.step({ state: 'not known', says: `${sayProblem(report.problem)} It last said: ${said}.` })
      }
      await rest(this.pace.pollMs)
    }
  }

  /** The job's state, and when it stands also why the printer does. */
  private async says(address: PrinterAddress, job: JobReport): Promise<string> {
    if (job.state !== JOB_STATE.stopped) return sayJob(job)
    const why = await standsBecause(address, this.pace.patience)
    return why.length > 0
      ? `${sayJob(job)}; the printer: ${why.map((r) => r.replaceAll('-', ' ')).join(', ')}`
      : sayJob(job)
  }

  private async ended(job: JobReport): Promise<boolean> {
    const says = sayJob(job)
    switch (job.state) {
      case JOB_STATE.completed:
        await this.step({ state: 'done', says })
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

const REASONS_LEFT_OUT = ['job-printing', 'job-incoming', 'none', 'job-completed-successfully']

/** A job in words: its state, and the printer's own reasons. */
function sayJob(job: JobReport): string {
  const reasons = job.reasons.filter((r) => !REASONS_LEFT_OUT.includes(r)).map((r) => r.replaceAll('-', ' '))
  return [`job ${job.id} ${jobStateWord(job.state)}`, ...reasons].join(', ')
}

function sayJobs(jobs: readonly JobReport[], name: string): string {
  if (jobs.length === 0) return 'The printer answers and knows of no job at all.'
  const last = jobs
    .slice(0, 4)
    .map((j) => `${j.name || 'a job without a name'} (${jobStateWord(j.state)})`)
    .join('; ')
  return `The printer answers and knows no job called ${name}; it knows ${last}.`
}
