import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import pino from 'pino'
import sharp from 'sharp'
import { type PlainSlip, plainSlip } from '@/contract/slip-data'
import type { Settings } from '@/core/preset/settings'
import { ACTIONS } from '@/server/actions/all'
import { addPicture } from '@/server/actions/pictures'
import { receive } from '@/server/files/files'
import { type Pace, printUntil } from '@/server/printing/follow'
import { readPrintJob } from '@/server/stores/print-jobs'
import { DEMO_PRINTERS } from '../demo/printers'
import { Machine } from '../standins/printer/machine'
import { MODELS } from '../standins/printer/models'
import { serve } from '../standins/printer/server'
import { TestRoom } from './room'

/** What the printing process waits in tests: it looks often, and gives nothing up because a machine is slow. */
export const QUICK: Pace = {
  idleMs: 15,
  pollMs: 25,
  awayMs: 120_000,
  patience: { answerMs: 120_000, wholeMs: 240_000, intakeMs: 240_000 },
}

/** The same, for tests in which the printer goes away. */
export const IMPATIENT: Pace = { ...QUICK, awayMs: 1500, patience: { answerMs: 3000, wholeMs: 6000, intakeMs: 20_000 } }

export type Out = {
  readonly number: number
  readonly jobName: string
  readonly width: number
  readonly length: number
  readonly file: string
  readonly whole: boolean
  readonly borderless: boolean
}

/** A preset of the card printer. */
export const CARDS = {
  queue: 'Wren',
  feed: 'wren/card stack',
  mediaSetting: 'card-gloss',
  quality: 'normal',
  surface: 'gloss',
  black: 'photo',
  inkSet: 'four dyes',
} as const

/** A room with the demo's printers and simulated machines behind them, in this process. */
export class PrintRoom {
  readonly machines = new Map<string, Machine>()
  readonly servers = new Map<string, Server>()
  readonly trays = mkdtempSync(join(tmpdir(), 'libreta-tray-'))
  readonly versions = new Map<string, string>()
  readonly queueIds = new Map<string, string>()
  readonly feedIds = new Map<string, string>()
  private readonly stopping = new AbortController()
  private working: Promise<void> | null = null

  private constructor(readonly room: TestRoom) {}

  static async open(seed: number, models: readonly string[] = ['otter', 'heron', 'wren']): Promise<PrintRoom> {
    const made = new PrintRoom(await TestRoom.open(mkdtempSync(join(tmpdir(), 'libreta-test-'))))
    for (const id of models) await made.addPrinter(id, seed)
    return made
  }

  private async addPrinter(id: string, seed: number): Promise<void> {
    const model = MODELS.find((m) => m.id === id)
    const demo = DEMO_PRINTERS.find((p) => p.nickname.toLowerCase() === id)
    if (!model || !demo) throw new Error(`no printer ${id}`)
    const machine = new Machine(model, { seed, folder: join(this.trays, id), speed: 1e6 })
    const server = serve(machine)
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    this.machines.set(id, machine)
    this.servers.set(id, server)
    const { feeds, queues, ...fields } = demo
    const { id: printerId } = await this.room.must(ACTIONS['printer.add'], { ...fields, nickname: `${id} sim` })
    const ids: string[] = []
    const first = this.room.one<string>('select id from feeds where printer_id = ?', printerId)
    for (const [i, feed] of feeds.entries()) {
      const saved = await this.room.must(ACTIONS['feed.save'], {
        printerId,
        id: i === 0 ? first : null,
        revision: i === 0 ? 1 : null,
        facts: { ...feed, id: 'given' },
      })
      ids.push(saved.id)
      this.feedIds.set(`${id}/${feed.name}`, saved.id)
    }
    const queue = this.room.one<string>('select id from queues where printer_id = ?', printerId)
    for (const [i, q] of queues.entries()) {
      const saved = await this.room.must(ACTIONS['queue.save'], {
        printerId,
        id: i === 0 ? queue : null,
        revision: i === 0 ? 1 : null,
        name: q.name,
        address: this.address(id, q.address.replace(/^.*:\d+/, '')),
        language: q.language,
        isDefault: i === 0,
        shared: true,
        facts: q.facts(ids),
      })
      this.queueIds.set(q.name, saved.id)
    }
  }

  address(id: string, path = '/ipp/print'): string {
    const at = this.servers.get(id)?.address() as AddressInfo
    return `ipp://127.0.0.1:${at.port}${path}`
  }

  /** A preset on a queue, sealed; paper of a surface that the media setting takes. */
  async preset(p: {
    readonly queue: string
    readonly feed: string
    readonly mediaSetting: string
    readonly quality: string
    readonly surface: string
    readonly black: 'photo' | 'matte'
    readonly inkSet: string
    /** anything of the settings that is to be otherwise */
    readonly settings?: Partial<Settings>
  }): Promise<string> {
    const paper = await this.room.must(ACTIONS['paper.add'], {
      maker: '',
      name: `${p.surface} ${this.versions.size}`,
      surface: p.surface,
      weight: 250,
      thickness: 280,
      note: '',
    })
    const name = `${p.queue} ${p.feed} ${p.mediaSetting} ${p.quality}${p.settings ? ` ${this.versions.size}` : ''}`
    const added = await this.room.must(ACTIONS['preset.add'], {
      name,
      draft: {
        queueId: this.queueIds.get(p.queue) ?? '',
        inkSet: p.inkSet,
        feedId: this.feedIds.get(p.feed) ?? '',
        paperId: paper.id,
        mediaSettingId: p.mediaSetting,
        qualityId: p.quality,
        passes: 'one-way',
        blackInk: p.black,
        topcoat: null,
        colourMode: 'colour',
        printerColour: 'own',
        driverProfile: null,
        tint: null,
        fileColour: { kind: 'untouched' },
        bits: 8,
        mirror: false,
        edgeAllowed: 'either',
        own: {},
        ...p.settings,
      },
    })
    const sealed = await this.room.must(ACTIONS['preset.seal'], {
      id: added.id,
      revision: 1,
      why: 'test',
      despite: 'a test',
    })
    this.versions.set(name, sealed.versionId)
    return sealed.versionId
  }

  /** A picture of one dark tone, or of a colour, with its file. */
  async picture(width: number, height: number, tone: number | readonly [number, number, number] = 40): Promise<string> {
    const [r, g, b] = typeof tone === 'number' ? [tone, tone, tone] : tone
    const bytes = await sharp({ create: { width, height, channels: 3, background: { r, g, b } } })
      .jpeg({ quality: 92 })
      .toBuffer()
    const name = `tone ${width} x ${height}.jpg`
    const received = await receive(this.room.folder, Readable.from([bytes]), bytes.length)
    const added = await this.room.must(addPicture, { name, received })
    return added.id
  }

  async slip(body: PlainSlip): Promise<{ readonly id: string }> {
    return this.room.must(ACTIONS['slip.add'], { body: plainSlip({ title: 'test', ...body }) })
  }

  /** Starts the printing process, as the background process does. */
  work(pace: Pace = QUICK): void {
    this.working = printUntil(
      this.stopping.signal,
      () => this.room.system(),
      pino({ level: process.env.LIBRETA_LOG ?? 'silent' }),
      pace,
    )
  }

  /** Fresh paper of what is in, and full ink: for tests that print more than a machine holds. */
  supply(): void {
    for (const machine of this.machines.values()) {
      for (const source of machine.model.sources) {
        const held = machine.holds.get(source.keyword)
        if (held) held.left = source.kind === 'roll' ? 30_000 : source.kind === 'sheet' ? 1 : 20
      }
      for (const { name } of machine.model.inks) machine.ink.set(name, 80)
    }
  }

  /** Waits until a print is over; the limit is for what hangs, a busy machine takes minutes for a large sheet. */
  async over(printId: string, within = 300_000) {
    const until = Date.now() + within
    for (;;) {
      const print = readPrintJob(this.room.db, printId)
      if (!print) throw new Error('the print is gone')
      if (!['queued', 'sending', 'printing'].includes(print.state)) return print
      if (Date.now() > until) throw new Error(`print ${print.jobName} is still ${print.state}: ${print.printerSays}`)
      await new Promise((r) => setTimeout(r, 10))
    }
  }

  /** The sheet that came out for a print. */
  out(printId: string): { readonly out: Out; readonly path: string } {
    const jobName = this.room.one<string>('select job_name from print_jobs where id = ?', printId)
    for (const id of this.machines.keys())
      for (const name of readdirSync(join(this.trays, id)))
        if (name.endsWith('.json')) {
          const out = JSON.parse(readFileSync(join(this.trays, id, name), 'utf8')) as Out
          if (out.jobName === jobName) return { out, path: join(this.trays, id, out.file) }
        }
    throw new Error(`no sheet of ${jobName} in the tray`)
  }

  async end(): Promise<void> {
    this.stopping.abort()
    await this.working
    for (const server of this.servers.values()) {
      server.closeAllConnections()
      server.close()
    }
    rmSync(this.trays, { recursive: true, force: true })
    rmSync(this.room.folder, { recursive: true, force: true })
  }
}
