import { once } from 'node:events'
import { createWriteStream, rmSync } from 'node:fs'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { finished } from 'node:stream/promises'
import { FORMATS, OPERATIONS, printerAttributes, RENDERING_INTENTS, sourceOf, usualLength } from './describe'
import { AT_ONCE, isFault, isStage } from './faults'
import { JOB, type Job, type Machine, type Ticket } from './machine'
import type { Queue } from './models'
import {
  type Attr,
  attrs,
  charset,
  coll,
  decode,
  encode,
  enumeration,
  first,
  type Group,
  int,
  keyword,
  language,
  Malformed,
  name,
  type Request,
  text,
  Unfinished,
  uri,
  type Value,
} from './wire'

/** Status codes, RFC 8011 appendix B. */
const S = {
  ok: 0x0000,
  substituted: 0x0001,
  badRequest: 0x0400,
  notPossible: 0x0404,
  notFound: 0x0406,
  tooLarge: 0x0408,
  valueTooLong: 0x0409,
  formatNotSupported: 0x040a,
  attributesNotSupported: 0x040b,
  charsetNotSupported: 0x040d,
  conflicting: 0x040e,
  compressionNotSupported: 0x040f,
  internal: 0x0500,
  operationNotSupported: 0x0501,
  versionNotSupported: 0x0503,
  notAccepting: 0x0506,
} as const

/** Attributes of a request end within this, or it is refused. */
const MOST_HEAD = 1 << 20

/** The connection broke: there is no answer. */
class Dropped extends Error {}

class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly unsupported: readonly Attr[] = [],
  ) {
    super(message)
  }
}

type Ask = { readonly request: Request; readonly rest: Buffer; readonly queue: Queue; readonly body: IncomingMessage }

/** The printer's network side: IPP on its queues' paths, and the tray's switches beside it. */
export function serve(machine: Machine): Server {
  const server = createServer((request, response) => {
    handle(machine, request, response).catch((error: unknown) => {
      process.stderr.write(`${machine.model.id}: ${String(error)}\n`)
      if (!response.headersSent) response.writeHead(500)
      response.end()
    })
  })
  server.requestTimeout = 0
  return server
}

async function handle(machine: Machine, request: IncomingMessage, response: ServerResponse): Promise<void> {
  const path = new URL(request.url ?? '/', 'http://printer').pathname
  const { faults } = machine
  if (!path.startsWith('/tray/')) {
    if (faults.offline) {
      request.socket.destroy()
      return
    }
    if (faults.slow > 0) await new Promise((resolve) => setTimeout(resolve, faults.slow))
  }
  if (path === '/tray/state' || path === '/tray/switch') return switches(machine, path, request, response)
  if (request.method !== 'POST') {
    response.writeHead(request.method === 'GET' ? 404 : 405, { allow: 'POST' })
    response.end()
    return
  }
  if (!/^application\/ipp\b/.test(request.headers['content-type'] ?? '')) {
    response.writeHead(415)
    response.end()
    return
  }
  let answer: Buffer
  try {
    answer = await ipp(machine, path, request)
  } catch (error) {
    if (!(error instanceof Dropped)) throw error
    request.socket.destroy()
    return
  }
  // what happened while it was answered: nobody hears of it
  if (faults.offline) {
    request.socket.destroy()
    return
  }
  response.writeHead(200, { 'content-type': 'application/ipp', 'content-length': answer.length })
  if (faults.cuts()) {
    response.write(answer.subarray(0, Math.ceil(answer.length / 2)))
    setImmediate(() => request.socket.destroy())
    return
  }
  response.end(answer)
  request.resume()
}

const HEAD_GROUP = (status: string): Group => ({
  tag: 1,
  attrs: attrs({
    'attributes-charset': charset('utf-8'),
    'attributes-natural-language': language('en'),
    ...(status === '' ? {} : { 'status-message': text(status.slice(0, 255)) }),
  }),
})

async function ipp(machine: Machine, path: string, body: IncomingMessage): Promise<Buffer> {
  let head = Buffer.alloc(0)
  let request: Request | null = null
  try {
    for (;;) {
      const chunk = body.read() as Buffer | null
      if (chunk) {
        head = Buffer.concat([head, chunk])
        try {
          request = decode(head)
          break
        } catch (error) {
          if (!(error instanceof Unfinished)) throw error
          if (head.length > MOST_HEAD) throw new Malformed('attributes without end')
        }
      } else if (body.readableEnded || body.destroyed) throw new Malformed('ends in the middle')
      else await Promise.race([once(body, 'readable'), once(body, 'end'), once(body, 'close')])
    }
  } catch (error) {
    if (!(error instanceof Malformed)) throw error
    const id = head.length >= 8 ? head.readInt32BE(4) : 0
    const asked = head.length >= 2 && (head[0] === 1 || head[0] === 2)
    return encode(asked ? (head[0] ?? 2) : 2, asked ? (head[1] ?? 0) : 0, S.badRequest, id, [HEAD_GROUP(error.message)])
  }
  const { major, minor, id } = request
  try {
    const queue = checked(machine, path, request)
    const groups = await answerTo(machine, { request, rest: head.subarray(request.end), queue, body })
    const odd = groups.find((g) => g.tag === 5)
    // in the version that was asked (RFC 8011, 4.1.8)
    return encode(major, minor, odd ? S.substituted : S.ok, id, [HEAD_GROUP(''), ...groups])
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    const unsupported = error.unsupported.length > 0 ? [{ tag: 5, attrs: [...error.unsupported] }] : []
    const version = error.status === S.versionNotSupported ? ([2, 0] as const) : ([major, minor] as const)
    return encode(version[0], version[1], error.status, id, [HEAD_GROUP(error.message), ...unsupported])
  }
}

/** What every request must have (RFC 8011, 4.1). */
function checked(machine: Machine, path: string, request: Request): Queue {
  if (request.major !== 1 && request.major !== 2)
    throw new Refused(S.versionNotSupported, `version ${request.major}.${request.minor}`)
  if (request.id < 1) throw new Refused(S.badRequest, `request-id ${request.id}`)
  for (const group of request.groups) wellFormed(group)
  const [operation] = request.groups
  const [one, two] = operation?.attrs ?? []
  if (operation?.tag !== 1 || one?.name !== 'attributes-charset' || two?.name !== 'attributes-natural-language')
    throw new Refused(S.badRequest, 'attributes-charset and attributes-natural-language come first')
  if (String(one.values[0]?.v).toLowerCase() !== 'utf-8') throw new Refused(S.charsetNotSupported, 'utf-8 only')
  if (!OPERATIONS.includes(request.op))
    throw new Refused(S.operationNotSupported, `operation 0x${request.op.toString(16).padStart(4, '0')}`)
  const target = first(operation.attrs, 'printer-uri') ?? first(operation.attrs, 'job-uri')
  if (typeof target !== 'string') throw new Refused(S.badRequest, 'printer-uri is missing')
  const queue = machine.model.queues.find((q) => q.path === path)
  if (!queue) throw new Refused(S.notFound, `no printer at ${path}`)
  return queue
}

/** The longest value of a syntax in octets (RFC 8011, 5.1). */
const LONGEST: Readonly<Record<number, number>> = {
  65: 1023, // textWithoutLanguage
  66: 255, // nameWithoutLanguage
  68: 255, // keyword
  69: 1023, // uri
  70: 63, // uriScheme
  71: 63, // charset
  72: 63, // naturalLanguage
  73: 255, // mimeMediaType
}

/** The syntaxes that an operation attribute may have (RFC 8011, 4). */
const SYNTAX: Readonly<Record<string, readonly number[]>> = {
  'attributes-charset': [0x47],
  'attributes-natural-language': [0x48],
  'printer-uri': [0x45],
  'job-uri': [0x45],
  'job-id': [0x21],
  'requesting-user-name': [0x42, 0x36],
  'job-name': [0x42, 0x36],
  'document-name': [0x42, 0x36],
  'document-format': [0x49],
  compression: [0x44],
  'ipp-attribute-fidelity': [0x22],
  'last-document': [0x22],
  'my-jobs': [0x22],
  'which-jobs': [0x44],
  limit: [0x21],
  'requested-attributes': [0x44],
}

/** No attribute twice in a group, none with a value that is too long, operation attributes in their syntax. */
function wellFormed(group: Group): void {
  const seen = new Set<string>()
  for (const a of group.attrs) {
    if (seen.has(a.name)) throw new Refused(S.badRequest, `${a.name} comes twice`)
    seen.add(a.name)
    for (const v of a.values) {
      const longest = LONGEST[v.tag]
      if (longest !== undefined && typeof v.v === 'string' && Buffer.byteLength(v.v) > longest)
        throw new Refused(S.valueTooLong, `${a.name} is longer than ${longest} octets`, [a])
      const syntax = group.tag === 1 ? SYNTAX[a.name] : undefined
      if (syntax && !syntax.includes(v.tag)) throw new Refused(S.badRequest, `${a.name} has the wrong syntax`, [a])
    }
  }
}

const operationAttrs = (r: Request): readonly Attr[] => r.groups.find((g) => g.tag === 1)?.attrs ?? []

async function answerTo(machine: Machine, ask: Ask): Promise<readonly Group[]> {
  const { request, queue } = ask
  const op = operationAttrs(request)
  switch (request.op) {
    case 0x000b:
      return [{ tag: 4, attrs: chosen(printerAttributes(machine, queue, host(ask)), op) }]
    case 0x0004: {
      machine.faults.reach('asked')
      formatOf(op)
      const { unsupported } = ticketOf(machine, queue, request)
      return odd(unsupported)
    }
    case 0x0002: {
      machine.faults.reach('sent')
      const format = formatOf(op)
      const { ticket, unsupported } = ticketOf(machine, queue, request)
      const drops = machine.faults.drops()
      if (drops === 'before') throw new Dropped()
      const job = machine.create(String(first(op, 'job-name') ?? 'untitled'), userOf(op), ticket)
      if (drops === 'in') return await breakOff(machine, job, ask)
      await spool(machine, job, ask, format)
      if (drops === 'after') throw new Dropped()
      return [...odd(unsupported), { tag: 2, attrs: brief(job, host(ask)) }]
    }
    case 0x0005: {
      const { ticket, unsupported } = ticketOf(machine, queue, request)
      const job = machine.create(String(first(op, 'job-name') ?? 'untitled'), userOf(op), ticket)
      machine.awaitDocument(job)
      return [...odd(unsupported), { tag: 2, attrs: brief(job, host(ask)) }]
    }
    case 0x0006: {
      const job = jobOf(machine, op)
      if (first(op, 'last-document') === undefined) throw new Refused(S.badRequest, 'last-document is missing')
      if (job.state !== JOB.held || job.spool) throw new Refused(S.notPossible, 'this job has its document')
      await spool(machine, job, ask, formatOf(op))
      return [{ tag: 2, attrs: brief(job, host(ask)) }]
    }
    case 0x0008: {
      const job = jobOf(machine, op)
      if (!machine.cancel(job)) throw new Refused(S.notPossible, `job ${job.id} is over`)
      return []
    }
    case 0x0009: {
      machine.faults.reach('looked at')
      const job = jobOf(machine, op)
      return [{ tag: 2, attrs: chosen(full(machine, job, host(ask)), op) }]
    }
    case 0x000a: {
      const which = String(first(op, 'which-jobs') ?? 'not-completed')
      if (!['completed', 'not-completed', 'all'].includes(which))
        throw new Refused(S.attributesNotSupported, `which-jobs ${which}`, attrs({ 'which-jobs': keyword(which) }))
      const limit = Number(first(op, 'limit') ?? 1000)
      if (limit < 1) throw new Refused(S.badRequest, `limit ${limit}`)
      const mine = first(op, 'my-jobs') === true ? userOf(op) : null
      const over = (j: Job): boolean => j.state >= JOB.canceled
      const list = machine.jobs.filter(
        (j) =>
          j.queue === queue &&
          (mine === null || j.user === mine) &&
          (which === 'all' || over(j) === (which === 'completed')),
      )
      if (which === 'completed') list.reverse()
      const asked = op.some((a) => a.name === 'requested-attributes')
      return list.slice(0, limit).map((j) => ({
        tag: 2,
        attrs: asked ? chosen(full(machine, j, host(ask)), op) : brief(j, host(ask)).slice(0, 2),
      }))
    }
    case 0x003c:
      machine.showItself()
      return []
    default:
      throw new Refused(S.operationNotSupported, 'not here')
  }
}

const host = (ask: Ask): string => ask.body.headers.host ?? '127.0.0.1'
const userOf = (op: readonly Attr[]): string => String(first(op, 'requesting-user-name') ?? 'anonymous')
const odd = (unsupported: readonly Attr[]): Group[] =>
  unsupported.length > 0 ? [{ tag: 5, attrs: [...unsupported] }] : []

function formatOf(op: readonly Attr[]): string {
  const compression = first(op, 'compression')
  if (compression !== undefined && compression !== 'none')
    throw new Refused(S.compressionNotSupported, `compression ${String(compression)}`)
  const format = String(first(op, 'document-format') ?? 'image/pwg-raster')
  if (!FORMATS.includes(format)) throw new Refused(S.formatNotSupported, format)
  return format
}

function jobOf(machine: Machine, op: readonly Attr[]): Job {
  const byUri = /\/jobs\/(\d+)$/.exec(String(first(op, 'job-uri') ?? ''))?.[1]
  const id = first(op, 'job-id') ?? (byUri === undefined ? undefined : Number(byUri))
  if (typeof id !== 'number') throw new Refused(S.badRequest, 'job-id is missing')
  const job = machine.jobs.find((j) => j.id === id)
  if (!job) throw new Refused(S.notFound, `no job ${id}`)
  return job
}

/** Which attributes were asked for (RFC 8011, 4.2.5.1); the database of media only when it is named. */
function chosen(all: readonly Attr[], op: readonly Attr[]): Attr[] {
  const asked = op.find((a) => a.name === 'requested-attributes')?.values.map((v) => String(v.v))
  const big = (a: Attr): boolean => a.name === 'media-col-database'
  if (!asked) return all.filter((a) => !big(a))
  const template = (a: Attr): boolean =>
    /-(default|supported|ready)$/.test(a.name) &&
    /^(media|print-|copies|sides|orient|output|finish|printer-res)/.test(a.name)
  return all.filter(
    (a) =>
      asked.includes(a.name) ||
      (!big(a) &&
        (asked.includes('all') ||
          (asked.includes('job-template') && template(a)) ||
          ((asked.includes('printer-description') || asked.includes('job-description')) && !template(a)))),
  )
}

/** Reads the document to a file, then lets the job go. */
async function spool(machine: Machine, job: Job, ask: Ask, format: string): Promise<void> {
  const path = machine.spoolPath(job)
  job.receiving = true
  const out = createWriteStream(path)
  let bytes = ask.rest.length
  const done = finished(out)
  try {
    if (ask.rest.length > 0) out.write(ask.rest)
    for await (const chunk of ask.body) {
      bytes += (chunk as Buffer).length
      if (!out.write(chunk)) await once(out, 'drain')
    }
    out.end()
    await done
  } catch {
    out.destroy()
    await done.catch(() => {})
    rmSync(path, { force: true })
    machine.cancel(job)
    job.state = JOB.aborted
    job.reasons = ['submission-interrupted']
    throw new Refused(S.internal, 'the document was not sent to its end')
  }
  if (bytes === 0) {
    machine.cancel(job)
    job.state = JOB.aborted
    throw new Refused(S.badRequest, 'no document')
  }
  machine.ready(job, format)
}

/** The connection breaks in the middle of the document: the job is given up, and nobody is told. */
async function breakOff(machine: Machine, job: Job, ask: Ask): Promise<never> {
  if (ask.rest.length === 0) await Promise.race([once(ask.body, 'data'), once(ask.body, 'end')])
  machine.cancel(job)
  job.state = JOB.aborted
  job.reasons = ['submission-interrupted']
  throw new Dropped()
}

const brief = (job: Job, base: string): Attr[] =>
  attrs({
    'job-id': int(job.id),
    'job-uri': uri(`ipp://${base}${job.queue.path}/jobs/${job.id}`),
    'job-state': enumeration(job.state),
    'job-state-reasons': job.reasons.map(keyword),
  })

function full(machine: Machine, job: Job, base: string): Attr[] {
  const up = (at: number | null): Value =>
    at === null ? { tag: 0x13, v: null } : int(Math.max(1, Math.round((at - machine.started) / 1000)))
  return [
    ...brief(job, base),
    ...attrs({
      'job-name': name(job.name),
      'job-originating-user-name': name(job.user),
      'job-printer-uri': uri(`ipp://${base}${job.queue.path}`),
      'job-printer-up-time': int(Math.max(1, Math.round((machine.now() - machine.started) / 1000))),
      'time-at-creation': up(job.createdAt),
      'time-at-processing': up(job.processingAt),
      'time-at-completed': up(job.endedAt),
      'job-media-sheets-completed': int(job.sheetsDone),
      'job-impressions-completed': int(job.sheetsDone),
      copies: int(job.ticket.copies),
      // PWG 5100.8: what was used, in hundredths of a millimetre
      ...(job.used
        ? {
            'media-col-actual': coll({
              'media-size': coll({
                'x-dimension': int(Math.round(job.used.width * 100)),
                'y-dimension': int(Math.round(job.used.length * 100)),
              }),
            }),
          }
        : {}),
    }),
  ]
}

/** Syntaxes of the job template attributes that are known here (RFC 8011, 5.2; PWG 5100.7 and 5100.13). */
const TEMPLATE: Readonly<Record<string, readonly number[]>> = {
  copies: [0x21],
  'print-quality': [0x23],
  'print-color-mode': [0x44],
  'print-rendering-intent': [0x44],
  'print-scaling': [0x44],
  'printer-resolution': [0x32],
  sides: [0x44],
  'orientation-requested': [0x23],
  'output-bin': [0x44, 0x42],
  finishings: [0x23],
}
const rightSyntax = (name: string, a: Attr): boolean => a.values.every((v) => TEMPLATE[name]?.includes(v.tag) ?? true)

/** The job's template attributes as a ticket, with what was not supported. */
function ticketOf(machine: Machine, queue: Queue, request: Request): { ticket: Ticket; unsupported: readonly Attr[] } {
  const op = operationAttrs(request)
  if (!machine.accepting) throw new Refused(S.notAccepting, 'not accepting jobs')
  const job = request.groups.find((g) => g.tag === 2)?.attrs ?? []
  const unsupported: Attr[] = []
  const KNOWN = [
    'copies',
    'media',
    'media-col',
    'print-quality',
    'print-color-mode',
    'print-rendering-intent',
    'print-scaling',
    'printer-resolution',
    'sides',
    'orientation-requested',
    'output-bin',
    'finishings',
  ]
  for (const a of job) if (!KNOWN.includes(a.name)) unsupported.push({ name: a.name, values: [{ tag: 0x10, v: null }] })
  const one = <T>(n: string, ok: (v: T) => boolean, otherwise: T): T => {
    const a = job.find((x) => x.name === n)
    const v = first(job, n) as T | undefined
    if (v === undefined) return otherwise
    // a value in another syntax is a value that is not supported
    if (a && rightSyntax(n, a) && ok(v)) return v
    if (a) unsupported.push(a)
    return otherwise
  }
  const within = (n: string, ok: (v: never) => boolean): void => void one(n, ok, null as never)
  within('sides', (v: string) => v === 'one-sided')
  within('printer-resolution', (v: { x: number; y: number; units: number }) =>
    queue.qualities.some((q) => q.ppi === v.x && q.ppi === v.y && v.units === 3),
  )
  within('orientation-requested', (v: number) => v === 3)
  within('output-bin', (v: string) => v === 'face-up')
  within('finishings', (v: number) => v === 3)
  within('print-rendering-intent', (v: string) => RENDERING_INTENTS.includes(v))
  const col = first(job, 'media-col') as Attr[] | undefined
  const size = col ? (first(col, 'media-size') as Attr[] | undefined) : undefined
  const sourceWord = col ? (first(col, 'media-source') as string | undefined) : undefined
  const asked = (n: string): number | undefined => (size ? (first(size, n) as number | undefined) : undefined)
  const named = sizeFromName(String(first(job, 'media') ?? ''))
  const width = asked('x-dimension') !== undefined ? (asked('x-dimension') as number) / 100 : named?.[0]
  const length = asked('y-dimension') !== undefined ? (asked('y-dimension') as number) / 100 : named?.[1]
  const fits = (p: Queue['paths'][number], w: number, l: number): boolean => {
    const s = sourceOf(machine, p)
    return w >= s.width[0] - 0.1 && w <= s.width[1] + 0.1 && l >= s.length[0] - 0.1 && l <= s.length[1] + 0.1
  }
  const paths = queue.paths.filter((p) => sourceWord === undefined || sourceWord === 'auto' || p.source === sourceWord)
  const path = width !== undefined && length !== undefined ? paths.find((p) => fits(p, width, length)) : paths[0]
  const media = job.filter((a) => a.name === 'media-col' || a.name === 'media')
  if (!path) throw new Refused(S.attributesNotSupported, 'this size or source is not taken', media)
  const source = sourceOf(machine, path)
  const type = (col ? (first(col, 'media-type') as string | undefined) : undefined) ?? source.holds.type
  if (!queue.types.includes(type)) throw new Refused(S.attributesNotSupported, `media-type ${type}`, media)
  const margins = ['left', 'right', 'top', 'bottom'].map((s) => (col ? first(col, `media-${s}-margin`) : undefined))
  const borderless = margins.every((m) => m === 0)
  if (borderless && !path.overspray) throw new Refused(S.conflicting, 'no borderless from this source', media)
  if (borderless && path.borderlessTypes.length > 0 && !path.borderlessTypes.includes(type))
    throw new Refused(S.conflicting, `no borderless on ${type}`, media)
  const w = width ?? source.holds.width
  if (borderless && path.borderlessWidths.length > 0 && !path.borderlessWidths.some((b) => Math.abs(b - w) < 1))
    throw new Refused(S.conflicting, `no borderless at this width`, media)
  const ticket: Ticket = {
    queue,
    path,
    source,
    width: w,
    length: length ?? usualLength(source),
    type,
    borderless,
    quality: one<number>(
      'print-quality',
      (v) => queue.qualities.some((q) => q.value === v),
      queue.qualities[0]?.value ?? 4,
    ) as 3 | 4 | 5,
    scaling: one<string>('print-scaling', (v) => ['auto', 'auto-fit', 'fill', 'fit', 'none'].includes(v), 'auto'),
    monochrome:
      one<string>(
        'print-color-mode',
        (v) => v === 'auto' || v === 'color' || (v === 'monochrome' && queue.monochrome),
        'color',
      ) === 'monochrome',
    copies: one<number>('copies', (v) => v >= 1 && v <= 99, 1),
  }
  if (unsupported.length > 0 && first(op, 'ipp-attribute-fidelity') === true)
    throw new Refused(S.attributesNotSupported, unsupported.map((a) => a.name).join(', '), unsupported)
  return { ticket, unsupported }
}

/** The dimensions at the end of a self-describing size name (PWG 5101.1, 5.1), mm. */
function sizeFromName(media: string): readonly [number, number] | null {
  const m = /_(\d+(?:\.\d+)?)x(\d+(?:\.\d+)?)(mm|in)$/.exec(media)
  if (!m) return null
  const by = m[3] === 'in' ? 25.4 : 1
  return [Number(m[1]) * by, Number(m[2]) * by]
}

/** What is set in the machine's own dialog for black-and-white: whole steps. */
function setGrey(machine: Machine, { darkness, tintA, tintB }: Record<string, unknown>): void {
  const step = (v: unknown, was: number): number => (typeof v === 'number' && Math.abs(v) <= 100 ? Math.round(v) : was)
  const now = machine.greySet
  machine.greySet = {
    darkness: step(darkness, now.darkness),
    tint: [step(tintA, now.tint[0]), step(tintB, now.tint[1])],
  }
}

/** What a person does at the machine: paper, ink, standing by. Local only, not part of IPP. */
async function switches(
  machine: Machine,
  path: string,
  request: IncomingMessage,
  response: ServerResponse,
): Promise<void> {
  if (path === '/tray/switch') {
    if (request.method !== 'POST') {
      response.writeHead(405).end()
      return
    }
    const chunks: Buffer[] = []
    for await (const c of request) chunks.push(c as Buffer)
    let body: Record<string, unknown> = {}
    try {
      body = JSON.parse(Buffer.concat(chunks).toString('utf8')) as Record<string, unknown>
    } catch {
      response.writeHead(400).end()
      return
    }
    const held = typeof body.source === 'string' ? machine.holds.get(body.source) : undefined
    if (held) {
      for (const key of ['width', 'length', 'left'] as const)
        if (typeof body[key] === 'number' && Number(body[key]) >= 0) held[key] = Number(body[key])
      if (typeof body.type === 'string') held.type = body.type
    }
    if (typeof body.ink === 'string' && machine.ink.has(body.ink) && typeof body.level === 'number')
      machine.ink.set(body.ink, Math.min(80, Math.max(0, (80 * body.level) / 100)))
    if (typeof body.copies === 'number' && body.copies >= 1 && body.copies <= 99)
      machine.copiesSet = Math.floor(body.copies)
    setGrey(machine, body)
    if (typeof body.again === 'number' || body.again === null) machine.feedAgain(body.again)
    if (typeof body.standsBy === 'boolean') machine.standsBy = body.standsBy
    if (typeof body.accepting === 'boolean') machine.accepting = body.accepting
    const seconds = typeof body.seconds === 'number' && body.seconds > 0 ? body.seconds : undefined
    // what needs no job happens at once, unless a job or a stage of it is named
    const waits = body.job !== undefined || body.stage !== undefined
    if (isFault(body.fault) && !waits && AT_ONCE.includes(body.fault)) machine.faults.now(body.fault, seconds)
    else if (isFault(body.fault))
      machine.faults.arm(body.fault, {
        ...(isStage(body.stage) ? { stage: body.stage } : {}),
        ...(typeof body.job === 'number' && body.job >= 0 ? { job: Math.floor(body.job) } : {}),
        ...(seconds === undefined ? {} : { seconds }),
      })
    if (body.fault === 'none') machine.faults.clear()
    machine.wake()
  }
  const state = {
    id: machine.model.id,
    name: machine.model.queues[0]?.name ?? machine.model.id,
    makeModel: machine.model.makeModel,
    state: machine.state,
    reasons: machine.reasons,
    shows: machine.showsItself,
    standsBy: machine.standsBy,
    blackIn: machine.model.swap ? machine.blackIn : null,
    sources: machine.model.sources.map((s) => ({
      keyword: s.keyword,
      kind: s.kind,
      widths: s.width,
      lengths: s.length,
      ...machine.holds.get(s.keyword),
    })),
    copies: machine.copiesSet,
    grey: machine.model.queues.some((q) => q.monochrome) ? machine.greySet : null,
    again: machine.fedAgain,
    faults: machine.faults.armed,
    offline: machine.faults.offline,
    types: machine.model.types.map((t) => t.keyword),
    inks: machine.model.inks.map((i) => ({
      name: i.name,
      colour: i.colour,
      level: Math.round((100 * (machine.ink.get(i.name) ?? 0)) / 80),
    })),
    jobs: machine.jobs.filter((j) => j.state < 7).map((j) => ({ id: j.id, name: j.name, state: j.state })),
  }
  response.writeHead(200, { 'content-type': 'application/json' })
  response.end(JSON.stringify(state))
}
