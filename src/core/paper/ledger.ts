/** A line of a ledger of sheets or of a roll's length, in the order in which it was written. */
export type LedgerMove = {
  readonly delta: number
  /** somebody counted or measured what is left: no sheet and no length went anywhere */
  readonly measured: boolean
}

/**
 * What has to be added to a ledger so that it says what somebody measured. They measured what was left when the ledger had
 * `seen` lines: what was taken since is taken from that too, and a measure that somebody else wrote since is no change of
 * what was there.
 * @param measured what was left then, in the ledger's unit
 * @example correctionOf([{ delta: 10, measured: false }], 1, 12) // 2
 */
export function correctionOf(moves: readonly LedgerMove[], seen: number, measured: number): number {
  const sum = (of: readonly LedgerMove[]): number => of.reduce((all, m) => all + m.delta, 0)
  return measured - sum(moves.slice(0, seen)) - sum(moves.slice(seen).filter((m) => m.measured))
}
