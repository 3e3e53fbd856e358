/** Whose account a print is charged to, or nobody's. */
export type Account = { readonly personId: string | null; readonly groupId: string | null }

/**
 * Who pays for a print: the member's group when its slip said so and there is one, else the member; or nobody.
 * @example accountOf('group', 'm', null) // { personId: 'm', groupId: null }
 */
export function accountOf(
  chargeTo: 'member' | 'group',
  memberId: string | null,
  groupId: string | null,
): Account | null {
  if (chargeTo === 'group' && groupId !== null) return { personId: null, groupId }
  return memberId === null ? null : { personId: memberId, groupId: null }
}
