import type { Result } from '@/core/result/result'
import type { Encoding } from '@/core/tone/encoding'
import type { Found } from '@/core/tone/find'
import type { Corners } from '@/core/tone/plane'
import type { SampledPatch } from '@/core/tone/sample'
import type { WedgeSteps } from '@/core/tone/wedge-code'
import type { WedgeFile } from '@/formats/cgats/wedge'

/** What the page asks of the worker that reads wedges. */
export type Asked =
  | { readonly id: number; readonly does: 'scan'; readonly file: Blob }
  /** of the scan that was read last, with corners that a person set, or in another encoding */
  | {
      readonly id: number
      readonly does: 'sample'
      readonly corners: Corners
      readonly steps: WedgeSteps
      readonly columns: number
      readonly encoding: Encoding
    }
  | { readonly id: number; readonly does: 'cgats'; readonly bytes: Uint8Array; readonly steps: number }

/** A scan that was looked at, with a small copy to show. */
export type SeenScan = {
  readonly width: number
  readonly height: number
  readonly preview: Blob
  readonly found: Found
  /** the profile’s or the file’s own word for its encoding; null: it states none */
  readonly stated: Encoding | null
}

export type Unreadable = { readonly code: 'no_picture'; readonly why: string }

export type Answered =
  | { readonly id: number; readonly is: 'seen'; readonly result: Result<SeenScan, Unreadable> }
  | { readonly id: number; readonly is: 'sampled'; readonly patches: readonly SampledPatch[] }
  | { readonly id: number; readonly is: 'file'; readonly result: Result<WedgeFile, string> }
