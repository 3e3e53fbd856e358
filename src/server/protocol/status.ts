/** Status codes in their own words, RFC 8011 appendix B and PWG 5100.7, 5100.13. */
const NAMES: Readonly<Record<number, string>> = {
  1024: 'client-error-bad-request',
  1025: 'client-error-forbidden',
  1026: 'client-error-not-authenticated',
  1027: 'client-error-not-authorized',
  1028: 'client-error-not-possible',
  1029: 'client-error-timeout',
  1030: 'client-error-not-found',
  1031: 'client-error-gone',
  1032: 'client-error-request-entity-too-large',
  1033: 'client-error-request-value-too-long',
  1034: 'client-error-document-format-not-supported',
  1035: 'client-error-attributes-or-values-not-supported',
  1036: 'client-error-uri-scheme-not-supported',
  1037: 'client-error-charset-not-supported',
  1038: 'client-error-conflicting-attributes',
  1039: 'client-error-compression-not-supported',
  1040: 'client-error-compression-error',
  1041: 'client-error-document-format-error',
  1280: 'server-error-internal-error',
  1281: 'server-error-operation-not-supported',
  1282: 'server-error-service-unavailable',
  1283: 'server-error-version-not-supported',
  1284: 'server-error-device-error',
  1285: 'server-error-temporary-error',
  1286: 'server-error-not-accepting-jobs',
  1287: 'server-error-busy',
  1288: 'server-error-job-canceled',
}

export const statusName = (code: number): string => NAMES[code] ?? `status 0x${code.toString(16).padStart(4, '0')}`

/** Job states, RFC 8011 section 5.3.7. */
export const JOB_STATE = {
  pending: 3,
  held: 4,
  processing: 5,
  stopped: 6,
  canceled: 7,
  aborted: 8,
  completed: 9,
} as const

const STATE_WORDS: Readonly<Record<number, string>> = {
  3: 'waiting in the printer',
  4: 'held by the printer',
  5: 'printing',
  6: 'standing',
  7: 'cancelled',
  8: 'given up by the printer',
  9: 'done',
}
export const jobStateWord = (state: number): string => STATE_WORDS[state] ?? 'in a state without a name'
