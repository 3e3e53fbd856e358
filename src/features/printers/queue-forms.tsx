'use client'

import { Checkbox } from '@mantine/core'
import type { Queue } from '@/contract/views/printer'
import type { Minor } from '@/core/money/money'
import { COLOUR_MODES, PRINTER_COLOURS, type QueueFacts } from '@/core/printer/facts'
import { FormCheck, FormCount, FormMoney, FormSelect, FormSome, FormText, itemsOf } from '@/ui/form/fields'
import { FormGroup } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import lists from '@/ui/parts/lists.module.css'
import { useWays } from '@/ui/unit/unit'
import { PartForm } from './part-form'

type Done = { readonly onDone: () => void }

/** The facts that are typed in a queue's own form; topcoats as one text. */
const typedOf = (facts: QueueFacts) => {
  const { colourModes, printerColours, topcoats, nativePpi, darkness, twoWayBelowRank } = facts
  const { sixteenBit, topcoatOn, mirrorOn, perSheet } = facts
  return {
    ...{ colourModes, printerColours, nativePpi, darkness, twoWayBelowRank },
    ...{ topcoatOn, mirrorOn, perSheet: perSheet as Minor | null, bestOnly: sixteenBit === 'best' },
    topcoats: topcoats.join(', '),
  }
}

/** A queue's own fields; a new one starts with what the other knows, to be changed where it differs. */
export function QueueForm(
  props: {
    readonly printerId: string
    readonly queue: Queue | null
    readonly base: QueueFacts
    readonly address?: string
  } & Done,
) {
  const { queue, base, onDone } = props
  const form = useRoomForm({
    action: 'queue.save',
    row: queue,
    values: (q) => ({
      name: q?.name ?? '',
      address: q?.address ?? props.address ?? '',
      language: q?.language ?? '',
      isDefault: q?.isDefault ?? false,
      shared: q?.shared ?? false,
      // another queue takes the change where somebody says so
      also: [] as readonly string[],
      facts: typedOf(q?.facts ?? base),
    }),
    input: ({ facts: { bestOnly, ...facts }, ...fields }, q) => ({
      ...{ printerId: props.printerId, id: null, revision: null },
      ...fields,
      facts: {
        ...(q?.facts ?? base),
        ...facts,
        sixteenBit: bestOnly ? ('best' as const) : ('any' as const),
        topcoats: itemsOf(facts.topcoats, ','),
      },
    }),
    done: (v) => `${v.name} is saved.`,
    then: onDone,
  })
  const below = form.at('facts.twoWayBelowRank')
  const { surfaces } = useWays()
  return (
    <PartForm form={form} queue={queue} submit={queue ? 'Save' : 'Add queue'}>
      {queue ? null : (
        <p className="soft small">It starts with everything that the other queue knows; change what differs.</p>
      )}
      <FormGroup name="Queue">
        <FormText field={form.at('name')} label="Name" first />
        <FormText field={form.at('address')} label="Address" />
        <FormText field={form.at('language')} label="Driver or language, with its version" />
        <div className={lists.row}>
          <FormCheck field={form.at('isDefault')} label="The printer’s default queue" />
          <FormCheck field={form.at('shared')} label="Shared with others" />
        </div>
      </FormGroup>
      <FormGroup name="Colour">
        <FormSome field={form.at('facts.colourModes')} label="Colour modes" data={COLOUR_MODES} />
        <FormSome
          field={form.at('facts.printerColours')}
          label="In colour, what the printer can do to it by itself"
          data={PRINTER_COLOURS}
        />
        <div className={lists.row}>
          <FormCount field={form.at('facts.darkness.least')} label="Darkness from" />
          <FormCount field={form.at('facts.darkness.most')} label="to" />
          <FormCount field={form.at('facts.darkness.step')} label="in steps of" />
        </div>
      </FormGroup>
      <FormGroup name="Surface">
        <FormText field={form.at('facts.topcoats')} label="Kinds of topcoat, with commas between; empty for none" />
        {form.values.facts.topcoats.trim() === '' ? null : (
          <div className={lists.row}>
            <FormSome
              field={form.at('facts.topcoatOn.surfaces')}
              label="Topcoat lies on; empty for every surface"
              data={surfaces}
            />
            <FormSelect
              field={form.at('facts.topcoatOn.black')}
              label="and goes over"
              none="either black"
              data={[
                { value: 'photo', label: 'photo black' },
                { value: 'matte', label: 'matte black' },
              ]}
            />
          </div>
        )}
        <FormSome field={form.at('facts.mirrorOn')} label="Surfaces that are printed mirrored" data={surfaces} />
      </FormGroup>
      <FormGroup name="Resolution">
        <div className={lists.row}>
          <FormCount field={form.at('facts.nativePpi')} label="Native resolution, ppi" width={160} />
          <Checkbox
            label="Two-way passes exist"
            checked={below.value !== null}
            onChange={(e) =>
              below.set(e.currentTarget.checked ? Math.max(2, (queue?.facts ?? base).qualities.length) : null)
            }
          />
          {below.value !== null ? <FormCount field={below} label="below quality step" /> : null}
        </div>
        <FormCheck field={form.at('facts.bestOnly')} label="16 bits are taken at the best quality only" />
      </FormGroup>
      <FormGroup name="Use">
        <FormMoney
          field={form.at('facts.perSheet')}
          label="Its use is counted in sheets, each at; empty: in ink by the area"
        />
      </FormGroup>
    </PartForm>
  )
}
