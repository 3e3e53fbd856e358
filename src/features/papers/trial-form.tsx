'use client'

import type { Paper, PaperDeeds, ScreenView, WayChosen } from '@/contract/views/paper'
import { KEPT, type Kept, LIGHTS, type Light } from '@/core/paper/trial'
import { FormChoices, FormNote, FormSelect, FormText, FormWhen } from '@/ui/form/fields'
import { Form, FormGroup } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { sayShortDay } from '@/ui/parts/dates'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'

/** What a trial can be of. */
export type TrialChoices = {
  readonly queues: readonly {
    readonly id: string
    readonly name: string
    readonly mediaSettings: readonly { readonly id: string; readonly name: string }[]
  }[]
  readonly screens: readonly ScreenView[]
  /** the newest runs on the paper */
  readonly runs: PaperDeeds['newest']
}

/** What of a way is in the form before a word is typed. */
const beginsWith = ({ run: { id: runId, queueId, mediaSettingId } }: WayChosen) => ({ queueId, mediaSettingId, runId })

/** The way stands before the reason; without a reason there is nothing to log. */
const reasonOf = (seen: string, chosen: WayChosen | null | undefined): string =>
  chosen && seen.trim() !== '' ? `Chosen on a proof sheet, ${chosen.says}: ${seen.trim()}` : seen

/** Words as they are, to choose from. */
export const named = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, label: value }))

/** What was tried, what was seen, under which light: a note that stays. */
export function TrialForm({
  paper,
  queues,
  screens,
  runs,
  queueId,
  chosen,
  onDone,
}: TrialChoices & {
  readonly paper: Paper
  /** the queue that it begins with; left away: the first */
  readonly queueId?: string
  /** what a proof sheet's choice knows already */
  readonly chosen?: WayChosen | null
  readonly onDone: () => void
}) {
  const { timeZone } = useWays()
  const form = useRoomForm({
    action: 'trial.add',
    row: null,
    values: () => ({
      ...{ queueId: queueId ?? queues[0]?.id ?? '', mediaSettingId: '', runId: null as string | null, printed: '' },
      ...{ printedAt: null as number | null, light: 'viewing booth' as Light, screenId: null as string | null },
      ...{ seen: '', kept: 'not decided' as Kept },
      ...(chosen ? { ...beginsWith(chosen), kept: 'kept' as Kept } : {}),
    }),
    input: (v) => ({ paperId: paper.id, ...v, seen: reasonOf(v.seen, chosen) }),
    done: 'The trial is logged.',
    then: onDone,
  })
  const queue = queues.find((q) => q.id === form.values.queueId)
  const ofQueue = runs.filter((r) => r.queueId === form.values.queueId)
  const queueField = form.at('queueId')
  const runField = form.at('runId')
  return (
    <Form form={form} submit="Log trial">
      <FormGroup name="Tried">
        <div className={lists.fields}>
          <FormSelect
            field={{
              ...queueField,
              set: (queueId) => form.set({ queueId: queueId ?? '', mediaSettingId: '', runId: null }),
            }}
            label="Queue"
            first
            data={queues.map((q) => ({ value: q.id, label: q.name }))}
          />
          <FormSelect
            field={form.at('mediaSettingId')}
            label="Media setting"
            data={(queue?.mediaSettings ?? []).map((m) => ({ value: m.id, label: m.name }))}
          />
        </div>
        <FormSelect
          field={{
            ...runField,
            // a print was made with one media setting: it is the one that was tried
            set: (runId) => {
              const mediaSettingId = runs.find((r) => r.id === runId)?.mediaSettingId
              form.set({ runId, ...(mediaSettingId ? { mediaSettingId } : {}) })
            },
          }}
          label="Print"
          none="one that is not in the log"
          data={ofQueue.map((r) => ({
            value: r.id,
            label: `run ${r.number}, ${r.title}, ${sayShortDay(r.at, timeZone, r.at)}, ${r.outcome}`,
          }))}
        />
        {form.values.runId === null ? (
          <div className={lists.fields}>
            <FormText field={form.at('printed')} label="What was printed" />
            <FormWhen field={form.at('printedAt')} label="When" empty="not known" />
          </div>
        ) : null}
      </FormGroup>
      <FormGroup name="Judged">
        <div>
          <span className="soft">Under which light </span>
          <FormChoices field={form.at('light')} label="Light" choices={named(LIGHTS)} />
        </div>
        <FormSelect
          field={form.at('screenId')}
          label="Beside the screen"
          none="none"
          data={screens.map((s) => ({ value: s.id, label: s.name }))}
        />
        {chosen ? <p className="small strong">Chosen: {chosen.says}</p> : null}
        <FormNote field={form.at('seen')} label={chosen ? 'Why it was chosen' : 'What was seen'} minRows={3} />
        <div>
          <span className="soft">Its media setting is </span>
          <FormChoices field={form.at('kept')} label="Kept" choices={named(KEPT)} />
        </div>
      </FormGroup>
    </Form>
  )
}
