import { createHash } from 'node:crypto'
import { z } from 'zod'
import { readInput } from '@/contract/said'
import { bad, ok, type Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { events } from '@/server/db/schema'
import { sayTrouble } from '@/server/db/trouble'
import { enqueue, type JobSpec } from '@/server/jobs/queue'

/** `system` is the background process: it takes steps that no person may take. */
export type Role = 'system' | 'keeper' | 'helper' | 'member'
export type Actor = { readonly id: string; readonly name: string; readonly role: Role }

const RANK: Readonly<Record<Role, number>> = { member: 0, helper: 1, keeper: 2, system: 3 }

/** What every write knows: the room, who acts, when, and where files are. */
export type DoorContext = {
  readonly db: Db
  readonly actor: Actor
  readonly now: number
  readonly folder: string
}

/** What a commit says it did: its answer, its line of history, and the work that follows. */
export type Done<O> = {
  readonly value: O
  readonly subject: string
  readonly data?: unknown
  readonly jobs?: readonly JobSpec[]
}

/**
 * One kind of write. `prepare` may take its time and writes nothing to the database; `commit` is synchronous and runs
 * in one BEGIN IMMEDIATE with its event; what follows is done by jobs.
 */
export type Action<I extends z.ZodType, P, O> = {
  readonly name: string
  /** the lowest role that may do it */
  readonly role: Role
  /** where the role is not enough: whether this actor may do this very thing */
  readonly may?: (input: z.output<I>, ctx: DoorContext) => boolean
  readonly input: I
  /**
   * What in the room this touches that somebody counts on: asked before it is done and, once it is, inside the same
   * transaction. Where there is anything, the write is taken back and asked about; it is done when it comes again with
   * the key of the very same uses.
   */
  readonly asks?: {
    readonly what: (input: z.output<I>, ctx: DoorContext) => string
    readonly uses: (input: z.output<I>, ctx: DoorContext) => () => readonly string[]
  }
  readonly prepare?: (input: z.output<I>, ctx: DoorContext) => Promise<Result<P, Problem>>
  readonly commit: (input: z.output<I>, ctx: DoorContext, prepared: P) => Result<Done<O>, Problem>
}

/** An action that can be asked for by its name, whatever it takes. */
export type Ready<I extends z.ZodType, P, O> = Action<I, P, O> & {
  readonly run: (input: unknown, ctx: DoorContext) => Promise<Result<O, Problem>>
}

/** Gives an action its types. `P` is void where there is nothing to prepare. */
export const action = <I extends z.ZodType, O, P = undefined>(a: Action<I, P, O>): Ready<I, P, O> => ({
  ...a,
  run: (input, ctx) => through(a, input, ctx),
})

class Refused extends Error {
  constructor(readonly problem: Problem) {
    super(problem.code)
  }
}

/** A row that would point to nothing: the last net, behind what each action says by itself. */
const isDangling = (error: unknown): boolean =>
  error instanceof Error && 'code' in error && error.code === 'SQLITE_CONSTRAINT_FOREIGNKEY'

/** Whether an actor's role is at least this one. */
export const atLeast = (actor: Actor, role: Role): boolean => RANK[actor.role] >= RANK[role]

/** Every write goes through here: role, input, what may be done, prepare, commit with its event, jobs. */
export async function through<I extends z.ZodType, P, O>(
  a: Action<I, P, O>,
  input: unknown,
  ctx: DoorContext,
): Promise<Result<O, Problem>> {
  if (!atLeast(ctx.actor, a.role)) return bad({ code: 'not_allowed', role: ctx.actor.role, needs: a.role })
  const read = readInput(a.input, input)
  if (!read.ok) return read
  const asked = read.value
  const ahead = notYet(asked, ctx.now)
  if (ahead) return bad(ahead)
  if (a.may && !a.may(asked, ctx)) return bad({ code: 'not_yours', role: ctx.actor.role })
  const prepared = a.prepare ? await a.prepare(asked, ctx) : ok(undefined as P)
  if (!prepared.ok) return prepared
  try {
    const knowing = knowingIn(input)
    const write = ctx.db.$client.transaction(() => commit(a, asked, ctx, prepared.value, knowing))
    return ok(write.immediate())
  } catch (error) {
    if (error instanceof Refused) return bad(error.problem)
    if (isDangling(error)) return bad({ code: 'not_found', what: 'Something that this names' })
    const says = sayTrouble(error)
    if (says) return bad({ code: 'room_trouble', says })
    throw error
  }
}

/** Names of fields that say when something happened. */
const HAPPENED = ['at', 'printedAt']

/** What an act says of a time that is still to come: nothing has happened then. */
function notYet(input: unknown, now: number): Problem | null {
  const field = HAPPENED.find((name) => {
    const at =
      typeof input === 'object' && input !== null && name in input ? (input as Record<string, unknown>)[name] : 0
    return typeof at === 'number' && at > now
  })
  return field === undefined
    ? null
    : {
        code: 'input',
        issues: [{ path: field, message: 'that is still to come: enter a time that is past, or none for now' }],
      }
}

/** The key of uses that somebody has read and accepted; it lies beside what the act itself takes. */
const knowingSchema = z.object({ knowing: z.string().max(64) })
const knowingIn = (input: unknown): string | null => knowingSchema.safeParse(input).data?.knowing ?? null

/** Names what was shown: when it has grown meanwhile, it is asked about again. */
const keyOf = (uses: readonly string[]): string =>
  createHash('sha256').update(JSON.stringify(uses)).digest('hex').slice(0, 32)

function commit<I extends z.ZodType, P, O>(
  a: Action<I, P, O>,
  input: z.output<I>,
  ctx: DoorContext,
  prepared: P,
  knowing: string | null,
): O {
  const usesNow = a.asks?.uses(input, ctx)
  const what = a.asks?.what(input, ctx) ?? ''
  const result = a.commit(input, ctx, prepared)
  if (!result.ok) throw new Refused(result.problem) // rolls back whatever was begun
  const uses = usesNow?.() ?? []
  const key = keyOf(uses)
  if (uses.length > 0 && knowing !== key) throw new Refused({ code: 'asks', what, uses, key })
  const { value, subject, data, jobs } = result.value
  ctx.db
    .insert(events)
    .values({ at: ctx.now, actorId: ctx.actor.id, action: a.name, subject, data: data ?? {} })
    .run()
  for (const job of jobs ?? []) enqueue(ctx.db, job, ctx.now)
  return value
}
