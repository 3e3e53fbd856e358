import { eq } from 'drizzle-orm'
import { INPUTS } from '@/contract/actions'
import { trialFlaws } from '@/core/paper/trial'
import { bad, ok } from '@/core/result/result'
import { newId } from '@/server/db/ids'
import { nextNumber } from '@/server/db/numbers'
import { papers, runs, trials } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { readQueueFacts } from '@/server/stores/printers'
import { readRoom } from '@/server/stores/room'
import { listScreens } from '@/server/stores/screens'
import { revised } from './rows'

/** A trial with what speaks against it now: a better light tomorrow is another trial. */
export const addTrial = action({
  name: 'trial.add',
  role: 'helper',
  input: INPUTS['trial.add'],
  commit(input, { db, actor, now }) {
    const { paperId, queueId, mediaSettingId, runId, light, screenId } = input
    const here = readRoom(db)
    if (!here || !db.select({ id: papers.id }).from(papers).where(eq(papers.id, paperId)).get())
      return bad({ code: 'not_found', what: 'This paper' })
    const setting = readQueueFacts(db, queueId)?.mediaSettings.find((m) => m.id === mediaSettingId)
    if (!setting) return bad({ code: 'not_found', what: 'This media setting' })
    const run = runId === null ? null : db.select().from(runs).where(eq(runs.id, runId)).get()
    if (run === undefined) return bad({ code: 'not_found', what: 'The run that was judged' })
    if (run && run.paperId !== paperId)
      return bad({ code: 'run_cannot', number: run.number, why: 'it was printed on another paper' })
    const screen = screenId === null ? undefined : listScreens(db).find((s) => s.id === screenId)
    if (screenId !== null && !screen) return bad({ code: 'not_found', what: 'This screen' })
    const printedAt = run?.at ?? input.printedAt
    const flaws = trialFlaws({ light, printedAt, at: now }, screen?.newest, here.judging)
    const id = newId()
    const number = nextNumber(db, trials)
    db.insert(trials)
      .values({ ...input, id, number, mediaSettingName: setting.name, printedAt, at: now, flaws, byId: actor.id })
      .run()
    return ok({ value: { id, number, flaws: flaws.length }, subject: paperId, data: { trial: id, kept: input.kept } })
  },
})

/** Whether its setting is kept may be decided later; what was seen, and under which light, stays. */
export const decideTrial = action({
  name: 'trial.decide',
  role: 'helper',
  input: INPUTS['trial.decide'],
  commit: ({ kept, ...row }, { db }) => revised(db, trials, 'This trial', row, { kept }),
})
