const OCTET = '(?:25[0-5]|2[0-4]\\d|1?\\d?\\d)'
const LOOPBACK = new RegExp(`^(?:localhost|127(?:\\.${OCTET}){3}|::1|\\[::1\\])$`, 'i')

/** Whether an address to listen on is this machine alone. */
export const isLoopback = (host) => LOOPBACK.test(host)

export const OPEN_WITHOUT_PASS = (host) =>
  `HOST=${host} would open this room to others. Set LIBRETA_PASS to a word that all must enter, or leave HOST away.`

/**
 * Who asks: the address at the other end; behind a proxy on this machine, the one that the proxy saw. What a client says
 * of itself stands before that and is never believed.
 */
export function whoAsks(remote = '', forwarded = '') {
  const from = remote.replace(/^::ffff:/, '')
  const seen = forwarded.split(',').at(-1)?.trim() ?? ''
  return isLoopback(from) && seen !== '' ? seen : from
}
