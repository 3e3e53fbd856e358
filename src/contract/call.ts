import { bad, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { ActionInput, ActionName } from './actions'
import type { ActionOutput } from './answers'
import type { SlipAnswers, SlipAsked, SlipQuestion } from './slip-questions'

// The schemas stay out of what a screen loads: from here only their types are known.

/** Sends JSON and reads the answer's. Rejects never: no answer, and one that is none, are problems like any other. */
async function post<T>(to: string, input: unknown, keepalive = false): Promise<Result<T, Problem>> {
  try {
    const response = await fetch(to, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(input),
      keepalive,
    })
    return await answerOf<T>(response)
  } catch {
    return bad({ code: 'unreachable' })
  }
}

/**
 * What an answer says: a result of this program's, or what stands in its place where none came: the room failed, or whoever
 * asks has to enter again.
 */
export async function answerOf<T>(response: Pick<Response, 'status' | 'json'>): Promise<Result<T, Problem>> {
  if (response.status === 401) return bad({ code: 'entry_over' })
  const said: unknown = await response.json().catch(() => null)
  return typeof said === 'object' && said !== null && 'ok' in said
    ? (said as Result<T, Problem>)
    : bad({ code: 'server_failed', status: response.status })
}

/** Who asks a person about what an act would touch: set by the screen that can. */
type Asker = (asked: Extract<Problem, { readonly code: 'asks' }>) => Promise<boolean>
let asker: Asker | null = null
export const answerWith = (who: Asker | null): void => {
  asker = who
}

/**
 * Asks the room to do something: the typed way from a screen to the door. `keepalive` lets a write outlive its page. What
 * touches things in use is asked about first.
 */
export async function call<N extends ActionName>(
  action: N,
  input: ActionInput<N>,
  options: { readonly keepalive?: boolean } = {},
): Promise<Result<ActionOutput[N], Problem>> {
  let knowing: { readonly knowing?: string } = {}
  for (;;) {
    const result = await post<ActionOutput[N]>(`/api/do/${action}`, { ...input, ...knowing }, options.keepalive)
    if (result.ok || result.problem.code !== 'asks' || !asker) return result
    // what is in use may have grown while it was read: then it is asked once more
    if (!(await asker(result.problem))) return result
    knowing = { knowing: result.problem.key }
  }
}

/** Asks about a slip while it is filled; nothing is written. */
export const askAboutSlip = <Q extends SlipQuestion>(
  question: Q,
  input: SlipAsked<Q>,
): Promise<Result<SlipAnswers[Q], Problem>> => post(`/api/slip/${question}`, input)
