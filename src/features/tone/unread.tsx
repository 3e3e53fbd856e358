'use client'

import { Button } from '@mantine/core'
import type { ToneCheck } from '@/contract/views/tone'
import { useDo } from '@/ui/parts/use-do'
import css from './tone.module.css'

/** A wedge that nobody read yet: how it is printed, and its file. */
export function Unread({ check, addressed }: { readonly check: ToneCheck; readonly addressed: boolean }) {
  const { act, busy } = useDo()
  return (
    <div className={css.empty}>
      {/* biome-ignore lint/performance/noImgElement: the wedge's own pixels */}
      <img className={css.wedge} src={`/api/tone/${check.id}/wedge.png`} alt={`Wedge ${check.code}`} />
      <p>
        {addressed
          ? 'The wedge goes through the queue as its seal says, its numbers untouched.'
          : 'This queue has no address: save the wedge and print it at its own size, scaling off, its numbers untouched.'}{' '}
        Save it as{' '}
        <a href={`/api/tone/${check.id}/wedge.tif`} download>
          TIFF
        </a>
        ,{' '}
        <a href={`/api/tone/${check.id}/wedge.png`} download={`wedge ${check.code}.png`}>
          PNG
        </a>{' '}
        or{' '}
        <a href={`/api/tone/${check.id}/wedge.pdf`} download>
          PDF
        </a>
        .
      </p>
      {check.byHand && check.printedAt === null ? (
        <Button
          variant="default"
          loading={busy}
          onClick={() =>
            void act(
              'tone.printed',
              { id: check.id, revision: check.revision, at: Date.now() },
              'Logged as a proof; its ink dries from now on.',
            )
          }
        >
          It came out
        </Button>
      ) : null}
    </div>
  )
}
