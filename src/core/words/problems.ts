import { absurd } from '@/core/result/result'
import { listed } from './count'

/** What the door and the handlers answer when they cannot do what was asked: data, put into words here. */
export type Problem =
  | { readonly code: 'not_allowed'; readonly role: string; readonly needs: string }
  | { readonly code: 'not_yours'; readonly role: string }
  | { readonly code: 'input'; readonly issues: readonly { readonly path: string; readonly message: string }[] }
  | { readonly code: 'not_found'; readonly what: string }
  | {
      readonly code: 'stale'
      readonly what: string
      readonly yours: number
      readonly now: number
      readonly current: unknown
    }
  | { readonly code: 'in_use'; readonly what: string; readonly where: readonly string[] }
  | { readonly code: 'name_taken'; readonly what: string; readonly name: string }
  | { readonly code: 'file_empty'; readonly name: string }
  | { readonly code: 'file_too_large'; readonly name: string; readonly limitMb: number }
  | { readonly code: 'file_not_a_picture'; readonly name: string; readonly begins: string }
  | { readonly code: 'file_renamed'; readonly name: string; readonly is: string }
  | { readonly code: 'file_broken'; readonly name: string; readonly format: string }
  | {
      readonly code: 'file_too_many_pixels'
      readonly name: string
      readonly megapixels: number
      readonly limit: number
    }
  | { readonly code: 'file_separated'; readonly name: string }
  | { readonly code: 'file_upload_cut'; readonly name: string; readonly got: number; readonly expected: number }
  | { readonly code: 'stops_unanswered'; readonly checks: readonly string[] }
  | { readonly code: 'slip_incomplete'; readonly missing: string }
  | {
      readonly code: 'preset_broken'
      readonly preset: string
      readonly number: number
      readonly lost: readonly string[]
    }
  /** its preset was removed: nothing is to be set by it any more */
  | { readonly code: 'no_card'; readonly preset: string }
  | { readonly code: 'gate'; readonly says: readonly string[] }
  /** nothing was done yet: it would touch what is in use. Said again with the key it is done. */
  | { readonly code: 'asks'; readonly what: string; readonly uses: readonly string[]; readonly key: string }
  | { readonly code: 'slip_done'; readonly number: number }
  | { readonly code: 'nothing_left'; readonly what: string; readonly left: string; readonly needed: string }
  | { readonly code: 'render_failed'; readonly why: string }
  | { readonly code: 'needed'; readonly what: string; readonly where: readonly string[] }
  | { readonly code: 'import'; readonly says: string }
  | { readonly code: 'rules'; readonly says: readonly string[] }
  | { readonly code: 'room_exists'; readonly name: string }
  | { readonly code: 'room_trouble'; readonly says: string }
  | { readonly code: 'unreachable' }
  /** an answer came that is none of this program's: it failed while it worked */
  | { readonly code: 'server_failed'; readonly status: number }
  /** whoever asks has to enter again */
  | { readonly code: 'entry_over' }
  | { readonly code: 'address'; readonly address: string; readonly why: string }
  | { readonly code: 'printer_unreachable'; readonly address: string; readonly why: string }
  | { readonly code: 'printer_silent'; readonly address: string; readonly seconds: number }
  | { readonly code: 'printer_endless'; readonly address: string; readonly megabytes: number }
  | { readonly code: 'printer_moves'; readonly address: string; readonly to: string }
  | { readonly code: 'printer_not_ipp'; readonly address: string; readonly got: string }
  | { readonly code: 'printer_refused'; readonly address: string; readonly status: string; readonly says: string }
  | { readonly code: 'printer_certificate'; readonly address: string; readonly fingerprint: string }
  | {
      readonly code: 'printer_certificate_changed'
      readonly address: string
      readonly trusted: string
      readonly fingerprint: string
    }
  | { readonly code: 'file_not_taken'; readonly name: string; readonly is: string }
  | { readonly code: 'file_needs_memory'; readonly name: string; readonly gigabytes: number; readonly why: string }
  | { readonly code: 'queue_cannot'; readonly queue: string; readonly why: string }
  | { readonly code: 'printing'; readonly what: string }
  | { readonly code: 'profile_bad'; readonly name: string; readonly why: string }
  | { readonly code: 'check_reading'; readonly says: string }
  | { readonly code: 'run_cannot'; readonly number: number; readonly why: string }

/** Every kind of problem. A new one does not compile until it is named here. */
export const PROBLEM_CODES: Readonly<Record<Problem['code'], true>> = {
  not_allowed: true,
  not_yours: true,
  input: true,
  not_found: true,
  stale: true,
  in_use: true,
  name_taken: true,
  file_empty: true,
  file_too_large: true,
  file_not_a_picture: true,
  file_renamed: true,
  file_broken: true,
  file_too_many_pixels: true,
  file_separated: true,
  file_upload_cut: true,
  stops_unanswered: true,
  slip_incomplete: true,
  preset_broken: true,
  no_card: true,
  slip_done: true,
  nothing_left: true,
  render_failed: true,
  needed: true,
  import: true,
  rules: true,
  gate: true,
  asks: true,
  room_exists: true,
  address: true,
  printer_unreachable: true,
  printer_silent: true,
  printer_endless: true,
  printer_moves: true,
  printer_not_ipp: true,
  printer_refused: true,
  queue_cannot: true,
  printing: true,
  room_trouble: true,
  file_not_taken: true,
  file_needs_memory: true,
  printer_certificate: true,
  printer_certificate_changed: true,
  profile_bad: true,
  check_reading: true,
  run_cannot: true,
  unreachable: true,
  server_failed: true,
  entry_over: true,
}

/**
 * Whether something that was stored is a problem of a kind that this program knows.
 * @example isProblem({ code: 'of_tomorrow' }) // false
 */
export const isProblem = (value: unknown): value is Problem =>
  typeof value === 'object' &&
  value !== null &&
  'code' in value &&
  typeof value.code === 'string' &&
  Object.hasOwn(PROBLEM_CODES, value.code)

/** An address, and no printer's name. */
const isAddress = (called: string): boolean => called.includes('://')

/** @example sayLost(['feed', 'quality']) // 'its feed and quality are gone' */
export const sayLost = (lost: readonly string[]): string => `its ${listed(lost)} ${lost.length > 1 ? 'are' : 'is'} gone`

/**
 * One sentence that says what is wrong, with the value, and what to do.
 * @example sayProblem({ code: 'slip_done', number: 4 }) // 'Slip 4 is done and no longer changes. Copy it to print again.'
 */
export function sayProblem(p: Problem): string {
  switch (p.code) {
    case 'not_yours':
      return `This is another’s; a ${p.role} changes only their own.`
    case 'not_allowed':
      return `This needs a ${p.needs}; you are signed in as a ${p.role}.`
    case 'input':
      return p.issues.map((i) => (i.path ? `${i.path}: ${i.message}` : i.message)).join('. ')
    case 'not_found':
      return `${p.what} is not in this room any more. Reload the page to see what is.`
    case 'stale':
      return `${p.what} was changed elsewhere meanwhile. Nothing was overwritten. Do it again to keep yours, or close this and open it again to take theirs.`
    case 'in_use':
      return `${p.what} is in use by ${p.where.join(', ')}. It can be retired instead: it stays readable and is no longer offered.`
    case 'name_taken':
      return `There is already ${p.what} called “${p.name}”. Choose another name.`
    case 'file_empty':
      return `${p.name} is empty (0 bytes). Copy it again from where it came.`
    case 'file_too_large':
      return `${p.name} is larger than ${p.limitMb} MB. Save it as a JPEG, or make it smaller.`
    case 'file_not_a_picture':
      return `${p.name} is not a JPEG, PNG or TIFF picture: it begins with ${p.begins}.`
    case 'file_renamed':
      return `${p.name} is really ${p.is}, which is not a picture that can be printed here. Save it as JPEG, PNG or TIFF.`
    case 'file_broken':
      return `${p.name} begins as a ${p.format} but cannot be read to its end. Ask for the file again.`
    case 'file_too_many_pixels':
      return `${p.name} has ${p.megapixels} megapixels; at most ${p.limit} are taken.`
    case 'file_separated':
      return `${p.name} is separated into cyan, magenta, yellow and black. Printers here want RGB or grey: save it so.`
    case 'file_upload_cut':
      return `Only ${p.got} of ${p.expected} bytes of ${p.name} arrived. Send it again.`
    case 'stops_unanswered':
      return `This cannot be logged as good before each stop is answered with a reason: ${p.checks.join(', ')}.`
    case 'slip_incomplete':
      return `The slip has no ${p.missing} yet.`
    case 'preset_broken':
      return `${p.preset}, version ${p.number}, cannot print any more: ${sayLost(p.lost)}. Choose another preset, or carry this one to a queue that has everything.`
    case 'no_card':
      return `${p.preset} was removed: there is no card of it. Restore it under Removed things, or take the card of another preset.`
    case 'slip_done':
      return `Slip ${p.number} is done and no longer changes. Copy it to print again.`
    case 'nothing_left':
      return `${p.what} has ${p.left} left, this takes ${p.needed}.`
    case 'render_failed':
      return `The file could not be made: ${p.why}`
    case 'needed':
      return `${p.what} is in use by ${p.where.join(', ')}. Move them to another one, or retire those presets first.`
    case 'import':
    case 'room_trouble':
      return p.says
    case 'rules':
      return p.says.join(' ')
    case 'gate':
      return `${p.says.join(' ')} To seal it all the same, say why.`
    case 'asks':
      return `${p.what} ${p.uses.join(' ')} Nothing was changed.`
    case 'room_exists':
      return `This room is already set up as ${p.name}.`
    case 'address':
      return `“${p.address}” is no address of a printer: ${p.why}. It looks like ipp://printer.local/ipp/print.`
    case 'printer_unreachable':
      return isAddress(p.address)
        ? `Nothing answers at ${p.address} (${p.why}). Is the printer on, and is this its address?`
        : `${p.address} does not answer (${p.why}). Is it on, and is the address on its page right?`
    case 'printer_silent':
      return `${p.address} took the question and said nothing for ${p.seconds} s. Try again, or switch the printer off and on.`
    case 'printer_endless':
      return `${p.address} went on answering past ${p.megabytes} MB; nothing of it was used. This is hardly a printer.`
    case 'printer_moves':
      return `${p.address} sends on to ${p.to}, which is not followed. If that is the printer, enter its address yourself.`
    case 'printer_not_ipp':
      return `${isAddress(p.address) ? `What answers at ${p.address}` : p.address} does not speak the Internet Printing Protocol: it sent ${p.got}.`
    case 'printer_refused':
      return `${isAddress(p.address) ? `The printer at ${p.address}` : p.address} refuses (${p.status})${p.says === '' ? '' : `: ${p.says}`}.`
    case 'printer_certificate':
      return `${p.address} shows a certificate of its own, which nobody vouches for. Compare its fingerprint with the one at the printer, then trust it: ${p.fingerprint}.`
    case 'printer_certificate_changed':
      return `${p.address} shows another certificate than the one that was trusted. If the printer was set up anew, trust this one; else something stands between. Trusted: ${p.trusted}; now: ${p.fingerprint}.`
    case 'file_not_taken':
      return `${p.name} is sound, but ${p.is}, which is not taken here. Save it as RGB or grey with 8 or 16 bits.`
    case 'file_needs_memory':
      return `${p.name} would take ${p.gigabytes} GB of memory to open, since ${p.why}. Save it as a TIFF in strips, or as a plain JPEG.`
    case 'queue_cannot':
      return `${p.queue} cannot take this print: ${p.why}`
    case 'printing':
      return `${p.what} is being printed now. Wait for it, or cancel it first.`
    case 'profile_bad':
      return `${p.name} cannot be used as a profile: ${p.why}`
    case 'check_reading':
      return p.says
    case 'run_cannot':
      return `Run ${p.number} cannot be corrected so: ${p.why}`
    case 'unreachable':
      return 'There is no connection to Libreta. What you typed is kept here; try again in a moment.'
    case 'server_failed':
      return `Libreta failed while it did this (${p.status}); nothing was saved. Try again; if it fails again, tell the keeper.`
    case 'entry_over':
      return 'Your entry to this room has ended. Open this page in another tab to enter the pass, then try again here.'
    default:
      return absurd(p)
  }
}
