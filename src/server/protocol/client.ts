import http from 'node:http'
import type { Socket } from 'node:net'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { type Attributes, attribute, attributesOf, wordOf } from '@/formats/ipp/look'
import { GROUP, type IppAttribute, type IppMessage } from '@/formats/ipp/message'
import { readIpp } from '@/formats/ipp/read'
import { writeIpp } from '@/formats/ipp/write'
import { calledBy, type PrinterAddress } from './address'
import { connectSecurely } from './secure'
import { statusName } from './status'

/** How long a printer may take; tests wait less. */
export type Patience = {
  /** until it answers at all, and between pieces of an answer */
  readonly answerMs: number
  /** all of a question and its answer, without a document */
  readonly wholeMs: number
  /** between pieces of a document that it takes in */
  readonly intakeMs: number
}
export const PATIENCE: Patience = { answerMs: 10_000, wholeMs: 30_000, intakeMs: 120_000 }

/** The longest answer that is read. */
const MOST_BYTES = 8_000_000

export type Ask = {
  readonly operation: number
  /** after charset, language and printer-uri, which are always sent */
  readonly operationAttributes: readonly IppAttribute[]
  readonly jobAttributes?: readonly IppAttribute[]
  readonly document?: AsyncIterable<Uint8Array>
}

export type Answer = { readonly status: number; readonly message: IppMessage }

let requestId = 0

/** The message of a question (RFC 8011, 4.1.4): charset and language first, then the target. */
export function questionOf(address: PrinterAddress, ask: Ask): IppMessage {
  requestId = (requestId % 0x7fffffff) + 1
  return {
    version: [2, 0],
    code: ask.operation,
    requestId,
    groups: [
      {
        tag: GROUP.operation,
        attributes: [
          attribute('attributes-charset', { kind: 'charset', value: 'utf-8' }),
          attribute('attributes-natural-language', { kind: 'naturalLanguage', value: 'en' }),
          attribute('printer-uri', { kind: 'uri', value: address.uri }),
          ...ask.operationAttributes,
        ],
      },
      ...(ask.jobAttributes ? [{ tag: GROUP.job, attributes: ask.jobAttributes }] : []),
    ],
  }
}

/**
 * Asks a printer. Every wait is bounded, redirects are not followed, the answer's size is bounded. A status that
 * refuses is a problem; a status that says "ignored or substituted" is an answer.
 */
export async function askPrinter(
  address: PrinterAddress,
  ask: Ask,
  patience: Patience = PATIENCE,
  signal?: AbortSignal,
): Promise<Result<Answer, Problem>> {
  const question = questionOf(address, ask)
  const secure = address.secure ? await connectSecurely(address, patience.answerMs, signal) : ok(null)
  if (!secure.ok) return secure
  const got = await exchange(address, secure.value, writeIpp(question), ask.document, patience, signal)
  if (!got.ok) return got
  const read = readIpp(got.value)
  if (!read.ok)
    return bad({ code: 'printer_not_ipp', address: calledBy(address), got: `a message that ${read.problem.says}` })
  const { message } = read.value
  if (message.requestId !== question.requestId && message.requestId !== 0)
    return bad({
      code: 'printer_not_ipp',
      address: calledBy(address),
      got: `an answer to question ${message.requestId} instead of ${question.requestId}`,
    })
  if (message.code >= 0x0400) {
    const says = wordOf(attributesOf(message, GROUP.operation), 'status-message') ?? ''
    return bad({ code: 'printer_refused', address: calledBy(address), status: statusName(message.code), says })
  }
  return ok({ status: message.code, message })
}

function exchange(
  address: PrinterAddress,
  socket: Socket | null,
  head: Uint8Array,
  document: AsyncIterable<Uint8Array> | undefined,
  patience: Patience,
  signal: AbortSignal | undefined,
): Promise<Result<Uint8Array, Problem>> {
  return new Promise((resolve) => {
    let over = false
    const request = http.request({
      ...(socket ? { createConnection: () => socket } : { agent: false }),
      host: address.host,
      port: address.port,
      path: address.path,
      method: 'POST',
      headers: {
        'content-type': 'application/ipp',
        accept: 'application/ipp',
        ...(document ? { 'transfer-encoding': 'chunked' } : { 'content-length': head.length }),
      },
      timeout: patience.answerMs,
    })
    let waits = patience.answerMs
    let timer: ReturnType<typeof setTimeout> | undefined
    const end = (result: Result<Uint8Array, Problem>): void => {
      if (over) return
      over = true
      clearTimeout(timer)
      clearTimeout(whole)
      signal?.removeEventListener('abort', stopped)
      request.destroy()
      resolve(result)
    }
    const silent = (): void =>
      end(bad({ code: 'printer_silent', address: calledBy(address), seconds: Math.round(waits / 1000) }))
    const alive = (ms: number): void => {
      waits = ms
      clearTimeout(timer)
      timer = setTimeout(silent, ms)
    }
    const stopped = (): void =>
      end(bad({ code: 'printer_unreachable', address: calledBy(address), why: 'stopped here' }))
    const whole = document ? undefined : setTimeout(silent, patience.wholeMs)
    signal?.addEventListener('abort', stopped)
    alive(patience.answerMs)
    request.on('error', (error: NodeJS.ErrnoException) =>
      end(bad({ code: 'printer_unreachable', address: calledBy(address), why: reasonOf(error) })),
    )
    request.on('response', (response) => {
      const status = response.statusCode ?? 0
      if (status >= 300 && status < 400)
        return end(
          bad({ code: 'printer_moves', address: calledBy(address), to: response.headers.location ?? 'somewhere' }),
        )
      const kind = response.headers['content-type'] ?? 'no content type'
      if (status !== 200 || !/^application\/ipp\b/.test(kind)) {
        const got = status === 200 ? `${kind.slice(0, 60)}` : `HTTP status ${status}`
        return end(bad({ code: 'printer_not_ipp', address: calledBy(address), got }))
      }
      const pieces: Buffer[] = []
      let bytes = 0
      response.on('data', (piece: Buffer) => {
        alive(patience.answerMs)
        bytes += piece.length
        if (bytes > MOST_BYTES)
          return end(bad({ code: 'printer_endless', address: calledBy(address), megabytes: MOST_BYTES / 1e6 }))
        pieces.push(piece)
      })
      response.on('end', () => end(ok(Buffer.concat(pieces))))
      response.on('aborted', () =>
        end(bad({ code: 'printer_unreachable', address: calledBy(address), why: 'the answer broke off' })),
      )
    })
    void send(request, head, document, () => alive(document ? patience.intakeMs : patience.answerMs)).catch(
      (error: unknown) =>
        end(
          bad({
            code: 'printer_unreachable',
            address: calledBy(address),
            why: error instanceof Error ? error.message : String(error),
          }),
        ),
    )
  })
}

/** Sends head and document as fast as the printer takes them. */
async function send(
  request: http.ClientRequest,
  head: Uint8Array,
  document: AsyncIterable<Uint8Array> | undefined,
  alive: () => void,
): Promise<void> {
  const put = async (piece: Uint8Array): Promise<void> => {
    if (request.destroyed) throw new Error('the connection broke')
    alive()
    if (!request.write(piece))
      await new Promise<void>((resolve) => {
        const go = (): void => {
          request.off('drain', go)
          request.off('close', go)
          resolve()
        }
        request.on('drain', go)
        request.on('close', go)
      })
  }
  await put(head)
  if (document) for await (const piece of document) await put(piece)
  alive()
  request.end()
}

const REASONS: Readonly<Record<string, string>> = {
  ECONNREFUSED: 'the connection was refused',
  ENOTFOUND: 'no such name on this network',
  EAI_AGAIN: 'no such name on this network',
  ETIMEDOUT: 'it took too long',
  EHOSTUNREACH: 'no way there',
  ENETUNREACH: 'no way there',
  ECONNRESET: 'the connection was broken off',
  EPIPE: 'the connection was broken off',
}
const reasonOf = (error: NodeJS.ErrnoException): string => REASONS[error.code ?? ''] ?? error.message

export const printerGroup = (message: IppMessage): Attributes => attributesOf(message, GROUP.printer)
export const jobGroups = (message: IppMessage): readonly Attributes[] =>
  message.groups.filter((g) => g.tag === GROUP.job).map((g) => g.attributes)
