import { bad, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { ActionInput, ActionName, ActionOutput } from './actions'
import type { SlipAnswers, SlipAsked, SlipQuestion } from './slip-questions'

// The schemas stay out of what a screen loads: from here only their types are known.

/** Sends JSON and reads the answer's. Rejects never: nobody answering is a problem like any other. */
async function post<T>(to: string, input: unknown, keepalive = false): Promise<Result<T, Problem>> {
  try {
    const response = await fetch(to, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(input),
      keepalive,
    })
    return (await response.json()) as Result<T, Problem>
  } catch {
    return bad({ code: 'unreachable' })
  }
}

/** Asks the room to do something: the typed way from a screen to the door. `keepalive` lets a write outlive its page. */
export const call = <N extends ActionName>(
  action: N,
  input: ActionInput<N>,
  options: { readonly keepalive?: boolean } = {},
): Promise<Result<ActionOutput[N], Problem>> => post(`/api/do/${action}`, input, options.keepalive)

/** Asks about a slip while it is filled; nothing is written. */
export const askAboutSlip = <Q extends SlipQuestion>(
  question: Q,
  input: SlipAsked<Q>,
): Promise<Result<SlipAnswers[Q], Problem>> => post(`/api/slip/${question}`, input)
