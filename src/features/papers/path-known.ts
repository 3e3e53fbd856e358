import type { Paper } from '@/contract/views/paper'
import type { PathView } from '@/contract/views/path'
import type { Settings } from '@/core/preset/settings'
import type { TrialChoices } from './trial-form'

/** What the page of a path knows. */
export type Known = {
  readonly path: PathView
  readonly paper: Paper
  readonly choices: TrialChoices
  /** pictures that came in lately, to try with */
  readonly pictures: readonly { readonly id: string; readonly name: string }[]
  /** what a new preset on this paper and queue starts with */
  readonly draft: Settings | null
}
