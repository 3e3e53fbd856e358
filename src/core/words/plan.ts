import type { PlanFault } from '@/core/nest/verify'
import { absurd } from '@/core/result/result'

/**
 * What is wrong with a plan, by the name of its print.
 * @param nameOf what a print is called
 * @example sayFault({ code: 'outside', i: 0 }, () => 'Slip 12, Fern') // 'Slip 12, Fern lies outside what this roll prints. Move it, or search again.'
 */
export function sayFault(fault: PlanFault, nameOf: (i: number) => string): string {
  switch (fault.code) {
    case 'missing':
      return `${nameOf(fault.i)} has no place in this plan yet. Search again.`
    case 'twice':
      return `${nameOf(fault.i)} lies in this plan twice. Search again.`
    case 'unknown':
      return 'Something lies in this plan that nobody asked for. Search again.'
    case 'size':
      return `${nameOf(fault.i)} lies there in another size than it has. Search again.`
    case 'turned':
      return `${nameOf(fault.i)} lies turned, and must not be. Allow it, or search again.`
    case 'outside':
      return `${nameOf(fault.i)} lies outside what this roll prints. Move it, or search again.`
    case 'too_close':
      return fault.apart < 0
        ? `${nameOf(fault.i)} and ${nameOf(fault.k)} lie on each other. Move one of them.`
        : `${nameOf(fault.i)} and ${nameOf(fault.k)} lie ${(fault.apart / 1000).toFixed(1)} mm apart: that is less than the gap. Move one of them, or make the gap smaller.`
    case 'moved':
      return `${nameOf(fault.i)} is pinned, and was moved. Search again.`
    case 'mixed':
      return `${nameOf(fault.k)} lies among prints that stay together, before ${nameOf(fault.i)}. Search again.`
    case 'not_straight':
      return 'Straight cuts do not part this plan. Move a print, or allow any cuts.'
    case 'length':
      return 'This plan says another length than its prints take. Search again.'
    default:
      return absurd(fault)
  }
}
