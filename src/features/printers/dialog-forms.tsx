'use client'

import { dialogStepSchema } from '@/contract/printer'
import type { Queue } from '@/contract/views/printer'
import { PRINT_STEPS, type PrintStep } from '@/core/preset/dialog'
import type { DialogStep } from '@/core/printer/facts'
import type { Option } from '@/core/rules/rules'
import { FormCheck, FormNote, FormSelect, FormSome, FormText, itemsOf } from '@/ui/form/fields'
import { keyFrom } from './key-from'
import { PartForm } from './part-form'
import { idsOf, useQueuePart, withItem } from './use-queue-save'

type Typed = {
  readonly label: string
  readonly option: string | null
  readonly set: string
  readonly after: readonly string[]
  readonly setAfresh: boolean
  /** a line for each value: what it is here = what the dialog calls it */
  readonly words: string
  readonly showsOption: string | null
  readonly showsIn: readonly string[]
  /** the step that it stands before; null: at the end */
  readonly before: string | null
}

/** Values of an option by their names, and what a print says. */
const namesOf = (options: readonly Option[], option: string | null): readonly { id: string; name: string }[] =>
  options.find((o) => o.id === option)?.values ??
  (option === 'edge' ? ['margins', 'borderless'].map((id) => ({ id, name: id })) : [])

/** Other words for what a print decides, as people write them when they copy a dialog. */
const PRINT_WORDS: Readonly<Record<PrintStep, readonly string[]>> = {
  size: ['Size', 'Paper size', 'Sheet size'],
  length: ['Length', 'Paper length', 'Page length'],
  edge: ['Edge', 'Edges', 'Borderless', 'Margins'],
  copies: ['Copies', 'Number of copies'],
  darkness: ['Darkness'],
}

/** A step in words: the setting of ours that it makes, or the instruction that always holds. */
export const sayStep = (
  { option, set }: Pick<DialogStep, 'option' | 'set'>,
  settings: ReturnType<typeof stepSettings>,
): string => {
  const name = settings.find((s) => s.value === option)?.label
  return name === undefined ? `instruction: “${set ?? ''}”` : `sets ${name.charAt(0).toLowerCase()}${name.slice(1)}`
}

/** Settings that a step of a dialog can make: the version's, and what a print says. */
export const stepSettings = (
  options: readonly Option[],
): readonly { readonly value: string; readonly label: string; readonly also?: readonly string[] }[] => [
  ...options.filter((o) => !['length', 'edge', 'size'].includes(o.id)).map((o) => ({ value: o.id, label: o.name })),
  { value: 'tint', label: 'Tint' },
  ...PRINT_STEPS.map((p) => ({ value: p, label: `The print’s ${p}`, also: PRINT_WORDS[p] })),
]

function typedOf(step: DialogStep | null, options: readonly Option[]): Typed {
  const names = namesOf(options, step?.option ?? null)
  return {
    ...{ label: step?.label ?? '', option: step?.option ?? null, set: step?.set ?? '', after: step?.after ?? [] },
    ...{ setAfresh: step?.setAfresh ?? false, before: null },
    words: Object.entries(step?.words ?? {})
      .map(([id, word]) => `${names.find((n) => n.id === id)?.name ?? id} = ${word}`)
      .join('\n'),
    ...{ showsOption: step?.shows?.option ?? null, showsIn: step?.shows?.in ?? [] },
  }
}

/** `Fine = Level 3` as the id of our value and the dialog's word; what names no value of ours is taken as an id. */
function wordsOf(
  text: string,
  names: readonly { readonly id: string; readonly name: string }[],
): Record<string, string> {
  const lines = itemsOf(text, '\n').flatMap((line) => {
    const at = line.indexOf('=')
    if (at < 0) return []
    const [ours, theirs] = [line.slice(0, at).trim(), line.slice(at + 1).trim()]
    const id = names.find((n) => n.name.toLowerCase() === ours.toLowerCase())?.id ?? ours
    return theirs === '' ? [] : [[id, theirs] as const]
  })
  return Object.fromEntries(lines)
}

/** A step of a queue's own dialog: new, inserted before another one, or edited in its place. */
export function DialogStepForm({
  queue,
  options,
  step,
  onDone,
}: {
  readonly queue: Queue
  readonly options: readonly Option[]
  readonly step: DialogStep | null
  readonly onDone: () => void
}) {
  const form = useQueuePart({
    queue,
    values: ({ dialog }) => typedOf(dialog.find((d) => d.id === step?.id) ?? step, options),
    schema: dialogStepSchema.refine((s) => s.option !== null || s.set !== null, {
      path: ['set'],
      message: 'which setting is made here, or what to set',
    }),
    part: ({ words, showsOption, showsIn, before: _, ...v }, { dialog }) => ({
      ...v,
      id: step?.id ?? keyFrom(v.label, idsOf(dialog)),
      set: v.set.trim() || null,
      words: wordsOf(words, namesOf(options, v.option)),
      shows: showsOption !== null && showsIn.length > 0 ? { option: showsOption, in: showsIn } : null,
    }),
    put: ({ dialog }, made, { before }) => {
      if (step || before === null) return { dialog: withItem(dialog, made) }
      const at = dialog.findIndex((d) => d.id === before)
      return { dialog: at < 0 ? [...dialog, made] : dialog.toSpliced(at, 0, made) }
    },
    done: 'The step is written down.',
    then: onDone,
  })
  const v = form.values
  const settings = stepSettings(options)
  const others = queue.facts.dialog.filter((d) => d.id !== step?.id).map((d) => ({ value: d.id, label: d.label }))
  const values = namesOf(options, v.showsOption)
  return (
    <PartForm form={form} queue={queue} submit={step ? 'Save the step' : 'Add the step'}>
      <FormText field={form.at('label')} label="What the dialog calls it" first />
      <FormSelect
        field={form.at('option')}
        label="Our setting that is made here"
        none=""
        data={settings.map(({ value, label }) => ({ value, label }))}
      />
      <FormText
        field={form.at('set')}
        label="or a fixed instruction"
        placeholder="off, here and in the print command"
      />
      {v.option === null ? null : (
        <FormNote
          field={form.at('words')}
          label="What the dialog calls its values, a line each: ours = the dialog’s"
          minRows={2}
        />
      )}
      <FormSome field={form.at('after')} label="It shows or takes effect only after" data={others} />
      <FormSelect
        field={form.at('showsOption')}
        label="It is there only while this setting"
        none="always there"
        data={options.map((o) => ({ value: o.id, label: o.name }))}
      />
      {v.showsOption === null ? null : (
        <FormSome
          field={form.at('showsIn')}
          label="is one of"
          data={values.map((x) => ({ value: x.id, label: x.name }))}
        />
      )}
      {step ? null : <FormSelect field={form.at('before')} label="It stands before" none="at the end" data={others} />}
      <FormCheck field={form.at('setAfresh')} label="Set afresh each time, whatever the dialog says" />
    </PartForm>
  )
}
