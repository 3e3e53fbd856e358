import type { Darkness, QueueFacts } from './facts'

/** What darkness a queue knows, with the words that its own dialog has for the steps; a step without one goes by its number. */
export type DarknessKnown = Darkness & { readonly names?: Readonly<Record<string, string>> }

/**
 * The darkness of a queue with its dialog's words for it.
 * @example darknessOf({ darkness: { least: -1, most: 1, step: 1 }, dialog: [{ option: 'darkness', words: { '1': 'Darker' } }] }).names // { '1': 'Darker' }
 */
export function darknessOf(facts: {
  readonly darkness: Darkness
  readonly dialog: readonly Pick<QueueFacts['dialog'][number], 'option' | 'words'>[]
}): DarknessKnown {
  const names = facts.dialog.find((s) => s.option === 'darkness')?.words
  return names ? { ...facts.darkness, names } : facts.darkness
}

/**
 * Every darkness that a queue takes, from the lightest; 0 is always among them.
 * @example darknessSteps({ least: -4, most: 3, step: 2 }) // [-4, -2, 0, 2]
 */
export function darknessSteps({ least, most, step }: Darkness): readonly number[] {
  const [below, above] = [Math.floor(-least / step), Math.floor(most / step)]
  return Array.from({ length: below + above + 1 }, (_, i) => (i - below) * step)
}

/**
 * A darkness in words: the dialog's own name for the step where it has one, and the step with its sign.
 * @example sayDarkness(-2) // 'darkness −2'
 * @example sayDarkness(2, { names: { '2': 'Dark' } }) // 'darkness Dark (+2)'
 */
export function sayDarkness(darkness: number, known?: Pick<DarknessKnown, 'names'>): string {
  const step = sayStep(darkness)
  const name = known?.names?.[String(darkness)]
  return `darkness ${name === undefined ? step : `${name} (${step})`}`
}

const sayStep = (darkness: number): string => `${darkness > 0 ? '+' : darkness < 0 ? '−' : ''}${Math.abs(darkness)}`
