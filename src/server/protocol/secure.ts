import tls from 'node:tls'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import { calledBy, type PrinterAddress } from './address'

/** Errors of a certificate that a keeper may trust by its fingerprint; every other one is a broken connection. */
const OWN =
  /^(DEPTH_ZERO_SELF_SIGNED_CERT|SELF_SIGNED_CERT_IN_CHAIN|UNABLE_TO_(VERIFY_LEAF_SIGNATURE|GET_ISSUER_CERT(_LOCALLY)?)|CERT_HAS_EXPIRED|ERR_TLS_CERT_ALTNAME_INVALID)$/

/**
 * An encrypted connection on which nothing was said yet. Its certificate is vouched for by an authority, or is the very
 * one that a keeper trusted; else the connection is closed and the fingerprint told.
 */
export function connectSecurely(
  address: PrinterAddress,
  waitMs: number,
  signal?: AbortSignal,
): Promise<Result<tls.TLSSocket, Problem>> {
  return new Promise((resolve) => {
    // what the certificate is worth is decided below, before a byte is sent
    const name = /^[\d.]+$|:/.test(address.host) ? {} : { servername: address.host }
    const socket = tls.connect({ host: address.host, port: address.port, rejectUnauthorized: false, ...name })
    const fail = (problem: Problem): void => {
      socket.destroy()
      resolve(bad(problem))
    }
    const stopped = (): void => fail({ code: 'printer_unreachable', address: calledBy(address), why: 'stopped here' })
    signal?.addEventListener('abort', stopped, { once: true })
    socket.setTimeout(waitMs, () =>
      fail({ code: 'printer_silent', address: calledBy(address), seconds: Math.round(waitMs / 1000) }),
    )
    socket.once('error', (error) =>
      fail({ code: 'printer_unreachable', address: calledBy(address), why: error.message }),
    )
    socket.once('secureConnect', () => {
      socket.setTimeout(0)
      socket.removeAllListeners('error')
      signal?.removeEventListener('abort', stopped)
      const fingerprint = socket.getPeerCertificate().fingerprint256 ?? ''
      const trusted = address.trusts ?? null
      if (trusted !== null ? trusted === fingerprint : socket.authorized) return resolve(ok(socket))
      if (trusted !== null)
        return fail({ code: 'printer_certificate_changed', address: address.uri, trusted, fingerprint })
      const why = String(socket.authorizationError ?? '')
      fail(
        OWN.test(why)
          ? { code: 'printer_certificate', address: address.uri, fingerprint }
          : { code: 'printer_unreachable', address: calledBy(address), why: `its certificate does not hold (${why})` },
      )
    })
  })
}
