/** What can be foreseen is returned: either a value or a problem that is data. */
export type Result<T, P> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: P }

/** What was asked. @example ok(3) // { ok: true, value: 3 } */
export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value })

/** Why it cannot be. @example bad({ code: 'none' }) // { ok: false, problem: { code: 'none' } } */
export const bad = <P>(problem: P): { readonly ok: false; readonly problem: P } => ({
  ok: false,
  problem,
})

/**
 * Closes a switch over a tagged union: a case that was forgotten does not compile, and throws if data lied.
 * @example (() => { try { return absurd('new') } catch (error) { return error.message } })() // 'a case was not handled: "new"'
 */
export function absurd(value: never): never {
  throw new Error(`a case was not handled: ${JSON.stringify(value)}`)
}
