'use client'

import { Checkbox } from '@mantine/core'
import { mediaSettingSchema, ownOptionSchema, qualitySchema } from '@/contract/printer'
import type { Queue } from '@/contract/views/printer'
import { fromMm, type Um } from '@/core/length/length'
import type { BlackInk, MediaSetting, Quality, QueueFacts } from '@/core/printer/facts'
import { FormCheck, FormCount, FormLength, FormNumber, FormSome, FormText, itemsOf } from '@/ui/form/fields'
import { FormGroup } from '@/ui/form/form'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'
import { keyFrom } from './key-from'
import { PartForm } from './part-form'
import { idsOf, useQueuePart, withItem } from './use-queue-save'

type Done = { readonly onDone: () => void }

const NEW_SETTING: Omit<MediaSetting, 'id'> = {
  name: '',
  group: '',
  surfaces: ['matte'],
  blacks: ['matte'],
  inkLimit: {},
  longest: null,
  rates: {},
}

const BLACKS: readonly BlackInk[] = ['photo', 'matte']
type RateTyped = { readonly minutesPerM2: number | null; readonly mlPerM2: number | null }
/** What a quality takes may follow later. */
const NOT_SAID: RateTyped = { minutesPerM2: null, mlPerM2: null }

/** What is known of a media setting as it is typed: a limit or a rate may be missing for a while. */
const typedOf = ({ name, group, surfaces, blacks, longest, inkLimit, rates }: Omit<MediaSetting, 'id'>) => ({
  ...{ name, group, surfaces, blacks, longest: longest as Um | null },
  inkLimit: { photo: inkLimit.photo ?? null, matte: inkLimit.matte ?? null },
  rates: rates as Readonly<Record<string, RateTyped>>,
})

const settingPart = mediaSettingSchema.refine((m) => Object.keys(m.rates).length > 0, {
  path: ['rates'],
  message: 'at least one quality is needed',
})

export function MediaSettingForm({
  queue,
  setting,
  onDone,
}: { readonly queue: Queue; readonly setting: MediaSetting | null } & Done) {
  const form = useQueuePart({
    queue,
    values: (facts) => typedOf(facts.mediaSettings.find((m) => m.id === setting?.id) ?? setting ?? NEW_SETTING),
    schema: settingPart,
    part: ({ inkLimit, ...v }, { mediaSettings }) => ({
      ...v,
      id: setting?.id ?? keyFrom(v.name, idsOf(mediaSettings)),
      inkLimit: {
        ...(inkLimit.photo === null ? {} : { photo: inkLimit.photo }),
        ...(inkLimit.matte === null ? {} : { matte: inkLimit.matte }),
      },
    }),
    put: ({ mediaSettings }, m) => ({ mediaSettings: withItem(mediaSettings, m) }),
    done: (v) => `${v.name} is saved.`,
    then: onDone,
  })
  const { surfaces } = useWays()
  const [blacks, rates, longest] = [form.at('blacks'), form.at('rates'), form.at('longest')]
  const rated = (id: string, on: boolean): void => {
    const { [id]: _, ...others } = rates.value
    rates.set(on ? { ...others, [id]: NOT_SAID } : others)
  }
  return (
    <PartForm form={form} queue={queue} submit="Save">
      <FormGroup name="Setting">
        <div className={lists.row}>
          <FormText field={form.at('name')} label="The printer’s name for it" first />
          <FormText field={form.at('group')} label="Group" />
        </div>
        <FormSome field={form.at('surfaces')} label="For surfaces" data={surfaces} />
      </FormGroup>
      <FormGroup name="Black">
        <div className={lists.row}>
          {BLACKS.map((b) => (
            <div key={b} className={lists.row}>
              <Checkbox
                label={`${b} black`}
                checked={blacks.value.includes(b)}
                error={blacks.error !== null}
                onChange={(e) =>
                  blacks.set(BLACKS.filter((x) => (x === b ? e.currentTarget.checked : blacks.value.includes(x))))
                }
              />
              <FormNumber field={form.at(`inkLimit.${b}`)} label="ink limit, %" width={90} />
            </div>
          ))}
        </div>
        {blacks.value.length === 0 ? (
          <p className="soft small">Without a black: this printer has none to choose from.</p>
        ) : null}
      </FormGroup>
      <FormGroup name="Length">
        <div className={lists.row}>
          <Checkbox
            label="Its prints have a longest length"
            checked={longest.value !== null}
            onChange={(e) => longest.set(e.currentTarget.checked ? fromMm(900) : null)}
          />
          {longest.value !== null ? <FormLength field={longest} label="Longest print" min={10_000} /> : null}
        </div>
      </FormGroup>
      <FormGroup name="What it takes">
        {queue.facts.qualities.map((q) => (
          <div key={q.id} className={lists.row}>
            <Checkbox
              w={120}
              label={q.name}
              checked={rates.value[q.id] !== undefined}
              onChange={(e) => rated(q.id, e.currentTarget.checked)}
            />
            {rates.value[q.id] ? (
              <>
                <FormNumber field={form.at(`rates.${q.id}.minutesPerM2`)} label="minutes per m²" />
                <FormNumber field={form.at(`rates.${q.id}.mlPerM2`)} label="ml per m²" />
              </>
            ) : null}
          </div>
        ))}
        {Object.keys(rates.value).length === 0 && rates.error ? (
          <p className="level-stop small">{rates.error}</p>
        ) : null}
      </FormGroup>
    </PartForm>
  )
}

export function QualityForm({
  queue,
  quality,
  onDone,
}: { readonly queue: Queue; readonly quality: Quality | null } & Done) {
  const begin = ({ qualities, nativePpi }: QueueFacts): Omit<Quality, 'id'> => {
    const { name, rank, ppi } = qualities.find((q) => q.id === quality?.id) ??
      quality ?? { name: '', rank: qualities.length + 1, ppi: nativePpi }
    return { name, rank, ppi }
  }
  const form = useQueuePart({
    queue,
    values: begin,
    schema: qualitySchema,
    part: (v, { qualities }) => ({ ...v, id: quality?.id ?? keyFrom(v.name, idsOf(qualities)) }),
    put: ({ qualities }, q) => ({ qualities: withItem(qualities, q) }),
    done: (v) => `${v.name} is saved.`,
    then: onDone,
  })
  return (
    <PartForm form={form} queue={queue} submit="Save">
      <FormText field={form.at('name')} label="Name" first />
      <div className={lists.row}>
        <FormCount field={form.at('rank')} label="Step, 1 is the coarsest" width={160} />
        <FormCount field={form.at('ppi')} label="Resolution, ppi" width={130} />
      </div>
    </PartForm>
  )
}

export function OwnOptionForm({ queue, onDone }: { readonly queue: Queue } & Done) {
  const form = useQueuePart({
    queue,
    values: () => ({ name: '', values: '', inSeal: true }),
    schema: ownOptionSchema,
    part: ({ name, values, inSeal }, { ownOptions }) => {
      const named: { readonly id: string; readonly name: string }[] = []
      for (const v of itemsOf(values, ',')) named.push({ id: keyFrom(v, idsOf(named)), name: v })
      return { id: keyFrom(name, idsOf(ownOptions)), name, values: named, inSeal }
    },
    put: ({ ownOptions }, option) => ({ ownOptions: withItem(ownOptions, option) }),
    done: (v) => `${v.name} is an option now.`,
    then: onDone,
  })
  return (
    <PartForm form={form} queue={queue} submit="Add the option">
      <FormText field={form.at('name')} label="What its dialog calls it" first />
      <FormText field={form.at('values')} label="Its values, with commas between" placeholder="None, One second" />
      <FormCheck field={form.at('inSeal')} label="It decides how ink lands: a change of it is a new seal" />
    </PartForm>
  )
}
