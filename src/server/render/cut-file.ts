import type { PlanView } from '@/contract/views/plan'
import type { LengthUnit } from '@/core/length/length'
import type { Cut } from '@/core/nest/cuts'
import type { Result } from '@/core/result/result'
import type { Problem } from '@/core/words/problems'
import type { Db } from '@/server/db/open'
import { codeOf } from './code'
import { cutPage } from './cut-page'
import { widthOf } from './letters'
import { pdfWork } from './resolve'
import { makePdf } from './work'

/** What the file of a plan's cuts is saved as. */
export const cutName = ({ number }: Pick<PlanView, 'number'>): string => `cuts of plan ${number}.pdf`

/**
 * The cuts of a plan as a PDF of one A4 page.
 * @param address where the same cuts are ticked off on this room's server.
 */
export async function cutFile(
  db: Db,
  folder: string,
  { plan, cuts, unit }: { readonly plan: PlanView; readonly cuts: readonly Cut[]; readonly unit: LengthUnit },
  address: string,
): Promise<Result<Uint8Array, Problem>> {
  const work = await pdfWork(db, folder, {
    page: cutPage(plan, cuts, codeOf(address), unit, widthOf),
    ...{ pictures: [], target: null, curveId: null, grey: null },
    about: { title: `Cuts of plan ${plan.number}`, subject: plan.name, grey: true },
    name: cutName(plan),
  })
  return work.ok ? makePdf(work.value, () => {}) : work
}
