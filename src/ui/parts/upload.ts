import { answerOf } from '@/contract/call'
import { bad, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'

export type Uploaded<Value> = Result<Value, Problem>

/** Sends a file as a raw body; told the part that has left (0..1). Rejects never: a cut line is a problem. */
export function upload<Value>(
  to: string,
  file: File,
  told: (part: number) => void,
  signal: AbortSignal,
): Promise<Uploaded<Value> | 'cancelled'> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest()
    request.open('POST', to)
    request.setRequestHeader('content-type', 'application/octet-stream')
    request.setRequestHeader('x-file-name', encodeURIComponent(file.name || 'pasted picture.png'))
    request.upload.onprogress = (e) => told(e.total > 0 ? e.loaded / e.total : 0)
    request.onload = () => {
      const { status, responseText } = request
      void answerOf<Value>({ status, json: async () => JSON.parse(responseText) }).then(resolve)
    }
    request.onerror = () => resolve(bad({ code: 'unreachable' }))
    request.onabort = () => resolve('cancelled')
    signal.addEventListener('abort', () => request.abort())
    request.send(file)
  })
}

export const uploadPicture = (
  file: File,
  told: (part: number) => void,
  signal: AbortSignal,
): Promise<Uploaded<{ readonly id: string }> | 'cancelled'> => upload('/api/pictures', file, told, signal)
