import { inflateSync } from 'node:zlib'

/** One indirect object of a PDF: its dictionary as text, and its stream as stored. */
export type PdfObject = { readonly id: number; readonly text: string; readonly stream: Buffer | null }

/**
 * A reader of plain PDF files (ISO 32000-1, classic cross-reference, no object streams), for tests: it shares nothing
 * with the library that writes.
 */
export function readPdf(bytes: Uint8Array): readonly PdfObject[] {
  const file = Buffer.from(bytes)
  const latin = file.toString('latin1')
  const found: PdfObject[] = []
  for (const match of latin.matchAll(/(\d+) 0 obj\s/g)) {
    const from = match.index + match[0].length
    const streamAt = latin.indexOf('stream', from)
    const endAt = latin.indexOf('endobj', from)
    const hasStream = streamAt !== -1 && streamAt < endAt
    const text = latin.slice(from, hasStream ? streamAt : endAt)
    const length = Number(/\/Length (\d+)/.exec(text)?.[1] ?? -1)
    const start = latin[streamAt + 6] === '\r' ? streamAt + 8 : streamAt + 7
    found.push({ id: Number(match[1]), text, stream: hasStream ? file.subarray(start, start + length) : null })
  }
  return found
}

/** A box of the first page: left, bottom, right, top in points. */
export function pageBox(objects: readonly PdfObject[], name: string): readonly number[] {
  const page = objects.find((o) => /\/Type \/Page\b/.test(o.text))
  const match = new RegExp(`/${name} \\[([^\\]]*)\\]`).exec(page?.text ?? '')
  return (match?.[1] ?? '').trim().split(/\s+/).map(Number)
}

/** The page's drawing operators, one a line. */
export function drawing(objects: readonly PdfObject[]): readonly string[] {
  const page = objects.find((o) => /\/Type \/Page\b/.test(o.text))
  const ids = [
    ...(/\/Contents (?:\[([^\]]*)\]|(\d+ 0 R))/.exec(page?.text ?? '')?.[0] ?? '').matchAll(/(\d+) 0 R/g),
  ].map((m) => Number(m[1]))
  return ids
    .map((id) => objects.find((o) => o.id === id))
    .map((o) => (o?.stream ? (/FlateDecode/.test(o.text) ? inflateSync(o.stream) : o.stream).toString('latin1') : ''))
    .join('\n')
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
}

/** The picture objects of a file. */
export const images = (objects: readonly PdfObject[]): readonly PdfObject[] =>
  objects.filter((o) => /\/Subtype \/Image/.test(o.text))
