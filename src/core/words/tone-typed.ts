import type { TypedProblem } from '@/core/tone/typed'
import { countOf } from './count'

/**
 * Why typed lines are no reading.
 * @example sayTyped({ code: 'wrong_lines', has: 20, steps: 21 }) // '20 lines stand there, and this wedge has 21 patches: one is missing.'
 */
export function sayTyped(p: TypedProblem): string {
  switch (p.code) {
    case 'not_a_number':
      return `Line ${p.line}: “${p.text}” is no number.`
    case 'wrong_numbers':
      return `Line ${p.line} has ${countOf(p.has, 'number')}; L* alone or L* a* b* belong there.`
    case 'not_lightness':
      return `Line ${p.line}: L* is ${p.l}; surfaces have 0 to 100.`
    case 'wrong_lines': {
      const off = Math.abs(p.steps - p.has)
      return `${countOf(p.has, 'line')} ${p.has === 1 ? 'stands' : 'stand'} there, and this wedge has ${p.steps} patches: ${off === 1 ? 'one is' : `${off} are`} ${p.has < p.steps ? 'missing' : 'too many'}.`
    }
  }
}
