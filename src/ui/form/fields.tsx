'use client'

import { Checkbox, MultiSelect, Select, Textarea, TextInput } from '@mantine/core'
import { DateTimePicker } from '@mantine/dates'
import { foldedFilter } from '@/ui/parts/folded-filter'
import '@mantine/dates/styles.css'
import type { ReactNode } from 'react'
import type { Um } from '@/core/length/length'
import { tradeLength } from '@/core/length/write'
import { same } from '@/core/merge/merge'
import { type Minor, writeAmount } from '@/core/money/money'
import { instantOf, wallTime } from '@/core/time/zone'
import { LengthField } from '@/ui/fields/length-field'
import { MoneyField } from '@/ui/fields/money-field'
import { NumberField } from '@/ui/fields/number-field'
import { Choices, type ChoicesProps } from '@/ui/parts/choices'
import { useWays } from '@/ui/unit/unit'
import css from './form.module.css'
import type { Field } from './use-room-form'

/** A field with what somebody else made of it meanwhile below it, and the press that takes it. */
function Changed<T>(props: {
  readonly field: Field<T>
  readonly say: (value: T) => string
  readonly children: ReactNode
}) {
  const { field, say } = props
  const { there } = field
  return (
    <div className={css.field}>
      {props.children}
      {there === null ? null : same(there.value, field.value) ? (
        <p className={css.there}>Changed by somebody else meanwhile.</p>
      ) : (
        <p className={css.there}>
          There now: <strong>{say(there.value)}</strong>{' '}
          <button type="button" className={css.take} onClick={() => field.set(there.value)}>
            Take it
          </button>
        </p>
      )}
    </div>
  )
}

type Of<T> = { readonly field: Field<T>; readonly label: string }
type First = { readonly first?: boolean }

const sayText = (text: string): string => (text === '' ? 'empty' : text)
const focus = (first: boolean | undefined) => (first ? { 'data-autofocus': true } : {})

/** A line of text. */
export function FormText(props: Of<string> & First & { readonly placeholder?: string; readonly description?: string }) {
  const { field, label, first, ...rest } = props
  return (
    <Changed field={field} say={sayText}>
      <TextInput
        {...rest}
        {...focus(first)}
        label={label}
        value={field.value}
        error={field.error}
        autoComplete="off"
        onChange={(e) => field.set(e.currentTarget.value)}
      />
    </Changed>
  )
}

/** A time on the room's own clock; empty means now, unless something else is said. */
export function FormWhen(props: Of<number | null> & { readonly empty?: string }) {
  const { field, label, empty = 'now' } = props
  const { timeZone } = useWays()
  const shown = field.value === null ? null : wallTime(field.value, timeZone).replace('T', ' ')
  return (
    <Changed field={field} say={(v) => (v === null ? empty : wallTime(v, timeZone).replace('T', ' '))}>
      <DateTimePicker
        label={label}
        placeholder={empty}
        value={shown}
        error={field.error}
        valueFormat="D MMM YYYY, HH:mm"
        clearable
        onChange={(v) => field.set(v === null ? null : instantOf(v.slice(0, 16).replace(' ', 'T'), timeZone))}
      />
    </Changed>
  )
}

/** Several lines of text. */
export function FormNote(props: Of<string> & First & { readonly minRows?: number }) {
  const { field, label, minRows = 2, first } = props
  return (
    <Changed field={field} say={sayText}>
      <Textarea
        {...focus(first)}
        label={label}
        autosize
        minRows={minRows}
        value={field.value}
        error={field.error}
        onChange={(e) => field.set(e.currentTarget.value)}
      />
    </Changed>
  )
}

/** The items of a list that was typed as one text, without what is empty. */
export const itemsOf = (typed: string, between: string): readonly string[] =>
  typed
    .split(between)
    .map((t) => t.trim())
    .filter(Boolean)

type Item = { readonly value: string; readonly label: string }

/** One of many. */
export function FormSelect<V extends string | null>(
  props: Of<V> &
    First & {
      readonly data: readonly Item[] | readonly string[]
      /** nothing may be chosen, and this stands there then */
      readonly none?: string
      readonly placeholder?: string
      readonly description?: string
      readonly nothingFound?: string
      readonly searchable?: boolean
      readonly w?: number
      readonly size?: 'xs'
    },
) {
  const { field, label, data, none, nothingFound, placeholder = none, first, ...rest } = props
  const items: readonly Item[] = data.map((d) => (typeof d === 'string' ? { value: d, label: d } : d))
  return (
    <Changed field={field} say={(v) => items.find((i) => i.value === v)?.label ?? none ?? 'nothing'}>
      <Select
        {...rest}
        {...focus(first)}
        {...(placeholder === undefined ? {} : { placeholder })}
        {...(nothingFound === undefined ? {} : { nothingFoundMessage: nothingFound })}
        label={label}
        aria-label={label}
        data={[...items]}
        value={field.value}
        error={field.error}
        clearable={none !== undefined}
        filter={foldedFilter}
        openOnFocus={false}
        allowDeselect={none !== undefined}
        onChange={(v) => field.set(v as V)}
      />
    </Changed>
  )
}

/** Some of many. */
export function FormSome<V extends string>(
  props: Of<readonly V[]> & {
    readonly data: readonly V[] | readonly Item[]
    readonly searchable?: boolean
  },
) {
  const { field, label, data, ...rest } = props
  const items: readonly Item[] = data.map((d) => (typeof d === 'string' ? { value: d, label: d } : d))
  const name = (v: string): string => items.find((i) => i.value === v)?.label ?? v
  return (
    <Changed field={field} say={(list) => sayText(list.map(name).join(', '))}>
      <MultiSelect
        {...rest}
        label={label}
        data={[...items]}
        value={[...field.value]}
        error={field.error}
        filter={foldedFilter}
        openOnFocus={false}
        onChange={(chosen) => field.set(items.flatMap(({ value }) => (chosen.includes(value) ? [value as V] : [])))}
      />
    </Changed>
  )
}

/** One of a few. */
export function FormChoices<V extends string>(
  props: Of<V> & Omit<ChoicesProps<V>, 'label' | 'value' | 'onChange'> & { readonly onChosen?: (value: V) => void },
) {
  const { field, label, onChosen, ...rest } = props
  return (
    <Changed field={field} say={(v) => rest.choices.find((c) => c.value === v)?.label ?? v}>
      <Choices
        {...rest}
        label={label}
        value={field.value}
        onChange={(v) => {
          field.set(v)
          onChosen?.(v)
        }}
      />
      {field.error ? (
        <p className="level-stop small" role="alert">
          {field.error}
        </p>
      ) : null}
    </Changed>
  )
}

/** On or off. */
export function FormCheck(props: Of<boolean>) {
  const { field, label } = props
  return (
    <Changed field={field} say={(on) => (on ? 'on' : 'off')}>
      <Checkbox label={label} checked={field.value} onChange={(e) => field.set(e.currentTarget.checked)} />
    </Changed>
  )
}

/** A whole number; its limits are the schema's. */
export function FormCount<T extends number | null>(
  props: Of<T> & {
    readonly width?: number
    readonly min?: number
    readonly max?: number
  },
) {
  const { field, label, min, max, ...rest } = props
  return (
    <Changed field={field} say={String}>
      <NumberField
        {...rest}
        whole
        label={label}
        value={field.value ?? 0}
        min={min ?? field.limits.min ?? 0}
        max={max ?? field.limits.max ?? Number.MAX_SAFE_INTEGER}
        error={field.error}
        onUnread={field.unread}
        onChange={(v) => field.set(v as T)}
      />
    </Changed>
  )
}

/** Any number from the schema's limits; it may be missing. */
export function FormNumber<T extends number | null>(props: Of<T> & { readonly width?: number }) {
  const { field, label, width } = props
  return (
    <Changed field={field} say={(v) => (v === null ? 'nothing' : String(v))}>
      <NumberField
        label={label}
        optional
        width={width ?? 120}
        value={field.value}
        {...(field.limits.min === null || field.limits.min === undefined ? {} : { min: field.limits.min })}
        {...(field.limits.max === null || field.limits.max === undefined ? {} : { max: field.limits.max })}
        error={field.error}
        onUnread={field.unread}
        onChange={(v) => field.set(v as T)}
      />
    </Changed>
  )
}

/** A length; it may still be missing. */
export function FormLength<T extends Um | null>(
  props: Of<T> &
    First & {
      readonly width?: number
      readonly min?: number
      readonly max?: number
      /** it may be taken out again */
      readonly optional?: boolean
    },
) {
  const { field, label, min, max, optional, first, ...rest } = props
  const { unit } = useWays()
  return (
    <Changed field={field} say={(v) => (v === null ? 'nothing' : tradeLength(v, unit))}>
      <LengthField
        {...rest}
        {...(optional ? { onEmpty: () => field.set(null as T) } : {})}
        first={first ?? false}
        label={label}
        value={field.value}
        min={min ?? field.limits.min ?? 0}
        max={max ?? field.limits.max ?? Number.POSITIVE_INFINITY}
        error={field.error}
        onUnread={field.unread}
        onChange={(v) => field.set(v as T)}
      />
    </Changed>
  )
}

/** An amount in the room's currency; it may still be missing. */
export function FormMoney<T extends Minor | null>({ field, label }: Of<T>) {
  const { currency } = useWays()
  return (
    <Changed field={field} say={(v) => (v === null ? 'nothing' : writeAmount(v, currency))}>
      <MoneyField
        label={label}
        value={field.value}
        error={field.error}
        onUnread={field.unread}
        onChange={(v) => field.set(v as T)}
      />
    </Changed>
  )
}
