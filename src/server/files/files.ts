import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, createWriteStream, existsSync, mkdirSync } from 'node:fs'
import { open, rename, rm, stat } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { type Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'

/** Where the content with this SHA-256 is kept: outside the web root, two levels deep. */
export const filePath = (folder: string, sha: string): string => join(folder, 'files', sha.slice(0, 2), sha)

const SHA = /^[0-9a-f]{64}$/

export const isSha = (text: string): boolean => SHA.test(text)

export type Received = { readonly path: string; readonly sha: string; readonly bytes: number }

/** The stream had more bytes than allowed. */
export class TooLarge extends Error {}

/**
 * Streams bytes to a temporary file, hashing on the way, never more than `limit`. The file is removed again when
 * anything fails. Memory stays flat.
 */
export async function receive(folder: string, body: Readable, limit: number, signal?: AbortSignal): Promise<Received> {
  const path = join(folder, 'incoming', randomUUID())
  mkdirSync(dirname(path), { recursive: true })
  const hash = createHash('sha256')
  let bytes = 0
  const count = new Transform({
    transform(chunk: Buffer, _encoding, next) {
      bytes += chunk.length
      if (bytes > limit) return next(new TooLarge())
      hash.update(chunk)
      next(null, chunk)
    },
  })
  try {
    await pipeline(body, count, createWriteStream(path), ...(signal ? [{ signal }] : []))
    return { path, sha: hash.digest('hex'), bytes }
  } catch (error) {
    await rm(path, { force: true })
    throw error
  }
}

/** Moves a received file to its place by content: fsync, then rename. Content that is there already is kept. */
export async function keep(folder: string, received: Received): Promise<void> {
  const to = filePath(folder, received.sha)
  mkdirSync(dirname(to), { recursive: true })
  if (existsSync(to)) return rm(received.path, { force: true })
  const handle = await open(received.path, 'r+')
  await handle.sync()
  await handle.close()
  await rename(received.path, to)
}

/** Keeps bytes that were made here; returns their SHA-256. */
export async function keepBytes(folder: string, bytes: Uint8Array): Promise<string> {
  const sha = createHash('sha256').update(bytes).digest('hex')
  const path = join(folder, 'incoming', randomUUID())
  mkdirSync(dirname(path), { recursive: true })
  const handle = await open(path, 'w')
  try {
    await handle.writeFile(bytes)
    await handle.sync()
  } finally {
    await handle.close()
  }
  await keep(folder, { path, sha, bytes: bytes.length })
  return sha
}

export const discard = (received: Received): Promise<void> => rm(received.path, { force: true })

export async function readFileStream(folder: string, sha: string): Promise<{ stream: Readable; bytes: number } | null> {
  if (!isSha(sha)) return null
  const path = filePath(folder, sha)
  try {
    const { size } = await stat(path)
    return { stream: createReadStream(path), bytes: size }
  } catch {
    return null
  }
}
