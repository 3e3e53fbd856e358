import type { Um } from '@/core/length/length'
import type { Settings } from '@/core/preset/settings'
import type { Feed, QueueFacts, Surface } from '@/core/printer/facts'
import type { Takes } from '@/core/printer/takes'

export type VersionView = {
  readonly id: string
  readonly number: number
  readonly settings: Settings
  readonly seal: string
  /** what it was called before: on older prints and files */
  readonly formerSeal: string | null
  readonly at: number
  readonly by: string
  readonly why: string
  /** what spoke against it when it was sealed all the same, and why it was */
  readonly despite: { readonly says: readonly string[]; readonly because: string } | null
  /** what each setting was called when it was sealed; null: sealed before that was kept */
  readonly words: Readonly<Record<string, string>> | null
}

export type PresetView = {
  readonly id: string
  readonly number: number
  readonly name: string
  readonly draft: Settings | null
  readonly retired: boolean
  readonly revision: number
  readonly versions: readonly VersionView[]
}

/** What names and rules the settings of presets are read with. */
export type PresetWorld = {
  readonly queues: readonly {
    readonly id: string
    readonly name: string
    readonly printerName: string
    readonly inkSet: string
    readonly feeds: readonly Feed[]
    readonly facts: QueueFacts
    /** what its printer told that it takes; null: nothing is sent, or nothing was told */
    readonly takes?: Takes | null
  }[]
  readonly papers: readonly {
    readonly id: string
    readonly name: string
    readonly surface: Surface
    readonly weight: number | null
    readonly thickness: number | null
  }[]
  readonly profiles: readonly {
    readonly id: string
    readonly name: string
    readonly seals: readonly string[]
    readonly grey: boolean
  }[]
  readonly sizes: readonly { readonly id: string; readonly name: string; readonly short: Um; readonly long: Um }[]
  readonly retiredProfiles: readonly { readonly id: string; readonly name: string; readonly grey: boolean }[]
}
