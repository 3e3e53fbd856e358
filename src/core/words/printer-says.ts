/**
 * Why a printer or a job stands, in words: RFC 8011 5.3.8 and 5.4.12, PWG 5100.9 and 5100.13. The part after the last
 * hyphen (report, warning, error) tells how grave it is and is left away.
 */
const REASONS: Readonly<Record<string, string>> = {
  'media-needed': 'it wants other paper',
  'media-empty': 'its paper is used up',
  'media-low': 'its paper is nearly used up',
  'media-jam': 'paper is jammed in it',
  'media-path-jam': 'paper is jammed in it',
  'media-path-media-empty': 'its paper is used up',
  'input-tray-missing': 'a tray is not in its place',
  'input-media-size-change': 'it found paper of another size',
  'input-media-type-change': 'it found paper of another kind',
  'output-tray-missing': 'its output tray is not in its place',
  'output-area-full': 'its output tray is full',
  'output-area-almost-full': 'its output tray is nearly full',
  'marker-supply-empty': 'an ink is used up',
  'marker-supply-low': 'an ink is nearly used up',
  'marker-supply-missing': 'an ink cartridge is missing',
  'marker-waste-full': 'its waste ink tank is full',
  'marker-waste-almost-full': 'its waste ink tank is nearly full',
  'toner-empty': 'its toner is used up',
  'toner-low': 'its toner is nearly used up',
  'opc-near-eol': 'its drum is nearly worn out',
  'opc-life-over': 'its drum is worn out',
  'cover-open': 'a cover is open',
  'door-open': 'a door is open',
  'interlock-open': 'a cover is open',
  paused: 'it is paused',
  'moving-to-paused': 'it is about to pause',
  'spool-area-full': 'its memory is full',
  shutdown: 'it is switched off',
  stopping: 'it is stopping',
  'stopped-partly': 'a part of it stands',
  'timed-out': 'it does not answer its own controller',
  'connecting-to-device': 'it is being reached',
  'fuser-over-temp': 'it is too hot',
  'fuser-under-temp': 'it is too cold',
  'configuration-change': 'its set-up is being changed',
  'developer-empty': 'its developer is used up',
  'developer-low': 'its developer is nearly used up',
  hibernate: 'it sleeps',
  standby: 'it sleeps',
  suspend: 'it sleeps',
  deactivated: 'it was taken out of use',
  resuming: 'it wakes up',
  testing: 'it tests itself',
  'cleaner-life-over': 'a cleaning part is worn out',
  'identify-printer-requested': 'it shows itself',
  other: 'it says that something is wrong, and not what',
  'job-incoming': 'it is still coming in',
  'job-data-insufficient': 'it waits for the rest',
  'job-hold-until-specified': 'it is held until later',
  'job-held-for-review': 'it is held until somebody at the printer releases it',
  'job-password-wait': 'it waits for a number to be entered at the printer',
  'job-release-wait': 'it waits until somebody at the printer releases it',
  'job-printing': 'it prints',
  'job-queued': 'it waits its turn',
  'job-queued-for-marker': 'it waits its turn',
  'job-interpreting': 'it is being read',
  'job-transforming': 'it is being prepared',
  'job-suspended': 'it was set aside at the printer',
  'job-stopped': 'it stands',
  'job-canceled-by-user': 'somebody cancelled it',
  'job-canceled-by-operator': 'somebody at the printer cancelled it',
  'job-canceled-at-device': 'somebody cancelled it at the printer',
  'job-canceled-after-timeout': 'it waited too long and was cancelled by the printer',
  'job-completed-successfully': 'it is done',
  'job-completed-with-errors': 'it is done, and something went wrong on the way',
  'job-completed-with-warnings': 'it is done; the printer has a warning',
  'aborted-by-system': 'the printer gave it up',
  'document-format-error': 'the printer cannot read what was sent',
  'document-unprintable': 'the printer cannot read what was sent',
  'unsupported-document-format': 'the printer does not take this kind of file',
  'unsupported-attributes-or-values': 'the printer cannot do what was asked',
  'unsupported-compression': 'the printer cannot unpack what was sent',
  'compression-error': 'the printer cannot unpack what was sent',
  'submission-interrupted': 'it did not arrive whole',
  'printer-stopped': 'the printer stands',
  'printer-stopped-partly': 'a part of the printer stands',
  'processing-to-stop-point': 'it ends with the sheet under way',
  'queued-in-device': 'it waits in the printer',
  'resources-are-not-ready': 'what it needs is not in the printer',
  'resources-are-not-supported': 'the printer has not what it needs',
  'service-off-line': 'the printer is not connected',
  'account-authorization-failed': 'the printer wants an account for it',
  'account-limit-reached': 'the printer’s account has no pages left',
  'conflicting-attributes': 'the printer cannot do these settings together',
  'warnings-detected': 'the printer has a warning',
  'errors-detected': 'something went wrong on the way',
}

const GRAVE = /-(report|warning|error)$/

/** Keywords that say nothing a person needs: they only repeat the state. */
const PLAIN = new Set([
  'none',
  'job-printing',
  'job-completed-successfully',
  'job-queued',
  'identify-printer-requested',
])

/**
 * One reason in words; what no standard names is called so, never shown raw.
 * @example sayReason('media-empty-error') // 'its paper is used up'
 */
export const sayReason = (keyword: string): string =>
  REASONS[keyword] ?? REASONS[keyword.replace(GRAVE, '')] ?? 'it gives a reason of its maker’s own'

/**
 * Reasons in words, each once, without those that only repeat the state. Empty for none.
 * @example sayReasons(['none', 'media-empty-error']) // ['its paper is used up']
 */
export const sayReasons = (keywords: readonly string[]): readonly string[] => [
  ...new Set(keywords.filter((k) => !PLAIN.has(k)).map(sayReason)),
]

/** Whether a printer stands for want of the right paper. @example wantsPaper(['media-needed']) // true */
export const wantsPaper = (keywords: readonly string[]): boolean =>
  keywords.some((k) => /^media-(needed|empty)/.test(k) || k.startsWith('media-path-media-empty'))
