import type { PageItem } from '@/core/page/page'
import { rect } from '@/core/sheet/sheet'

/** How wide a line of text is, um. */
export type Measure = (text: string, height: number) => number

/** Items one below the other; every line moves on by its height. */
export class Column {
  readonly items: PageItem[] = []
  constructor(
    public y: number,
    private readonly measure: Measure,
    /** where its lines begin and end */
    readonly left: number,
    readonly right: number,
  ) {}

  text(text: string, height: number, x: number = this.left, to: number = this.right): void {
    for (const line of wrapped(text, height, to - x, this.measure)) {
      this.y += height * 1.3
      this.items.push({ kind: 'text', text: line, at: { x, y: this.y }, height })
    }
  }
  rule(thick = 120): void {
    this.items.push({ kind: 'mark', rect: rect(this.left, this.y, this.right - this.left, thick) })
  }
  space(by: number): void {
    this.y += by
  }
}

/** Words of a text in lines that fit; a word that is wider than the line is broken where it has to be. */
export function wrapped(text: string, height: number, width: number, measure: Measure): readonly string[] {
  const lines: string[] = []
  let line = ''
  const fits = (t: string): boolean => measure(t, height) <= width
  for (let word of text.split(/\s+/).filter((w) => w !== '')) {
    const longer = line === '' ? word : `${line} ${word}`
    if (fits(longer)) {
      line = longer
      continue
    }
    if (line !== '') lines.push(line)
    while (!fits(word)) {
      let take = word.length - 1
      while (take > 1 && !fits(word.slice(0, take))) take--
      lines.push(word.slice(0, take))
      word = word.slice(take)
      if (take < 1) break
    }
    line = word
  }
  return line === '' ? lines : [...lines, line]
}
