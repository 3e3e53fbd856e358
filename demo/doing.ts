import type { z } from 'zod'
import type { Result } from '@/core/result/result'
import { type Problem, sayProblem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { firstKeeper, SYSTEM } from '@/server/door/actor'
import { type Action, through } from '@/server/door/door'

/** One write through the door at a time of the past; the demo's own data must never be refused. */
export type Do = <I extends z.ZodType, P, O>(action: Action<I, P, O>, input: z.input<I>, at?: number) => Promise<O>

/** Writes into a room as its keeper, or as the background where only that may; now, unless a time is given. */
export const doing =
  (db: Db, folder: string, now: number): Do =>
  async <I extends z.ZodType, P, O>(action: Action<I, P, O>, input: z.input<I>, at = now): Promise<O> => {
    const actor = action.role === 'system' ? SYSTEM : firstKeeper(db)
    const result: Result<O, Problem> = await through(action, input, { db, actor, now: at, folder })
    if (!result.ok)
      throw new Error(`${action.name}: ${sayProblem(result.problem)} ${JSON.stringify(result.problem).slice(0, 400)}`)
    return result.value
  }
