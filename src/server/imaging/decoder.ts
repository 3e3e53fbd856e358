import sharp from 'sharp'

/** Pixels that a picture may have. */
export const MOST_PIXELS = 400_000_000

// a decoder keeps nothing for later: pictures come once, and memory belongs to the next one
sharp.cache(false)

/** Decoding that stops at what is broken, and leaves the numbers as they stand in the file. */
export const AS_STORED = { limitInputPixels: MOST_PIXELS, failOn: 'error', ignoreIcc: true } as const

/** Which picture of a file: only files that hold several are told. */
export const pageOf = (page: number): { readonly page?: number } => (page > 0 ? { page } : {})

let last: Promise<unknown> = Promise.resolve()

/** One decoder at a time in this process: what several large pictures would need together is never held. */
export function decoding<T>(work: () => Promise<T>): Promise<T> {
  const mine = last.then(work, work)
  last = mine.catch(() => {})
  return mine
}
