import { bad, ok, type Result } from '@/core/result/result'

/**
 * Text files of measuring instruments: tables of keywords, a data format and data sets (ISO 28178, and its forerunner
 * CGATS.17). One file holds one table or several; words are parted by white space, quoted words keep theirs, `#` begins a
 * comment. What is not understood is kept as a keyword and never stops a file that has its data.
 */

/** One table as it stands in the file. */
export type CgatsTable = {
  /** the file's own name of its kind, such as `CGATS.17`; empty where it gives none */
  readonly kind: string
  /** keywords with their values, the last where one stands twice */
  readonly keywords: Readonly<Record<string, string>>
  /** names of the columns, in capitals */
  readonly columns: readonly string[]
  /** one row for each data set, as text; as long as `columns` */
  readonly rows: readonly (readonly string[])[]
  /** on which line of the file each row begins, from 1 */
  readonly lines: readonly number[]
}

export type CgatsProblem =
  | { readonly code: 'not_text' }
  | { readonly code: 'too_large'; readonly bytes: number; readonly most: number }
  | { readonly code: 'no_data' }
  | { readonly code: 'no_columns'; readonly line: number }
  | { readonly code: 'open_quote'; readonly line: number }
  | { readonly code: 'twice'; readonly line: number; readonly column: string }
  | { readonly code: 'row_length'; readonly line: number; readonly has: number; readonly wants: number }
  /** data, or their format, that begin on this line and never end */
  | { readonly code: 'no_end'; readonly line: number }
  | { readonly code: 'counts'; readonly what: 'fields' | 'sets'; readonly says: number; readonly has: number }

/** 5000 lines of spectral data are 2 MB; beyond 16 MB it is something else. */
const MOST_BYTES = 16 * 1024 * 1024

type Word = { readonly text: string; readonly quoted: boolean; readonly line: number; readonly first: boolean }

const WHITE = /\s+/

/** The words of a file with their lines. White space parts them; a quoted one ends with its quote, on its own line. */
function wordsOf(text: string): Result<readonly Word[], CgatsProblem> {
  const words: Word[] = []
  const lines = text.split(/\r\n|\r|\n/)
  for (const [i, line] of lines.entries()) {
    let first = true
    if (!line.includes('"') && !line.includes('#')) {
      // nearly all lines of a file are plain
      for (const text of line.split(WHITE)) {
        if (text === '') continue
        words.push({ text, quoted: false, line: i + 1, first })
        first = false
      }
      continue
    }
    const pattern = /"((?:[^"]|"")*)"|"|#.*|[^\s"]+/g
    for (const match of line.matchAll(pattern)) {
      const [whole, quoted] = match
      if (whole.startsWith('#')) break
      if (whole === '"') return bad({ code: 'open_quote', line: i + 1 })
      words.push({
        ...{ text: quoted === undefined ? whole : quoted.replaceAll('""', '"'), quoted: quoted !== undefined },
        ...{ line: i + 1, first },
      })
      first = false
    }
  }
  return ok(words)
}

const is = (word: Word | undefined, text: string): boolean =>
  word !== undefined && word.text.length === text.length && !word.quoted && word.text.toUpperCase() === text

/** Reads words one after the other. */
class Reader {
  private at = 0
  constructor(private readonly words: readonly Word[]) {}
  get next(): Word | undefined {
    return this.words[this.at]
  }
  get line(): number {
    return this.next?.line ?? this.words.at(-1)?.line ?? 1
  }
  take(): Word | undefined {
    return this.words[this.at++]
  }
  /** every word up to one that ends a block; null where it has no end */
  until(end: string): readonly Word[] | null {
    const from = this.at
    while (this.next && !is(this.next, end)) this.at++
    if (!this.next) return null
    return this.words.slice(from, this.at++)
  }
  /** what stands on the rest of the line of the word that was taken last */
  rest(line: number): string {
    const words: string[] = []
    while (this.next?.line === line) words.push(this.take()?.text ?? '')
    return words.join(' ')
  }
}

type Draft = {
  kind: string
  keywords: Record<string, string>
  columns: readonly string[] | null
}

const fresh = (kind: string): Draft => ({ kind, keywords: {}, columns: null })

/** Whether a number that the file states of itself is another than what is there. */
function miscounted(draft: Draft, what: 'fields' | 'sets', has: number): CgatsProblem | null {
  const text = draft.keywords[what === 'fields' ? 'NUMBER_OF_FIELDS' : 'NUMBER_OF_SETS']
  const says = text === undefined || text === '' ? Number.NaN : Number(text)
  return Number.isFinite(says) && says !== has ? { code: 'counts', what, says, has } : null
}

function columnsOf(words: readonly Word[], line: number): Result<readonly string[], CgatsProblem> {
  const columns = words.map((w) => w.text.toUpperCase())
  const twice = words.find((w, i) => columns.indexOf(w.text.toUpperCase()) < i)
  if (twice) return bad({ code: 'twice', line: twice.line, column: twice.text })
  return columns.length > 0 ? ok(columns) : bad({ code: 'no_columns', line })
}

/** Sets of data, one on each line; or wrapped over several, as long as each begins a line of its own. */
function rowsOf(
  words: readonly Word[],
  columns: readonly string[],
): Result<readonly (readonly Word[])[], CgatsProblem> {
  const wants = columns.length
  const rows = Array.from({ length: Math.ceil(words.length / wants) }, (_, i) =>
    words.slice(i * wants, (i + 1) * wants),
  )
  if (rows.every((row) => row[0]?.first && row.length === wants)) return ok(rows)
  const onLine = new Map<number, number>()
  for (const { line } of words) onLine.set(line, (onLine.get(line) ?? 0) + 1)
  const [line, has] = [...onLine].find(([, n]) => n !== wants) ?? [words[0]?.line ?? 1, words.length]
  return bad({ code: 'row_length', line, has, wants })
}

/**
 * The tables of a file, in their order; at least one.
 * @param bytes the whole file: text in UTF-8, or Latin-1 where that cannot be read
 * @returns what is wrong with it and on which line, never an exception
 */
export function readCgats(bytes: Uint8Array): Result<readonly CgatsTable[], CgatsProblem> {
  if (bytes.length > MOST_BYTES) return bad({ code: 'too_large', bytes: bytes.length, most: MOST_BYTES })
  if (bytes.includes(0)) return bad({ code: 'not_text' })
  const words = wordsOf(textOf(bytes))
  if (!words.ok) return words
  const reader = new Reader(words.value)
  const tables: CgatsTable[] = []
  let draft = fresh('')
  for (let word = reader.take(); word; word = reader.take()) {
    if (is(word, 'BEGIN_DATA_FORMAT')) {
      const inside = reader.until('END_DATA_FORMAT')
      if (!inside) return bad({ code: 'no_end', line: word.line })
      const columns = columnsOf(inside, word.line)
      if (!columns.ok) return columns
      draft.columns = columns.value
    } else if (is(word, 'BEGIN_DATA')) {
      const table = tableOf(draft, word.line, reader.until('END_DATA'))
      if (!table.ok) return table
      tables.push(table.value)
      draft = { ...fresh(draft.kind), keywords: {} }
    } else if (word.first) {
      const text = reader.rest(word.line)
      // the first line of a table that stands alone is its kind; after data another may follow
      if (text === '' && !word.quoted && Object.keys(draft.keywords).length === 0) draft.kind = word.text
      else if (is(word, 'KEYWORD')) continue
      else draft.keywords[word.text.toUpperCase()] = text
    }
  }
  return tables.length > 0 ? ok(tables) : bad({ code: 'no_data' })
}

function tableOf(draft: Draft, line: number, inside: readonly Word[] | null): Result<CgatsTable, CgatsProblem> {
  const { columns, kind, keywords } = draft
  if (!columns) return bad({ code: 'no_columns', line })
  if (!inside) return bad({ code: 'no_end', line })
  const fields = miscounted(draft, 'fields', columns.length)
  if (fields) return bad(fields)
  const rows = rowsOf(inside, columns)
  if (!rows.ok) return rows
  const sets = miscounted(draft, 'sets', rows.value.length)
  if (sets) return bad(sets)
  return ok({
    ...{ kind, keywords, columns },
    rows: rows.value.map((row) => row.map((w) => w.text)),
    lines: rows.value.map((row) => row[0]?.line ?? line),
  })
}

function textOf(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('latin1').decode(bytes)
  }
}
