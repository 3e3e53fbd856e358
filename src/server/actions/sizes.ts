import { INPUTS } from '@/contract/actions'
import type { LengthUnit, Um } from '@/core/length/length'
import { bad, ok } from '@/core/result/result'
import { customPwgName } from '@/core/sizes/sizes'
import type { Problem } from '@/core/words/problems'
import { newId } from '@/server/db/ids'
import type { Db } from '@/server/db/open'
import { sizes } from '@/server/db/schema'
import { action } from '@/server/door/door'
import { saySlips, slipsOfSize } from '@/server/stores/closings'
import { listSizes } from '@/server/stores/sizes'
import { revised } from './rows'

type Fields = { readonly name: string; readonly short: Um; readonly long: Um; readonly unit: LengthUnit }

const SMALLEST = 10_000 // 10 mm: below that nothing can be fed

function refused(db: Db, f: Fields, self: string | null): Problem | null {
  if (f.short < SMALLEST)
    return {
      code: 'input',
      issues: [{ path: 'short', message: `${f.short / 1000} mm is too small to be fed; at least 10 mm` }],
    }
  const same = listSizes(db).find((s) => s.id !== self && s.name.toLowerCase() === f.name.toLowerCase())
  return same ? { code: 'name_taken', what: 'a size', name: same.name } : null
}

/** Short edge first, whichever way it was typed. */
const row = (f: Fields) => {
  const [shortUm, longUm] = f.short <= f.long ? [f.short, f.long] : [f.long, f.short]
  return { name: f.name, shortUm, longUm, unit: f.unit, pwg: customPwgName(f.name, shortUm, longUm, f.unit) }
}

export const addSize = action({
  name: 'size.add',
  role: 'keeper',
  input: INPUTS['size.add'],
  commit(input, { db }) {
    const problem = refused(db, input, null)
    if (problem) return bad(problem)
    const id = newId()
    db.insert(sizes)
      .values({ id, ...row(input) })
      .run()
    return ok({ value: { id }, subject: id })
  },
})

export const editSize = action({
  name: 'size.edit',
  role: 'keeper',
  input: INPUTS['size.edit'],
  commit(input, { db }) {
    const problem = refused(db, input, input.id)
    return problem ? bad(problem) : revised(db, sizes, 'This size', input, row(input))
  },
})

export const retireSize = action({
  name: 'size.retire',
  role: 'keeper',
  input: INPUTS['size.retire'],
  asks: {
    what: () => 'A retired size stays readable and is no longer offered. It is in use:',
    uses: ({ id }, { db }) => {
      const list = slipsOfSize(db, id)
      return () => (list.length > 0 ? [saySlips(list, ['asks', 'ask'], 'for it').trim()] : [])
    },
  },
  commit: (input, { db, now }) => revised(db, sizes, 'This size', input, { retiredAt: now }),
})
