const OCTET = '(?:25[0-5]|2[0-4]\\d|1?\\d?\\d)'
const LOOPBACK = new RegExp(`^(?:localhost|127(?:\\.${OCTET}){3}|::1|\\[::1\\])$`, 'i')

/** Whether an address to listen on is this machine alone. */
export const isLoopback = (host) => LOOPBACK.test(host)

export const OPEN_WITHOUT_PASS = (host) =>
  `HOST=${host} would open this room to others. Set LIBRETA_PASS to a word that all must enter, or leave HOST away.`
