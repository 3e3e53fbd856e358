import { parentPort } from 'node:worker_threads'
import type { Heard, Said } from './thread'
import { makePdf, type OpenPage, openRaster, type PdfWork, type RasterWork } from './work'

// The thread that makes pages: it knows no database, only files and what it is told.
const port = parentPort
if (!port) throw new Error('this is started as a thread')

type Making = { readonly page: OpenPage; readonly pieces: AsyncGenerator<Uint8Array>; part: number }
const open = new Map<number, Making>()
/** told to close while it was opened */
const gone = new Set<number>()

const answer = (heard: Heard, give: readonly ArrayBuffer[] = []): void => port.postMessage(heard, [...give])

function thrown(id: number, error: unknown): void {
  const code = error instanceof Error && 'code' in error ? String(error.code) : null
  answer({ id, is: 'thrown', says: error instanceof Error ? error.message : String(error), code })
}

async function begin(id: number, work: RasterWork): Promise<void> {
  const opened = await openRaster(work)
  if (!opened.ok) return answer({ id, is: 'opened', result: opened })
  if (gone.delete(id)) return opened.value.close()
  const making: Making = {
    page: opened.value,
    pieces: opened.value.stream((part) => {
      making.part = part
    }),
    part: 0,
  }
  open.set(id, making)
  answer({ id, is: 'opened', result: { ok: true, value: null } })
}

async function more(id: number): Promise<void> {
  const making = open.get(id)
  // it was opened by a thread that broke since: whoever waits for more has to hear so
  if (!making) throw new Error('the thread that made this page ended')
  const piece = await making.pieces.next()
  if (piece.done) return answer({ id, is: 'end' })
  // copied, so that what the writer still holds is not taken from it; the copy is given away
  const bytes = new Uint8Array(piece.value)
  answer({ id, is: 'chunk', bytes, part: making.part }, [bytes.buffer])
}

function close(id: number): void {
  const making = open.get(id)
  if (!making) {
    gone.add(id)
    return
  }
  open.delete(id)
  making.page.close()
}

const pdf = async (id: number, work: PdfWork): Promise<void> => {
  const result = await makePdf(work, (part) => answer({ id, is: 'part', part }))
  if (!gone.delete(id)) answer({ id, is: 'made', result })
}

port.on('message', (said: Said) => {
  const does = async (): Promise<void> => {
    switch (said.does) {
      case 'open':
        return begin(said.id, said.work as RasterWork)
      case 'pdf':
        return pdf(said.id, said.work as PdfWork)
      case 'more':
        return more(said.id)
      case 'close':
        return close(said.id)
      default:
        return said satisfies never
    }
  }
  does().catch((error: unknown) => thrown(said.id, error))
})
