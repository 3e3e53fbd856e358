'use client'

import { useForm } from '@mantine/form'
import { useRouter } from 'next/navigation'
import { type RefObject, useEffect, useRef, useState } from 'react'
import type { z } from 'zod'
import { type ActionInput, type ActionName, INPUTS } from '@/contract/actions'
import type { ActionOutput } from '@/contract/answers'
import { call } from '@/contract/call'
import { type Limits, limitsOf, type Wrong, wrongWith } from '@/contract/said'
import { differing, merged } from '@/core/merge/merge'
import type { Result } from '@/core/result/result'
import { type Problem, sayProblem } from '@/core/words/problems'
import { tell } from '@/ui/parts/tell'
import { type At, type Path, putAt, readAt } from './path'

/** One field of a form: its value, what the schema allows, what is wrong, and what somebody else made of it meanwhile. */
export type Field<T> = {
  readonly path: string
  readonly value: T
  readonly set: (value: T) => void
  readonly limits: Limits
  readonly error: string | null
  /** what stands there now, when somebody else changed it since the form was opened and it is not what is typed here */
  readonly there: { readonly value: T } | null
  /** what is typed cannot be read: it is not sent while it stands there */
  readonly unread: (is: boolean) => void
}

/** What a form needs to show itself. */
export type FormState = {
  readonly busy: boolean
  readonly submit: () => Promise<void>
  /** what is wrong and belongs to none of its fields */
  readonly said: readonly string[]
  readonly element: RefObject<HTMLFormElement | null>
  readonly problem: Problem | null
}

export type RoomForm<V extends object> = FormState & {
  readonly values: V
  readonly set: (patch: Partial<V>) => void
  readonly at: <P extends Path<V>>(path: P) => Field<At<V, P>>
  /** of a part of a field, by its path: what is typed cannot be read */
  readonly unread: (key: string, is: boolean) => void
}

/** What an act takes, as far as it is typed: `null` where nothing is typed yet. */
type Typed<T> = { readonly [K in keyof T]?: Draft<T[K]> }
type Draft<T> = (T extends readonly (infer E)[] ? readonly Draft<E>[] : T extends object ? Typed<T> : T) | null

export type Row = { readonly id?: string; readonly revision: number }

/** A form that is no act at the door: what it must be, and how it is sent. */
type FieldsOf<V extends object, R extends Row, I, O> = {
  /** the row that is edited, as it was when the form was opened; null: a new one */
  readonly row: R | null
  /** what the fields begin with, and after somebody else's change: what they would begin with now */
  readonly values: (row: R | null) => V
  /** what is sent */
  readonly input: (values: V, row: R | null) => I | Promise<I>
  readonly schema: z.ZodType
  /** the fields' own schema and what it is asked about, when they are only a part of what is sent */
  readonly part?: { readonly schema: z.ZodType; readonly of: (values: V, row: R | null) => unknown }
  readonly send: (input: I) => Promise<Result<O, Problem>>
  /** what is saved replaces more than its fields show: a change in between is said, and doing it once more is meant */
  readonly replaces?: boolean
  /** it is done: in a sentence, and what follows */
  readonly done?: string | ((values: V) => string)
  readonly then?: (value: O, values: V) => void
}

/** A message as a sentence. */
const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1).replace(/\.$/, '')}.`

/** Whether a path is a field's own, or of something in it. */
const within = (path: string, field: string): boolean => path === field || path.startsWith(`${field}.`)

/**
 * The one way in which a form works: schema plus fields. What is wrong is said beside its field, and the first such field
 * is gone to. The form keeps the revision of the row that it was opened with. A save over somebody else's change
 * writes nothing: fields that were not touched here take what stands there now, what was typed stays beside it, and doing
 * it once more is meant. Where the change lay outside of the form's fields, it is done at once.
 */
export function useFields<V extends object, R extends Row, I, O>(o: FieldsOf<V, R, I, O>): RoomForm<V> {
  const router = useRouter()
  const [begun] = useState(() => o.values(o.row))
  const form = useForm<V>({ initialValues: begun })
  const values = form.getValues()
  const [busy, setBusy] = useState(false)
  const sending = useRef(false)
  const [problem, setProblem] = useState<Problem | null>(null)
  const [there, setThere] = useState<{ readonly values: V; readonly paths: readonly string[] } | null>(null)
  const base = useRef({ row: o.row, values: begun })
  const unread = useRef(new Set<string>())
  const element = useRef<HTMLFormElement>(null)
  const [failed, setFailed] = useState(0)
  /** why the room did not do it, when that is no field's */
  const [refused, setRefused] = useState<string | null>(null)
  useEffect(() => {
    if (failed > 0) element.current?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus()
  }, [failed])
  const fields = new Set<string>()
  const refuse = (list: readonly Wrong[]): void => {
    form.setErrors(Object.fromEntries([...list].reverse().map((w) => [w.path, sentence(w.message)])))
    setFailed((n) => n + 1)
  }
  /** Takes over what stands there now; false: nothing of it is shown here. */
  const meet = (row: R): boolean => {
    const theirs = o.values(row)
    const paths = differing(base.current.values, theirs)
    form.setValues(merged(base.current.values, form.getValues(), theirs))
    base.current = { row, values: theirs }
    if (paths.length === 0) return false
    setThere({ values: theirs, paths })
    return true
  }
  const attempt = async (): Promise<void> => {
    for (;;) {
      const typed = form.getValues()
      const { row } = base.current
      const input = await o.input(typed, row)
      const found = o.part
        ? wrongWith(o.part.schema, o.part.of(typed, row))
        : // what is in none of its fields nobody can mend here: that is the door's to judge
          wrongWith(o.schema, input).filter((w) => [...fields].some((field) => within(w.path, field)))
      if (found.length > 0) return refuse(found)
      const result = await o.send(input)
      setProblem(result.ok ? null : result.problem)
      if (result.ok) {
        form.clearErrors()
        setThere(null)
        const { value } = result
        base.current = { row: row && { ...row, ...revisionOf(value) }, values: typed }
        const { done } = o
        if (done) tell(typeof done === 'string' ? done : done(typed))
        router.refresh()
        return o.then?.(value, typed)
      }
      if (result.problem.code === 'asks') return setRefused('Left as it was; nothing was saved.')
      if (result.problem.code === 'input') return refuse(result.problem.issues)
      if (result.problem.code !== 'stale' || row === null) return setRefused(sayProblem(result.problem))
      const { now, current } = result.problem
      const other = { ...row, ...(current as Partial<R>), revision: now }
      const shown = meet(other)
      if (o.replaces && !shown) setRefused(sayProblem(result.problem))
      if (now === row.revision || shown || o.replaces) {
        router.refresh()
        return
      }
    }
  }
  const submit = async (): Promise<void> => {
    if (sending.current) return
    // what cannot be read in a field that is no longer shown says nothing
    if ([...unread.current].some((key) => [...fields].some((field) => within(key, field)))) return refuse([])
    sending.current = true
    setBusy(true)
    setRefused(null)
    try {
      await attempt()
    } catch (error) {
      // a fault of the page itself: a press is never answered by nothing
      console.error(error)
      setRefused(`This page failed at it (${String(error)}). Load it again, and look whether it was saved.`)
    } finally {
      sending.current = false
      setBusy(false)
    }
  }
  const markUnread = (key: string, is: boolean): void => {
    if (is) unread.current.add(key)
    else unread.current.delete(key)
  }
  const at = <P extends Path<V>>(path: P): Field<At<V, P>> => {
    fields.add(path)
    const value = readAt(values, path)
    const now = there?.paths.some((p) => within(p, path)) ? { value: readAt(there.values, path) } : null
    const wrong = Object.keys(form.errors).filter((key) => within(key, path))
    return {
      path,
      value,
      set: (next) => {
        unread.current.delete(path)
        form.setValues(putAt(form.getValues(), path, next))
        for (const key of wrong) form.clearFieldError(key)
      },
      limits: limitsOf(o.part?.schema ?? o.schema, path),
      error: wrong.length > 0 ? String(form.errors[wrong[0] ?? path]) : null,
      there: now,
      unread: (is) => markUnread(path, is),
    }
  }
  return {
    busy,
    submit,
    element,
    problem,
    values,
    at,
    unread: markUnread,
    set: (patch) => form.setValues({ ...form.getValues(), ...patch }),
    get said() {
      const homeless = Object.entries(form.errors).filter(([key]) => ![...fields].some((field) => within(key, field)))
      return [
        ...new Set(homeless.map(([, says]) => String(says))),
        ...(there ? [CHANGED] : []),
        ...(refused ? [refused] : []),
      ]
    },
  }
}

const CHANGED =
  'Somebody else changed this meanwhile, and nothing was overwritten. What stands there now is below each field; to keep what is typed here, save once more.'

const revisionOf = (value: unknown): { readonly revision?: number } =>
  typeof value === 'object' && value !== null && 'revision' in value && typeof value.revision === 'number'
    ? { revision: value.revision }
    : {}

type OfRoom<N extends ActionName, V extends object, R extends Row> = Omit<
  FieldsOf<V, R, object, ActionOutput[N]>,
  'schema' | 'send' | 'input'
> & {
  readonly action: N
  /** what is sent beside the row's id and revision; left away: the values as they are */
  readonly input?: (values: V, row: R | null) => Typed<ActionInput<N>> | Promise<Typed<ActionInput<N>>>
}

/** {@link useFields} for an act at the door: its schema is the contract's own. */
export function useRoomForm<N extends ActionName, V extends object, R extends Row = Row>(o: OfRoom<N, V, R>) {
  const { action, input, ...rest } = o
  return useFields<V, R, object, ActionOutput[N]>({
    ...rest,
    schema: INPUTS[action],
    input: async (values, row) => {
      const sent = input ? await input(values, row) : values
      return row ? { ...sent, ...(row.id ? { id: row.id } : {}), revision: row.revision } : sent
    },
    // what the schema found nothing against is an input
    send: (sent) => call(action, sent as ActionInput<N>),
  })
}
