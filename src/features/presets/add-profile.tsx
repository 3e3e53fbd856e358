'use client'
import { z } from 'zod'
import { bad, ok, type Result } from '@/core/result/result'
import { type Problem, sayProblem } from '@/core/words/problems'
import { FormSelect } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useFields } from '@/ui/form/use-room-form'
import { FileDrop } from '@/ui/parts/files'
import { tell } from '@/ui/parts/tell'
import { upload } from '@/ui/parts/upload'
import type { PresetView } from './types'

export const sealsOf = (
  presets: readonly PresetView[],
): readonly { readonly value: string; readonly label: string }[] =>
  [
    ...new Map(
      presets.flatMap((p) =>
        p.versions.map((v) => [v.seal, `${p.name}, version ${v.number} (seal ${v.seal})`] as const).reverse(),
      ),
    ),
  ].map(([value, label]) => ({ value, label }))

/** One more version whose seal a profile was made with. */

type Typed = { readonly files: readonly File[]; readonly seal: string | null }
const NO_FILE: Typed = { files: [], seal: null }

const typedSchema = z.object({
  files: z.array(z.instanceof(File)).min(1, 'choose the file of a printer’s profile').readonly(),
  seal: z.string().nullable(),
})

type Taken = {
  readonly name: string
  readonly already: boolean
  readonly bound: boolean
  readonly unfit: string | null
}

/** Every file by itself: one that is no profile keeps none of the others away. */
const send = async ({ files, seal }: Typed): Promise<Result<readonly string[], Problem>> => {
  const to = `/api/profiles${seal ? `?seal=${encodeURIComponent(seal)}` : ''}`
  const said: string[] = []
  for (const file of files) {
    const done = await upload<Taken>(to, file, () => {}, new AbortController().signal)
    if (done === 'cancelled') return bad({ code: 'unreachable' })
    if (!done.ok && files.length === 1) return done
    said.push(done.ok ? sayTaken(done.value) : sayProblem(done.problem))
  }
  return ok(said)
}

const sayTaken = ({ name, already, bound, unfit }: Taken): string => {
  if (already) return `This profile is here already, as ${name}${bound ? '; it is right for that seal too now' : ''}.`
  return unfit ? `${name} is on the shelf and cannot be chosen. ${unfit}` : `${name} can be chosen in presets now.`
}

/** A profile's file, and with which version the sheet was printed that it was made from. */
export function AddProfile({
  presets,
  seal = null,
  onDone,
}: {
  readonly presets: readonly PresetView[]
  /** what it was made with, where that is known already */
  readonly seal?: string | null
  readonly onDone: () => void
}) {
  const form = useFields({
    row: null,
    values: () => ({ ...NO_FILE, seal }),
    input: (v) => v,
    schema: typedSchema,
    send,
    then: (said) => {
      for (const line of said) tell(line)
      onDone()
    },
  })
  return (
    <Form form={form} submit="Add it">
      <FormSelect
        field={form.at('seal')}
        label="Made with"
        description="The version that printed the chart it was measured from. A print with another seal is then looked at."
        none="Nobody knows"
        searchable
        data={sealsOf(presets)}
      />
      <FileDrop field={form.at('files')} label="Profile files" says="Drop ICC profiles here" />
      <p className="soft small">
        The name that a profile gives itself is taken over. A printer’s, in RGB or grey, can be chosen; others are shown
        with the reason.
      </p>
    </Form>
  )
}
