'use client'

import { Button } from '@mantine/core'
import type { Queue } from '@/contract/views/printer'
import { tradeLength } from '@/core/length/write'
import { sayRate } from '@/core/words/paper'
import lists from '@/ui/parts/lists.module.css'
import { FormButton } from '@/ui/parts/panel'
import { useWays } from '@/ui/unit/unit'
import { BesideMark } from './beside-mark'
import css from './printer.module.css'
import { MediaSettingForm } from './setting-forms'
import { MediaTableForm } from './table-forms'
import { useQueueSave } from './use-queue-save'

/** A queue’s media settings. */
export function SettingsPart({ queue }: { readonly queue: Queue }) {
  const { save } = useQueueSave(queue)
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
            <th scope="col">
              <span className="unseen">Acts</span>
            </th>
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
                <div className={lists.acts}>
                  <FormButton label="Edit" title={m.name} wide>
                    {(close) => <MediaSettingForm queue={queue} setting={m} onDone={close} />}
                  </FormButton>
                  <Button
                    size="compact-xs"
                    variant="default"
                    onClick={() =>
                      void save(
                        { mediaSettings: facts.mediaSettings.filter((x) => x.id !== m.id) },
                        `${m.name} is gone.`,
                      )
                    }
                  >
                    Take out
                  </Button>
                </div>
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
