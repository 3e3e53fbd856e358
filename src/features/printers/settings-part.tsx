'use client'

import type { Queue } from '@/contract/views/printer'
import { tradeLength } from '@/core/length/write'
import { sayRate } from '@/core/words/paper'
import { ActsHead } from '@/ui/parts/acts-head'
import { FormButton } from '@/ui/parts/panel'
import { RowMenu } from '@/ui/parts/row-menu'
import { useWays } from '@/ui/unit/unit'
import { BesideMark } from './beside-mark'
import css from './printer.module.css'
import { MediaSettingForm } from './setting-forms'
import { MediaTableForm } from './table-forms'
import { useRemove } from './use-queue-save'

/** A queue’s media settings. */
export function SettingsPart({ queue }: { readonly queue: Queue }) {
  const remove = useRemove(queue)
  const { facts } = queue
  const { unit } = useWays()
  return (
    <details className={css.part}>
      <summary>
        Media settings <span className="soft">{facts.mediaSettings.map((m) => m.name).join(', ')}</span>
      </summary>
      <table className="ruled">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Group</th>
            <th scope="col">For</th>
            <th scope="col">Black, ink limit</th>
            <th scope="col">Longest</th>
            <th scope="col">Minutes and ml per m²</th>
            <ActsHead />
          </tr>
        </thead>
        <tbody>
          {facts.mediaSettings.map((m) => (
            <tr key={m.id}>
              <td>
                <span className="strong">{m.name}</span> <BesideMark queue={queue} kind="mediaSettings" item={m} />
              </td>
              <td>{m.group}</td>
              <td>{m.surfaces.join(', ')}</td>
              <td>
                {m.blacks.map((b) => `${b}${m.inkLimit[b] === undefined ? '' : ` ${m.inkLimit[b]} %`}`).join(', ')}
              </td>
              <td>{m.longest === null ? 'no limit' : tradeLength(m.longest, unit)}</td>
              <td>
                {facts.qualities
                  .filter((q) => m.rates[q.id])
                  .map((q) => `${q.name} ${sayRate(m.rates[q.id] ?? { minutesPerM2: null, mlPerM2: null })}`)
                  .join('; ')}
              </td>
              <td>
                <RowMenu
                  of={m.name}
                  acts={[
                    {
                      ...{ label: 'Edit', title: `Media setting ${m.name}`, wide: true },
                      form: (close) => <MediaSettingForm queue={queue} setting={m} onDone={close} />,
                    },
                    remove('mediaSettings', m.id, `${m.name} is gone.`),
                  ]}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <FormButton label="Several at once" title="Media settings" wide>
        {(close) => <MediaTableForm queue={queue} onDone={close} />}
      </FormButton>{' '}
      <FormButton label="New media setting" title="A media setting" wide>
        {(close) => <MediaSettingForm queue={queue} setting={null} onDone={close} />}
      </FormButton>
    </details>
  )
}
