import type { Change, Reason } from '@/core/options/engine'
import { absurd } from '@/core/result/result'
import type { Literal, Option, Rule, RuleProblem } from '@/core/rules/rules'
import { listed } from './count'

const nameOf = (options: readonly Option[], id: string): string =>
  options.find((o) => o.id === id)?.name ?? 'an option that is gone'

/**
 * The name of an option's value; one that is gone is said to be, and never shown by its id.
 * @example valueName(OPTIONS, 'ink', 'photo') // 'Photo'
 */
export const valueName = (options: readonly Option[], option: string, value: string): string =>
  options.find((o) => o.id === option)?.values.find((v) => v.id === value)?.name ?? 'a value that is gone'

const lower = (text: string): string =>
  /^[A-Z][a-z]/.test(text) ? (text[0]?.toLowerCase() ?? '') + text.slice(1) : text

/** What is chosen, in brackets behind the reason: `(file colour is to fenland-b-fine)`. */
const chosenWords = (reason: Reason, options: readonly Option[]): string =>
  reason.choices.length === 0
    ? ''
    : ` (${listed(reason.choices.map((c) => `${lower(nameOf(options, c.option))} is ${valueName(options, c.option, c.value)}`))})`

/**
 * Why a value is closed, in one sentence.
 * @example sayReason({ rules: [RULE], choices: [{ option: 'paper', value: 'gloss' }], smallest: true }, OPTIONS, 'ink', 'matte') // 'Black ink: Matte is closed because matte black never dries on gloss (paper is Gloss).'
 */
export function sayReason(reason: Reason, options: readonly Option[], option: string, value: string): string {
  const what = `${nameOf(options, option)}: ${valueName(options, option, value)}`
  const why = listed([...new Set(reason.rules.map((r) => r.because))])
  if (reason.rules.length === 0) return `${what} is closed${chosenWords(reason, options)}.`
  const note = reason.smallest ? '' : ' (other reasons may be shorter)'
  return `${what} is closed because ${why}${chosenWords(reason, options)}.${note}`
}

/**
 * Why a setting sets itself.
 * @example sayForced({ rules: [RULE], choices: [{ option: 'paper', value: 'gloss' }], smallest: true }, OPTIONS) // 'set for you: matte black never dries on gloss (paper is Gloss)'
 */
export function sayForced(reason: Reason | null, options: readonly Option[]): string {
  if (!reason) return 'set for you'
  const why = listed([...new Set(reason.rules.map((r) => r.because))])
  return `set for you: ${why}${chosenWords(reason, options)}`
}

/**
 * What the offered press does: `set file colour to Untouched`.
 * @example sayChange({ moves: [{ option: 'paper', from: 'gloss', to: 'matte' }], smallest: true }, OPTIONS, 'ink', 'matte') // 'Set black ink to Matte and paper to Matte'
 */
export function sayChange(change: Change, options: readonly Option[], option: string, value: string): string {
  const moves = change.moves.map((m) => `${lower(nameOf(options, m.option))} to ${valueName(options, m.option, m.to)}`)
  const own = `${lower(nameOf(options, option))} to ${valueName(options, option, value)}`
  return `Set ${listed([own, ...moves])}`
}

/**
 * An option and the values that it may have.
 * @example sayLiteral({ option: 'paper', in: ['gloss', 'matte'] }, OPTIONS) // 'paper is Gloss or Matte'
 */
export function sayLiteral(l: Literal, options: readonly Option[]): string {
  const names = l.in.map((v) => valueName(options, l.option, v))
  const list = names.length > 1 ? `${names.slice(0, -1).join(', ')} or ${names.at(-1)}` : (names[0] ?? 'nothing')
  return `${lower(nameOf(options, l.option))} is ${list}`
}

/**
 * A rule as a sentence: `When media setting is Cotton, pause between passes is One second, because ...`.
 * @example sayRule(RULE, OPTIONS) // 'When paper is Gloss, black ink is Photo, because matte black never dries on gloss.'
 */
export function sayRule(rule: Rule, options: readonly Option[]): string {
  const literal = (l: Literal): string => sayLiteral(l, options)
  const when = rule.when.length > 0 ? `When ${rule.when.map(literal).join(' and ')}, ` : 'Always, '
  return `${when}${literal(rule.then)}, because ${rule.because}.`
}

/**
 * What is wrong with a table of rules, in a sentence each.
 * @example sayRuleProblem({ code: 'option_unknown', rule: 'r', option: 'sound' }, [RULE], OPTIONS) // '“When paper is Gloss, black ink is Photo, because matte black never dries on gloss.” speaks of an option that this queue does not have. Add the option first, or take the rule out.'
 */
export function sayRuleProblem(p: RuleProblem, rules: readonly Rule[], options: readonly Option[]): string {
  const say = (id: string): string => {
    const rule = rules.find((r) => r.id === id)
    return rule ? `“${sayRule(rule, options)}”` : 'A rule'
  }
  switch (p.code) {
    case 'option_unknown':
      return `${say(p.rule)} speaks of an option that this queue does not have. Add the option first, or take the rule out.`
    case 'value_unknown':
      return `${say(p.rule)} speaks of a value of ${lower(nameOf(options, p.option))} that this queue does not have. Choose one that is offered.`
    case 'never_met':
      return `${say(p.rule)} can never be met: it leaves no value for ${lower(nameOf(options, p.option))}. Name at least one.`
    case 'contradiction':
      return `These rules allow nothing at all together: ${p.rules.map(say).join(' ')} Change or take out one of them.`
    default:
      return absurd(p)
  }
}
