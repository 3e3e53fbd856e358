import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'

/** Where a printer listens. `uri` is what the printer is told about itself. */
export type PrinterAddress = {
  readonly uri: string
  readonly secure: boolean
  readonly host: string
  readonly port: number
  readonly path: string
  /** SHA-256 fingerprint of a certificate that a keeper trusts though no authority vouches for it */
  readonly trusts?: string | null
  /** what the room calls the printer; left away where it is none of the room's yet */
  readonly name?: string
}

/** What sentences call a printer: its name in the room, else its address. */
export const calledBy = ({ name, uri }: PrinterAddress): string => name ?? uri

/** Port of ipp addresses, RFC 3510. */
const IPP_PORT = 631

/** Reads a printer's address: ipp, ipps, http or https. Nothing is ever sent to any other that a keeper did not enter. */
export function readAddress(text: string): Result<PrinterAddress, Problem> {
  const refuse = (why: string) => bad({ code: 'address', address: text.slice(0, 200), why } as const)
  const trimmed = text.trim()
  if (trimmed === '') return refuse('it is empty')
  const scheme = /^([a-z]+):\/\//i.exec(trimmed)?.[1]?.toLowerCase()
  if (!scheme || !['ipp', 'ipps', 'http', 'https'].includes(scheme))
    return refuse('it begins with neither ipp:// nor ipps://')
  let url: URL
  try {
    url = new URL(trimmed.replace(/^[a-z]+:/i, scheme === 'ipps' || scheme === 'https' ? 'https:' : 'http:'))
  } catch {
    return refuse('it cannot be read')
  }
  if (url.username || url.password) return refuse('it holds a name or password')
  const secure = url.protocol === 'https:'
  const given = /^[a-z]+:\/\/(?:\[[^\]]*\]|[^/:?#]*):(\d+)/i.exec(trimmed)?.[1]
  const usual = scheme.startsWith('ipp') ? IPP_PORT : secure ? 443 : 80
  const port = given === undefined ? usual : Number(given)
  return ok({
    uri: `${secure ? 'ipps' : 'ipp'}://${url.hostname}${port === IPP_PORT ? '' : `:${port}`}${url.pathname}`,
    secure,
    host: url.hostname.replace(/^\[|\]$/g, ''),
    port,
    path: url.pathname,
  })
}
