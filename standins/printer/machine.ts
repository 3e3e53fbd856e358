import {
  createReadStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import sharp from 'sharp'
import { Faults } from './faults'
import { type Model, marginsOn, type Path, type Queue, type Sides, type Source } from './models'
import { paint, type RowSource, SHEET_PPI } from './paint'
import { BadRaster, type PageHeader, RasterReader } from './raster'
import { AS_BOUGHT, type GreySet, toneOf } from './tone'
import { landing, randomOf, responseOf, truthOf } from './truth'

/** Job states, RFC 8011 section 5.3.7. */
export const JOB = { pending: 3, held: 4, processing: 5, stopped: 6, canceled: 7, aborted: 8, completed: 9 } as const

export type Ticket = {
  readonly queue: Queue
  readonly path: Path
  readonly source: Source
  /** mm as it feeds */
  readonly width: number
  readonly length: number
  readonly type: string
  readonly borderless: boolean
  readonly quality: 3 | 4 | 5
  readonly scaling: string
  readonly monochrome: boolean
  readonly copies: number
}

export type Job = {
  readonly id: number
  readonly name: string
  readonly user: string
  readonly queue: Queue
  readonly ticket: Ticket
  readonly createdAt: number
  state: number
  reasons: string[]
  format: string
  spool: string | null
  processingAt: number | null
  endedAt: number | null
  sheetsDone: number
  /** what the last sheet used of its paper, mm; null: none came out yet */
  used: { readonly width: number; readonly length: number } | null
  cancelAsked: boolean
  /** its document is coming in */
  receiving: boolean
}

export type Holding = { width: number; length: number; left: number; type: string }

export type MachineOptions = {
  readonly seed: number
  readonly folder: string
  /** how many times faster than a real machine it prints */
  readonly speed: number
  readonly now?: () => number
  /** how long a job may be without its document */
  readonly documentSeconds?: number
}

/** multiple-operation-time-out. */
export const DOCUMENT_SECONDS = 60

/** Millilitres in a full cartridge. */
const FULL = 80
const SAME_MM = 0.5
const MOST_JOBS_KEPT = 200
const SHOWS_MS = 20_000
/** How much of a print is on paper when its roll ends under it. */
const ROLL_ENDS_AT = 0.3

/** One printer: what it holds, its jobs, its clock, and the sheets that come out. */
export class Machine {
  readonly jobs: Job[] = []
  readonly holds = new Map<string, Holding>()
  readonly ink = new Map<string, number>()
  blackIn: 'photo' | 'matte' = 'photo'
  /** somebody stands by and loads what is asked for; off: the printer waits */
  standsBy = true
  state: 'idle' | 'processing' | 'stopped' = 'idle'
  reasons: string[] = []
  readonly started = Date.now()
  private nextId = 1
  private nextSheet: number
  private working = false
  private readonly random: () => number
  private readonly waiting: (() => void)[] = []

  constructor(
    readonly model: Model,
    private readonly options: MachineOptions,
  ) {
    for (const s of model.sources) this.holds.set(s.keyword, { ...s.holds })
    for (const i of model.inks) this.ink.set(i.name, FULL * 0.8)
    mkdirSync(options.folder, { recursive: true })
    // sheets of earlier days stay in the tray
    const numbers = readdirSync(options.folder).map((n) => Number(/^(\d+)\.png$/.exec(n)?.[1] ?? 0))
    this.nextSheet = Math.max(0, ...numbers) + 1
    this.random = randomOf(options.seed * 7919 + model.id.length)
  }

  accepting = true
  /** what somebody set at the machine, and left so */
  copiesSet = 1
  /** what its dialog for black-and-white was left at */
  greySet: GreySet = AS_BOUGHT
  /** the sheet that was put in again: the next print of its size goes on it */
  fedAgain: number | null = null
  readonly faults = new Faults((what) => {
    if (what === 'restart') return this.restart()
    this.standsBy = false
    for (const held of this.holds.values())
      if (what === 'no paper') held.left = 0
      else held.width += 20
  })

  /** Switched off and on again: it knows of no job any more, and what was under way comes out half printed. */
  private restart(): void {
    for (const job of this.jobs) job.cancelAsked = true
    this.jobs.length = 0
    this.nextId = 1
    this.wake()
  }
  private shownAt = Number.NEGATIVE_INFINITY

  /** Blinks for a while, so that somebody sees which printer was asked (PWG 5100.13, Identify-Printer). */
  showItself(): void {
    this.shownAt = Date.now()
  }
  get showsItself(): boolean {
    return Date.now() - this.shownAt < SHOWS_MS
  }

  create(name: string, user: string, ticket: Ticket): Job {
    const job: Job = {
      id: this.nextId++,
      name,
      user,
      queue: ticket.queue,
      ticket,
      createdAt: this.now(),
      state: JOB.held,
      reasons: ['job-incoming'],
      format: '',
      spool: null,
      processingAt: null,
      endedAt: null,
      sheetsDone: 0,
      used: null,
      cancelAsked: false,
      receiving: false,
    }
    this.jobs.push(job)
    while (this.jobs.length > MOST_JOBS_KEPT) this.jobs.shift()
    return job
  }

  /** A job that was made without its document waits for it, and is given up after a while (RFC 8011, 5.4.31). */
  awaitDocument(job: Job): void {
    const wait = (this.options.documentSeconds ?? DOCUMENT_SECONDS) * 1000
    setTimeout(() => {
      if (job.state === JOB.held && !job.spool && job.reasons.includes('job-incoming') && !job.receiving)
        this.end(job, JOB.aborted, 'job-canceled-after-timeout')
    }, wait).unref()
  }

  spoolPath(job: Job): string {
    return join(this.options.folder, `.spool-${job.id}`)
  }

  /** The document is here: the job may be printed. */
  ready(job: Job, format: string): void {
    job.format = format
    job.spool = this.spoolPath(job)
    if (job.state !== JOB.held) return
    job.state = JOB.pending
    job.reasons = ['none']
    void this.work()
  }

  cancel(job: Job): boolean {
    if (job.state >= JOB.canceled) return false
    job.cancelAsked = true
    if (job.state === JOB.pending || job.state === JOB.held) this.end(job, JOB.canceled, 'job-canceled-by-user')
    this.wake()
    return true
  }

  /** Something at the printer was changed by hand. */
  wake(): void {
    for (const go of this.waiting.splice(0)) go()
  }

  now(): number {
    return (this.options.now ?? Date.now)()
  }

  private end(job: Job, state: number, reason: string): void {
    job.state = state
    job.reasons = [reason]
    job.endedAt = this.now()
    if (job.spool) rmSync(job.spool, { force: true })
    else rmSync(this.spoolPath(job), { force: true })
  }

  private async work(): Promise<void> {
    if (this.working) return
    this.working = true
    for (;;) {
      const job = this.jobs.find((j) => j.state === JOB.pending)
      if (!job) break
      this.state = 'processing'
      job.state = JOB.processing
      job.reasons = ['job-printing']
      job.processingAt = this.now()
      try {
        await this.print(job)
      } catch (error) {
        const broken = error instanceof BadRaster || job.format === 'image/jpeg'
        if (!broken) process.stderr.write(`${this.model.id}: ${String(error)}\n`)
        this.end(job, JOB.aborted, broken ? 'document-format-error' : 'aborted-by-system')
      }
    }
    this.working = false
    this.state = 'idle'
    this.reasons = []
  }

  /** Waits at the machine until `ready` holds; the printer says why it stands. False: cancelled meanwhile. */
  private async until(job: Job, reason: string, ready: () => boolean): Promise<boolean> {
    while (!ready() && !job.cancelAsked) {
      this.state = 'stopped'
      this.reasons = [reason]
      job.state = JOB.stopped
      job.reasons = ['printer-stopped']
      await new Promise<void>((resolve) => this.waiting.push(resolve))
    }
    if (job.cancelAsked) return false
    this.state = 'processing'
    this.reasons = []
    job.state = JOB.processing
    job.reasons = ['job-printing']
    return true
  }

  private sleep(seconds: number): Promise<void> {
    return new Promise((resolve) => setTimeout(resolve, (seconds * 1000) / this.options.speed))
  }

  private fits(ticket: Ticket): boolean {
    const held = this.holds.get(ticket.source.keyword)
    if (!held) return false
    if (ticket.source.kind === 'roll')
      return Math.abs(held.width - ticket.width) <= SAME_MM && held.left >= ticket.length
    return (
      Math.abs(held.width - ticket.width) <= SAME_MM &&
      Math.abs(held.length - ticket.length) <= SAME_MM &&
      held.left >= 1
    )
  }

  private async load(job: Job): Promise<boolean> {
    const { ticket } = job
    const held = this.holds.get(ticket.source.keyword)
    if (held && this.standsBy && !this.fits(ticket)) {
      const roll = ticket.source.kind === 'roll'
      const sameForm = roll
        ? Math.abs(held.width - ticket.width) <= SAME_MM
        : Math.abs(held.width - ticket.width) <= SAME_MM && Math.abs(held.length - ticket.length) <= SAME_MM
      // what is empty stays empty: somebody who stands by changes the paper, and buys none
      if (!sameForm)
        this.holds.set(ticket.source.keyword, {
          width: ticket.width,
          length: roll ? 30_000 : ticket.length,
          left: roll ? 30_000 : ticket.source.kind === 'sheet' ? 1 : 20,
          type: ticket.type,
        })
      else if (ticket.source.kind === 'sheet' && held.left < 1) held.left = 1
    }
    const reason = held && held.left < 1 ? 'media-empty-error' : 'media-needed-error'
    return this.until(job, reason, () => this.fits(ticket))
  }

  private async print(job: Job): Promise<void> {
    const { ticket } = job
    for (let copy = 0; copy < ticket.copies; copy++) {
      if (!(await this.load(job))) return this.end(job, JOB.canceled, 'job-canceled-by-user')
      await this.swap(ticket)
      const enough = (): boolean => [...this.ink.values()].every((ml) => ml > 0.5)
      if (!(await this.until(job, 'marker-supply-empty-error', enough)))
        return this.end(job, JOB.canceled, 'job-canceled-by-user')
      this.faults.reach('printing')
      if (!(await this.going(job))) return this.end(job, JOB.canceled, 'job-canceled-by-user')
      const done = await this.onePage(job)
      if (done === 'roll end') {
        job.sheetsDone += 1
        return this.end(job, JOB.aborted, 'aborted-by-system')
      }
      if (!done) {
        job.sheetsDone += 1 // what was under way comes out, half printed
        return this.end(job, JOB.canceled, 'job-canceled-by-user')
      }
      job.sheetsDone += 1
    }
    this.end(job, JOB.completed, 'job-completed-successfully')
    this.faults.reach('over')
  }

  /** A job that hangs says that it is being printed, and is not. False: it was cancelled at last. */
  private async going(job: Job): Promise<boolean> {
    while (this.faults.hangs && !job.cancelAsked) await new Promise<void>((resolve) => this.waiting.push(resolve))
    return !job.cancelAsked
  }

  /** Photo and matte black share a channel: changing over takes time and ink. */
  private async swap(ticket: Ticket): Promise<void> {
    const needs = this.model.types.find((t) => t.keyword === ticket.type)?.black ?? this.blackIn
    if (!this.model.swap || needs === this.blackIn) return
    this.reasons = ['configuration-change']
    const name = `${needs} black`
    this.ink.set(name, Math.max(0, (this.ink.get(name) ?? 0) - this.model.swap.ml))
    await this.sleep(this.model.swap.seconds)
    this.blackIn = needs
    this.reasons = []
  }

  private async onePage(job: Job): Promise<boolean | 'roll end'> {
    const { ticket } = job
    const { seed, folder, speed } = this.options
    const rate = ticket.queue.qualities.find((q) => q.value === ticket.quality)
    if (!rate) throw new Error(`quality ${ticket.quality} is not known`)
    const area = (ticket.width / 1000) * (ticket.length / 1000)
    const seconds = rate.minutes * 60 * area
    const began = performance.now()
    const truth = truthOf(seed, this.model, ticket.path)
    const land = landing(
      truth,
      [ticket.width, ticket.length],
      ticket.borderless,
      ticket.source.kind === 'roll',
      this.random,
    )
    const { source, space } = await this.pageOf(job)
    const response = responseOf(seed, this.model, ticket.type, ticket.quality)
    const tone = toneOf(response, space, ticket.monochrome, this.greySet)
    const before = this.putIn(ticket)
    const number = this.nextSheet++
    const file = `${String(number).padStart(4, '0')}.png`
    const none = { left: 0, right: 0, lead: 0, trail: 0 }
    let whole = true
    const ends = ticket.source.kind === 'roll' && this.faults.ends()
    const inked = await paint(
      join(folder, file),
      { width: ticket.width, length: ticket.length, masked: ticket.borderless ? none : reachOf(truth.margins, ticket) },
      source,
      land,
      tone,
      (part) => {
        whole = !job.cancelAsked && !(ends && part > ROLL_ENDS_AT)
        return whole
      },
    )
    const earlier = before ? await onTop(folder, before, file) : []
    const left = seconds - ((performance.now() - began) / 1000) * speed
    if (whole && left > 0) await this.sleep(left)
    const ml = rate.ml * area * inked
    for (const [name, now] of this.ink) {
      const other = this.blackIn === 'photo' ? 'matte black' : 'photo black'
      if (name !== other) this.ink.set(name, Math.max(0, now - ml / (this.ink.size - 1)))
    }
    if (!before) job.used = this.consume(ticket)
    if (ends) {
      const held = this.holds.get(ticket.source.keyword)
      if (held) held.left = 0
    }
    const record = {
      number,
      printer: this.model.id,
      queue: ticket.queue.name,
      jobId: job.id,
      jobName: job.name,
      source: ticket.source.keyword,
      width: ticket.width,
      length: ticket.length,
      type: ticket.type,
      quality: ticket.quality,
      borderless: ticket.borderless,
      whole,
      earlier,
      ml,
      seconds,
      at: this.now(),
      file,
    }
    writeFileSync(join(folder, file.replace('.png', '.json')), JSON.stringify(record))
    return whole || !ends ? whole : 'roll end'
  }

  /** The sheet that was put in again, where it is of the size that is printed; once. */
  private putIn(ticket: Ticket): SheetNote | null {
    const note = this.fedAgain === null ? null : this.noteOf(this.fedAgain)
    this.fedAgain = null
    const same =
      note && Math.abs(note.width - ticket.width) <= SAME_MM && Math.abs(note.length - ticket.length) <= SAME_MM
    return same ? note : null
  }

  /** Puts a sheet of its tray in again, or takes it out with null. False: there is no such sheet. */
  feedAgain(number: number | null): boolean {
    if (number !== null && !this.noteOf(number)) return false
    this.fedAgain = number
    const source = number === null ? undefined : this.holds.get(this.noteOf(number)?.source ?? '')
    // it lies in its feed, where there may have been nothing
    if (source && source.left < 1) source.left = 1
    return true
  }

  private noteOf(number: number): SheetNote | null {
    const path = join(this.options.folder, `${String(number).padStart(4, '0')}.json`)
    return existsSync(path) ? (JSON.parse(readFileSync(path, 'utf8')) as SheetNote) : null
  }

  private consume(ticket: Ticket): { readonly width: number; readonly length: number } {
    const held = this.holds.get(ticket.source.keyword)
    const roll = ticket.source.kind === 'roll'
    const length = ticket.length + (roll ? (this.model.cleanCut ?? 0) : 0)
    if (held) held.left = Math.max(0, held.left - (roll ? length : 1))
    return { width: ticket.width, length }
  }

  /** The document as rows, and what the printer's own scaling makes of it. */
  private async pageOf(job: Job): Promise<{ source: RowSource; space: 'srgb' | 'device' }> {
    if (!job.spool) throw new Error('nothing was sent')
    if (job.format === 'image/jpeg') return { source: await jpegPage(job.spool, job.ticket), space: 'srgb' }
    const reader = new RasterReader(createReadStream(job.spool, { highWaterMark: 1 << 20 }))
    await reader.begin()
    const head = await reader.page()
    if (!head) throw new BadRaster('no page')
    const size = { w: (head.width / head.ppiX) * 25.4, h: (head.height / head.ppiY) * 25.4 }
    return {
      source: {
        width: head.width,
        height: head.height,
        channels: head.channels === 1 ? 1 : 3,
        page: placed(size, job.ticket),
        rows: fine(reader, head),
      },
      space: head.space === 1 || head.space === 3 ? 'device' : 'srgb',
    }
  }
}

/** What is read of a sheet that went through before. */
type SheetNote = {
  readonly number: number
  readonly jobName: string
  readonly source: string
  readonly width: number
  readonly length: number
  readonly file: string
  readonly earlier?: readonly string[]
}

/**
 * Lays what was printed now on what the sheet has: where ink lies on ink the darker is seen. The sheet is one, so what
 * it was before is gone from the tray.
 * @returns the jobs that printed on it before
 */
async function onTop(folder: string, before: SheetNote, file: string): Promise<readonly string[]> {
  const now = join(folder, file)
  const under = join(folder, before.file)
  const both = `${now}.part`
  await sharp(under, { limitInputPixels: false })
    .composite([{ input: now, blend: 'darken', limitInputPixels: false }])
    .removeAlpha()
    .withMetadata({ density: SHEET_PPI })
    .png({ compressionLevel: 1 })
    .toFile(both)
  renameSync(both, now)
  rmSync(under.replace('.png', '.json'), { force: true })
  rmSync(under, { force: true })
  return [...(before.earlier ?? []), before.jobName]
}

/** Samples in 16 bits, white 65535, whatever the raster counts. */
async function* fine(reader: RasterReader, head: PageHeader) {
  for await (const row of reader.rows(head)) {
    let samples = inFull(row.samples)
    if (head.space === 3) samples = samples.map((v) => 65_535 - v)
    yield { samples, times: row.times, from: row.from, to: row.to }
  }
}

const inFull = (samples: Uint8Array | Uint16Array): Uint16Array =>
  samples instanceof Uint16Array ? samples : Uint16Array.from(samples, (v) => v * 257)

/** Where ink really ends on this sheet: what is declared for its width, off by what this machine is off. */
function reachOf(truth: Sides, t: Ticket): Sides {
  const declared = marginsOn(t.path, t.width)
  const on = (side: keyof Sides): number => Math.max(0.8, declared[side] + truth[side] - t.path.margins[side])
  return { left: on('left'), right: on('right'), lead: on('lead'), trail: on('trail') }
}

/**
 * print-scaling (PWG 5100.13): `none` lays the page as it is, in the middle of the sheet; everything else fits it into
 * the printable area (`fill` covers it), which shrinks a page that is as large as its sheet.
 */
function placed(size: { w: number; h: number }, t: Ticket): RowSource['page'] {
  const m = t.borderless ? { left: 0, right: 0, lead: 0, trail: 0 } : marginsOn(t.path, t.width)
  const exact = Math.abs(size.w - t.width) < 0.2 && Math.abs(size.h - t.length) < 0.2
  if (t.scaling === 'none' || (exact && t.borderless)) {
    // a raster has whole pixels: a page that is its sheet's begins where the sheet begins
    const at = exact ? { x: 0, y: 0 } : { x: (t.width - size.w) / 2, y: (t.length - size.h) / 2 }
    return { ...at, ...size }
  }
  const area = { w: t.width - m.left - m.right, h: t.length - m.lead - m.trail }
  const ratios = [area.w / size.w, area.h / size.h] as const
  const scale = t.scaling === 'fill' ? Math.max(...ratios) : Math.min(...ratios)
  const [w, h] = [size.w * scale, size.h * scale]
  return { x: m.left + (area.w - w) / 2, y: m.lead + (area.h - h) / 2, w, h }
}

/** A JPEG has no size of its own for a printer: it is fitted, or laid at its density when scaling is off. */
async function jpegPage(path: string, t: Ticket): Promise<RowSource> {
  const { data, info } = await sharp(path, { limitInputPixels: 200e6 })
    .rotate()
    .toColourspace('srgb')
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const density = (await sharp(path).metadata()).density ?? 300
  const size = { w: (info.width / density) * 25.4, h: (info.height / density) * 25.4 }
  async function* rows() {
    const n = info.width * 3
    for (let y = 0; y < info.height; y++)
      yield { samples: inFull(data.subarray(y * n, (y + 1) * n)), times: 1, from: 0, to: info.width }
  }
  return { width: info.width, height: info.height, channels: 3, page: placed(size, t), rows: rows() }
}
