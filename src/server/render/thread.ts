import { Worker } from 'node:worker_threads'
import type { Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { OpenPage, PdfWork, RasterWork } from './work'

/** What is said to the rendering thread; `id` is whose work it is about. */
export type Said =
  | { readonly id: number; readonly does: 'open' | 'pdf'; readonly work: RasterWork | PdfWork }
  | { readonly id: number; readonly does: 'more' }
  | { readonly id: number; readonly does: 'close' }

/** What it answers. */
export type Heard =
  | { readonly id: number; readonly is: 'opened'; readonly result: Result<null, Problem> }
  | { readonly id: number; readonly is: 'chunk'; readonly bytes: Uint8Array; readonly part: number }
  | { readonly id: number; readonly is: 'end' }
  | { readonly id: number; readonly is: 'part'; readonly part: number }
  | { readonly id: number; readonly is: 'made'; readonly result: Result<Uint8Array, Problem> }
  | { readonly id: number; readonly is: 'thrown'; readonly says: string; readonly code: string | null }

/** It was told to stop. */
export class Stopped extends Error {}

type Listener = { readonly heard: (h: Heard) => void; readonly broke: (error: Error) => void }

/*
 * One thread beside this one makes all pages, several at once, so that following printers, cancelling and news never wait
 * for pixels. It is started by the first page and again by the first after it broke.
 */
let worker: Worker | null = null
let next = 1
const listeners = new Map<number, Listener>()

function thread(): Worker {
  if (worker) return worker
  const started = new Worker(new URL('./thread-boot.mjs', import.meta.url), { execArgv: [] })
  started.unref()
  const broke = (error: Error): void => {
    if (worker === started) worker = null
    const waiting = [...listeners.values()]
    listeners.clear()
    for (const l of waiting) l.broke(error)
  }
  started.on('message', (h: Heard) => listeners.get(h.id)?.heard(h))
  started.on('error', broke)
  started.on('exit', (code) => broke(new Error(`the thread that makes pages ended (${code})`)))
  worker = started
  return started
}

const say = (said: Said): void => thread().postMessage(said)
/** Whoever made it may be gone; then there is nothing to close. */
const sayClose = (id: number): void => worker?.postMessage({ id, does: 'close' } satisfies Said)

class FromThread extends Error {
  constructor(
    says: string,
    readonly code: string | null,
  ) {
    super(says)
  }
}

/** Answers once, or as soon as the signal says stop; what the thread still does for it is thrown away. */
function once<T>(signal: AbortSignal, begin: (id: number, done: (value: T) => void) => (h: Heard) => void): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    const id = next++
    const over = (): void => {
      listeners.delete(id)
      signal.removeEventListener('abort', stop)
    }
    const stop = (): void => {
      over()
      sayClose(id)
      reject(new Stopped())
    }
    if (signal.aborted) return reject(new Stopped())
    signal.addEventListener('abort', stop)
    const heard = begin(id, (value) => {
      over()
      resolve(value)
    })
    listeners.set(id, {
      heard: (h) => {
        if (h.is !== 'thrown') return heard(h)
        over()
        reject(new FromThread(h.says, h.code))
      },
      broke: (error) => {
        over()
        reject(error)
      },
    })
  })
}

/** A page as a file, made in the other thread. @throws Stopped when the signal says so */
export function pdfInThread(
  work: PdfWork,
  told: (part: number) => void,
  signal: AbortSignal,
): Promise<Result<Uint8Array, Problem>> {
  return once(signal, (id, done) => {
    say({ id, does: 'pdf', work })
    return (h) => {
      if (h.is === 'part') told(h.part)
      if (h.is === 'made') done(h.result)
    }
  })
}

/**
 * A page for a printer, its pictures opened in the other thread; streamed a piece at a time, the next when the last was
 * taken. @throws Stopped when the signal says so before it is open
 */
export async function rasterInThread(work: RasterWork, signal: AbortSignal): Promise<Result<OpenPage, Problem>> {
  let mine = 0
  const opened = await once<Result<null, Problem>>(signal, (id, done) => {
    mine = id
    say({ id, does: 'open', work })
    return (h) => {
      if (h.is === 'opened') done(h.result)
    }
  })
  if (!opened.ok) return opened
  let closed = false
  const close = (): void => {
    if (closed) return
    closed = true
    listeners.delete(mine)
    sayClose(mine)
  }
  return { ok: true, value: { stream: (told) => pieces(mine, told), close } }
}

async function* pieces(id: number, told: (part: number) => void): AsyncGenerator<Uint8Array> {
  for (;;) {
    const piece = await new Promise<Heard>((heard, reject) => {
      listeners.set(id, { heard, broke: reject })
      say({ id, does: 'more' })
    })
    if (piece.is === 'end') return
    if (piece.is === 'thrown') throw new FromThread(piece.says, piece.code)
    if (piece.is !== 'chunk') continue
    told(piece.part)
    yield piece.bytes
  }
}
