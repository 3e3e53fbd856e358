'use client'

import type { Queue } from '@/contract/views/printer'
import type { Option } from '@/core/rules/rules'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { BesideMark } from './beside-mark'
import css from './printer.module.css'
import { NoteForm } from './rule-forms'
import { OwnOptionForm, QualityForm } from './setting-forms'
import { QualityTableForm } from './table-forms'
import { useRemove } from './use-queue-save'

/** A queue’s qualities, options of the room’s own, and advice. */
export function QualitiesPart({ queue, options }: { readonly queue: Queue; readonly options: readonly Option[] }) {
  const remove = useRemove(queue)
  const { facts } = queue
  return (
    <details className={css.part}>
      <summary>
        Qualities and options{' '}
        <span className="soft">
          {[...facts.qualities.map((q) => q.name), ...facts.ownOptions.map((o) => o.name)].join(', ')}
        </span>
      </summary>
      <ul className={css.rules}>
        {facts.qualities.map((q) => (
          <li key={q.id}>
            <span>
              Quality <strong>{q.name}</strong>, step {q.rank}, {q.ppi} ppi{' '}
              <BesideMark queue={queue} kind="qualities" item={q} />
            </span>
            <RowMenu
              of={q.name}
              acts={[
                {
                  ...{ label: 'Edit', title: `Quality ${q.name}` },
                  form: (close) => <QualityForm queue={queue} quality={q} onDone={close} />,
                },
                remove('qualities', q.id, `${q.name} is gone.`),
              ]}
            />
          </li>
        ))}
        {facts.ownOptions.map((o) => (
          <li key={o.id}>
            <span>
              Option <strong>{o.name}</strong>: {o.values.map((v) => v.name).join(', ')}
              {o.inSeal ? ', part of the seal' : ''} <BesideMark queue={queue} kind="ownOptions" item={o} />
            </span>
            <RowMenu of={o.name} acts={[remove('ownOptions', o.id, `${o.name} is gone.`)]} />
          </li>
        ))}
        {facts.notes.map((n) => (
          <li key={n.id}>
            <span>
              Note beside {options.find((o) => o.id === n.beside)?.name.toLowerCase() ?? n.beside}: {n.says}{' '}
              <BesideMark queue={queue} kind="notes" item={n} />
            </span>
            <RowMenu of={n.says} acts={[remove('notes', n.id, 'The note is gone.')]} />
          </li>
        ))}
      </ul>
      <div className={lists.acts}>
        <FormButton label="Several qualities" title="Qualities" wide>
          {(close) => <QualityTableForm queue={queue} onDone={close} />}
        </FormButton>
        <FormButton label="New quality" title="A quality">
          {(close) => <QualityForm queue={queue} quality={null} onDone={close} />}
        </FormButton>
        <FormButton label="New option of our own" title="An option that this printer has">
          {(close) => <OwnOptionForm queue={queue} onDone={close} />}
        </FormButton>
        <FormButton label="New note" title="A note">
          {(close) => <NoteForm queue={queue} options={options} onDone={close} />}
        </FormButton>
      </div>
    </details>
  )
}
