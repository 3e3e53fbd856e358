import type { SizeQueue } from '@/core/printer/size-verdict'
import type { Db } from '@/server/db/open'
import { listPrinters } from './printers'

/** What decides which sizes go through the room's queues. */
export const sizeQueues = (db: Db): readonly SizeQueue[] =>
  listPrinters(db).flatMap((p) =>
    p.queues.map((q) => ({
      ...{ queueId: q.id, queueName: q.name, printerId: p.id, printerName: p.nickname },
      paths: q.facts.feeds.flatMap((driven) => {
        const feed = p.feeds.find((f) => f.id === driven.feedId)
        if (!feed) return []
        const { id, name, kind, minWidth, maxWidth, minLength, maxLength } = feed
        return [{ feed: { id, name, kind, minWidth, maxWidth, minLength, maxLength }, driven }]
      }),
      mediaSettings: q.facts.mediaSettings.map(({ id, name, longest }) => ({ id, name, longest })),
    })),
  )

/** What each queue's own dialog calls sizes, where it has a step for them: by queue, then by the room's name. */
export const dialogSizeNames = (
  db: Db,
): readonly { readonly queueId: string; readonly words: Readonly<Record<string, string>> }[] =>
  listPrinters(db).flatMap((p) =>
    p.queues.flatMap((q) =>
      q.facts.dialog.flatMap((step) => (step.option === 'size' ? [{ queueId: q.id, words: step.words ?? {} }] : [])),
    ),
  )
