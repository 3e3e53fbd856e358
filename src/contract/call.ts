import { bad, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { ActionInput, ActionName, ActionOutput } from './actions'

/**
 * Asks the room to do something: the typed way from a screen to the door. A server that does not answer is a problem
 * like any other. `keepalive` lets a write outlive its page.
 */
export async function call<N extends ActionName>(
  action: N,
  input: ActionInput<N>,
  options: { readonly keepalive?: boolean } = {},
): Promise<Result<ActionOutput[N], Problem>> {
  try {
    const response = await fetch(`/api/do/${action}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(input),
      keepalive: options.keepalive ?? false,
    })
    return (await response.json()) as Result<ActionOutput[N], Problem>
  } catch {
    return bad({ code: 'unreachable' })
  }
}
