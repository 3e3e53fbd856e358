/**
 * The Internet Printing Protocol's messages as values (RFC 8010). Nothing is lost on the way in: tags that are not
 * known here keep their code and bytes.
 */
export type IppMessage = {
  readonly version: readonly [major: number, minor: number]
  /** operation-id of a request, status-code of a response */
  readonly code: number
  readonly requestId: number
  readonly groups: readonly IppGroup[]
}

export type IppGroup = { readonly tag: number; readonly attributes: readonly IppAttribute[] }

/** One attribute with one value or a set of them. */
export type IppAttribute = { readonly name: string; readonly values: readonly IppValue[] }

export type IppValue =
  | { readonly kind: 'integer' | 'enum'; readonly value: number }
  | { readonly kind: 'boolean'; readonly value: boolean }
  | { readonly kind: StringKind; readonly value: string }
  | { readonly kind: 'textWithLanguage' | 'nameWithLanguage'; readonly language: string; readonly value: string }
  | { readonly kind: 'octetString'; readonly bytes: Uint8Array }
  | { readonly kind: 'dateTime'; readonly value: IppDate }
  /** units: 3 dots per inch, 4 dots per centimetre */
  | { readonly kind: 'resolution'; readonly across: number; readonly along: number; readonly units: number }
  | { readonly kind: 'range'; readonly lower: number; readonly upper: number }
  | { readonly kind: 'collection'; readonly members: readonly IppAttribute[] }
  /** out of band: the attribute is there, a value is not */
  | { readonly kind: 'unsupported' | 'unknown' | 'no-value' }
  /** a tag that is not known here, kept as it came */
  | { readonly kind: 'other'; readonly tag: number; readonly bytes: Uint8Array }

export type StringKind =
  | 'text'
  | 'name'
  | 'keyword'
  | 'uri'
  | 'uriScheme'
  | 'charset'
  | 'naturalLanguage'
  | 'mimeMediaType'

/** RFC 2579 DateAndTime as it stands in the message; `zone` in minutes east of UTC. */
export type IppDate = {
  readonly year: number
  readonly month: number
  readonly day: number
  readonly hour: number
  readonly minute: number
  readonly second: number
  readonly tenth: number
  readonly zone: number
}

/** Delimiter tags, RFC 8010 section 3.5.1. */
export const GROUP = { operation: 0x01, job: 0x02, end: 0x03, printer: 0x04, unsupported: 0x05 } as const

/** Value tags, RFC 8010 section 3.5.2. */
export const TAG = {
  unsupported: 0x10,
  unknown: 0x12,
  'no-value': 0x13,
  integer: 0x21,
  boolean: 0x22,
  enum: 0x23,
  octetString: 0x30,
  dateTime: 0x31,
  resolution: 0x32,
  range: 0x33,
  collection: 0x34,
  textWithLanguage: 0x35,
  nameWithLanguage: 0x36,
  endCollection: 0x37,
  text: 0x41,
  name: 0x42,
  keyword: 0x44,
  uri: 0x45,
  uriScheme: 0x46,
  charset: 0x47,
  naturalLanguage: 0x48,
  mimeMediaType: 0x49,
  memberName: 0x4a,
} as const

/** Operation ids, RFC 8011 section 5.4.15 and PWG 5100.13. */
export const OPERATION = {
  printJob: 0x0002,
  validateJob: 0x0004,
  createJob: 0x0005,
  sendDocument: 0x0006,
  cancelJob: 0x0008,
  getJobAttributes: 0x0009,
  getJobs: 0x000a,
  getPrinterAttributes: 0x000b,
  identifyPrinter: 0x003c,
} as const
