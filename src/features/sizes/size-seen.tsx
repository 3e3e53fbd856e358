'use client'

import type { DialogWords } from '@/contract/views/sizes'
import { tradePair } from '@/core/length/write'
import { type SizeQueue, verdictsOn } from '@/core/printer/size-verdict'
import type { Size } from '@/core/sizes/sizes'
import { FormText } from '@/ui/form/fields'
import { Form } from '@/ui/form/form'
import { useRoomForm } from '@/ui/form/use-room-form'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useDo } from '@/ui/parts/use-do'
import { useWays } from '@/ui/unit/unit'
import { SizeDrawing } from './size-drawing'
import { SizeForm } from './size-form'
import css from './sizes.module.css'
import { Verdicts } from './verdicts'

export type SizeRow = Size & {
  readonly revision: number | null
  /** ids of its versions, the oldest first; the last is its own */
  readonly versions: readonly string[]
}

/** One size: to scale, under which names it is known, and what takes it. */
export function SizeSeen(props: {
  readonly size: SizeRow
  readonly sizes: readonly SizeRow[]
  readonly queues: readonly SizeQueue[]
  readonly words: readonly DialogWords[]
  /** it is no longer offered: shown until something else is chosen, so that nothing that is typed is lost */
  readonly gone: boolean
  readonly onChosen: (id: string) => void
}) {
  const { size, sizes, queues, words, gone, onChosen } = props
  const { unit } = useWays()
  const { act } = useDo()
  const { revision } = size
  const taken = verdictsOn(size, queues).find((v) => v.taken) ?? null
  const by = queues.find((q) => q.queueId === taken?.queueId)?.queueName
  return (
    <section className={css.seen} aria-label={size.name}>
      <h2>{size.name}</h2>
      {gone ? (
        <p className="level-caution">It is no longer offered; under Room, Removed things, it can be put back.</p>
      ) : null}
      <p className={css.says}>
        {tradePair(size.short, size.long, unit)}
        {size.standardName ? `, in the standard ${size.standardName}` : ''}
        {taken ? (
          <span className="soft">
            ; drawn as it goes into the {taken.feedName} of {by}, with its margins
          </span>
        ) : null}
      </p>
      <SizeDrawing name={size.name} size={size} taken={taken} queues={queues} />
      <div className={css.head}>
        {revision === null ? (
          <FormButton label="Name it" title={`The room’s own name for ${size.standardName ?? size.name}`}>
            {(close) => <NameForm size={size} onDone={close} />}
          </FormButton>
        ) : (
          <>
            <FormButton label="Edit" title={size.name} wide>
              {(close) => (
                <SizeForm
                  size={{ ...size, revision }}
                  sizes={sizes}
                  queues={queues}
                  onDone={(id) => {
                    close()
                    onChosen(id)
                  }}
                />
              )}
            </FormButton>
            {gone ? null : (
              <RowMenu
                of={size.name}
                text="More"
                acts={[
                  {
                    ...{ label: 'Retire', away: true },
                    act: () => void act('size.retire', { id: size.id, revision }, `${size.name} is no longer offered.`),
                  },
                ]}
              />
            )}
          </>
        )}
      </div>
      <Verdicts size={size} queues={queues} />
      <dl className="facts">
        <dt>IPP name</dt>
        <dd>{size.pwg}</dd>
        {words.map((w) => (
          <QueueWord
            key={w.queueId}
            size={size}
            word={w}
            name={queues.find((q) => q.queueId === w.queueId)?.queueName}
          />
        ))}
      </dl>
    </section>
  )
}

function QueueWord(props: { readonly size: SizeRow; readonly word: DialogWords; readonly name: string | undefined }) {
  const { size, word, name = 'a queue' } = props
  return (
    <>
      <dt>{name}</dt>
      <dd>
        its dialog says {word.words[size.name] ? <strong>{word.words[size.name]}</strong> : size.name}{' '}
        <FormButton label="Edit" title={`${size.name} in the dialog of ${name}`}>
          {(close) => <WordForm size={size} word={word} onDone={close} />}
        </FormButton>
      </dd>
    </>
  )
}

function WordForm(props: { readonly size: SizeRow; readonly word: DialogWords; readonly onDone: () => void }) {
  const { size, word } = props
  const form = useRoomForm({
    action: 'size.word',
    row: null,
    values: () => ({ word: word.words[size.name] ?? '' }),
    input: (v) => ({ sizeId: size.id, queueId: word.queueId, ...v }),
    done: 'Cards say it in the dialog’s own word now.',
    then: props.onDone,
  })
  return (
    <Form form={form} submit="Save">
      <FormText field={form.at('word')} label="What the dialog calls it" placeholder={size.name} first />
      <p className="soft small">Left empty, it is {size.name} there too.</p>
    </Form>
  )
}

function NameForm(props: { readonly size: SizeRow; readonly onDone: () => void }) {
  const { size } = props
  const form = useRoomForm({
    action: 'size.name',
    row: null,
    values: () => ({ name: size.standardName ? size.name : '' }),
    input: (v) => ({ id: size.id, was: size.name, ...v }),
    done: 'Everything calls it so now.',
    then: props.onDone,
  })
  return (
    <Form form={form} submit="Save">
      <FormText
        field={form.at('name')}
        label="The room’s own name"
        placeholder={size.standardName ?? size.name}
        first
      />
      <p className="soft small">Left empty, it has the standard’s name. Printers know it by its IPP name either way.</p>
    </Form>
  )
}
