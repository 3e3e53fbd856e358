const OCTET = '(?:25[0-5]|2[0-4]\\d|1?\\d?\\d)'
const LOOPBACK = new RegExp(`^(?:localhost|127(?:\\.${OCTET}){3}|\\[::1\\])(?::\\d{1,5})?$`, 'i')

/** Why a request is not served; null lets it in. */
export type Refusal = { readonly status: 400 | 403; readonly says: string } | null

/**
 * Host must be loopback unless the room has a pass; anything that is not GET or HEAD must come from this very origin.
 * That keeps other sites (and names that were rebound to this address) out.
 */
export function refuse(
  method: string,
  host: string | null,
  origin: string | null,
  site: string | null,
  pass: string | undefined,
): Refusal {
  if (!host) return { status: 400, says: 'A request without a Host is not answered.' }
  if (!LOOPBACK.test(host) && !pass)
    return {
      status: 403,
      says: `This room answers only on this machine, not as ${host}. Set LIBRETA_PASS to open it to others.`,
    }
  if (method === 'GET' || method === 'HEAD') return null
  if (origin !== null) {
    if (hostOf(origin) !== host) return { status: 403, says: 'A write from another site is not taken.' }
    return null
  }
  return site === null || site === 'same-origin'
    ? null
    : { status: 403, says: 'A write from another site is not taken.' }
}

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host
  } catch {
    return null
  }
}

/** Script only with this request's nonce; styles may be inline since sizes on drawings are computed. */
export const contentPolicy = (nonce: string, dev: boolean): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
