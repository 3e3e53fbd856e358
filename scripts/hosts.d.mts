/** Whether an address to listen on is this machine alone. */
export function isLoopback(host: string): boolean
/** Who asks: the address at the other end, or the one that a proxy on this machine saw. */
export function whoAsks(remote?: string, forwarded?: string): string
