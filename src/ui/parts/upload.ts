import { bad, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'

type Uploaded = Result<{ readonly id: string }, Problem>

/** Sends a file as a raw body; told the part that has left (0..1). Rejects never: a cut line is a problem. */
export function uploadPicture(
  file: File,
  told: (part: number) => void,
  signal: AbortSignal,
): Promise<Uploaded | 'cancelled'> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest()
    request.open('POST', '/api/pictures')
    request.setRequestHeader('content-type', 'application/octet-stream')
    request.setRequestHeader('x-file-name', encodeURIComponent(file.name || 'pasted picture.png'))
    request.upload.onprogress = (e) => told(e.total > 0 ? e.loaded / e.total : 0)
    request.onload = () => {
      try {
        resolve(JSON.parse(request.responseText) as Uploaded)
      } catch {
        resolve(bad({ code: 'unreachable' }))
      }
    }
    request.onerror = () => resolve(bad({ code: 'unreachable' }))
    request.onabort = () => resolve('cancelled')
    signal.addEventListener('abort', () => request.abort())
    request.send(file)
  })
}
