/** One thing that was found, and where its screen is. */
export type Found = {
  readonly kind: 'slip' | 'plan' | 'member' | 'preset' | 'paper' | 'printer'
  readonly name: string
  readonly detail: string
  readonly href: string
}
