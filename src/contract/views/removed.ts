/** Something that is no longer offered, and can be again. */
export type RemovedThing = {
  readonly kind: 'printer' | 'preset' | 'paper' | 'profile' | 'size' | 'member'
  readonly id: string
  readonly name: string
  readonly at: number
  readonly revision: number
}
