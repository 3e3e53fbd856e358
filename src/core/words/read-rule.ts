import { bad, ok, type Result } from '@/core/result/result'
import type { Literal, Option, Rule } from '@/core/rules/rules'

const starts = (text: string, with_: string): boolean => text.toLowerCase().startsWith(with_.toLowerCase())

/** The longest name that a text begins with, so that `Matte B` is not read as `Matte`. */
const longest = <T extends { readonly name: string }>(text: string, of: readonly T[]): T | undefined =>
  of.filter((x) => starts(text, x.name)).sort((a, b) => b.name.length - a.name.length)[0]

type Piece<T> = { readonly value: T; readonly rest: string }

/** `paper is Gloss or Matte` at the beginning of a text, and what follows. */
function literalAt(text: string, options: readonly Option[]): Result<Piece<Literal>, string> {
  const option = longest(text, options)
  if (!option)
    return bad(
      `“${text}” begins with no option of this queue; there are ${options.map((o) => o.name.toLowerCase()).join(', ')}.`,
    )
  const after = text.slice(option.name.length)
  if (!starts(after, ' is ')) return bad(`after “${option.name.toLowerCase()}” comes “is” and what it is.`)
  let rest = after.slice(4)
  const values: string[] = []
  for (;;) {
    const value = longest(rest, option.values)
    if (!value)
      return bad(
        `“${rest}” begins with no value of ${option.name.toLowerCase()}; there are ${option.values.map((v) => v.name).join(', ')}.`,
      )
    values.push(value.id)
    rest = rest.slice(value.name.length)
    const more = [', ', ' or '].find((s) => starts(rest, s) && longest(rest.slice(s.length), option.values))
    if (!more) return ok({ value: { option: option.id, in: values }, rest })
    rest = rest.slice(more.length)
  }
}

/**
 * Reads a rule as it is said: `When paper is Gloss and quality is Fine or Slow, black ink is Photo, because ...`, or
 * `Always, ...`. Names are found whatever their capitals.
 * @returns the rule without its id, or what could not be read.
 * @example readRule('When paper is Gloss, black ink is Photo, because matte black never dries on gloss.', OPTIONS).value.then // { option: 'ink', in: ['photo'] }
 */
export function readRule(text: string, options: readonly Option[]): Result<Omit<Rule, 'id'>, string> {
  let rest = text.trim()
  const when: Literal[] = []
  if (starts(rest, 'always, ')) rest = rest.slice(8)
  else if (starts(rest, 'when ')) {
    rest = rest.slice(5)
    for (;;) {
      const read = literalAt(rest, options)
      if (!read.ok) return read
      when.push(read.value.value)
      rest = read.value.rest
      if (starts(rest, ' and ')) rest = rest.slice(5)
      else if (starts(rest, ', ')) {
        rest = rest.slice(2)
        break
      } else return bad(`after what it is when comes a comma, and what it is then, not “${rest}”.`)
    }
  } else return bad('a rule begins with “When” or “Always,”.')
  const then = literalAt(rest, options)
  if (!then.ok) return then
  const because = /^,? because (.+?)\.?$/i.exec(then.value.rest)?.[1]
  if (!because) return bad('a rule ends with “, because ...”: say why.')
  return ok({ when, then: then.value.value, because })
}
