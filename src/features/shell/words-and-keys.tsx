'use client'

import { Modal } from '@mantine/core'
import { useState } from 'react'
import { useKeys } from '@/ui/keys/use-keys'
import css from './shell.module.css'

/** Words that the trade has not, each in a line. */
const WORDS: readonly (readonly [string, string])[] = [
  ['slip', 'one request of a member, from picture to prints'],
  ['docket', 'the numbered lines of a slip; each closes to a sentence'],
  ['bench', 'what waits today, by what has to be changed in a printer first'],
  ['rail', 'the strip at the foot: what is in each printer now'],
  ['preset, version', 'a named way to print; its numbered versions never change'],
  ['seal', 'a short fingerprint of what decides how ink lands; profiles and checks belong to it'],
  ['run', 'one pass through a printer: good, proof, spoiled, or not known'],
  [
    'asked, sent, on paper, tolerance',
    'what is wanted, what the file says, what will be measured, how far it may be off',
  ],
  ['overspray', 'how far ink goes past an edge when a print is borderless'],
  ['enlargement', 'how much larger a borderless sheet comes out for it: corrected, or left and said'],
  ['drift, sliver', 'how far a sheet may land from true, and the white line that this may leave'],
  ['edge check', 'a ruler sheet, printed and read, that tells what a printer really does at its edges'],
  ['stop, caution, fine', 'what a check before printing says'],
]

const KEYS: readonly (readonly [string, string])[] = [
  ['1 to 3', 'bench, slips, log'],
  ['4', 'presets'],
  ['7 to 0, r', 'printers, papers, sizes, members, room'],
  ['/', 'find anything'],
  ['n', 'new slip'],
  ['p, s, l', 'on a slip: print, save the file, log a run'],
  ['arrows', 'move the picture on the sheet; with shift further'],
  ['u, d', 'switch the unit, light and dark'],
  ['?', 'this page'],
]

const Two = ({ rows }: { readonly rows: readonly (readonly [string, string])[] }) => (
  <dl className={css.two}>
    {rows.map(([name, says]) => (
      <div key={name}>
        <dt>{name}</dt>
        <dd>{says}</dd>
      </div>
    ))}
  </dl>
)

/** A short page of words and keys; `?` opens it from everywhere. */
export function WordsAndKeys() {
  const [open, setOpen] = useState(false)
  useKeys({ '?': () => setOpen(true) })
  return (
    <>
      <button type="button" className={css.way} onClick={() => setOpen(true)} title="Words and keys (?)">
        Words
        <span className={css.key} aria-hidden="true">
          ?
        </span>
      </button>
      <Modal opened={open} onClose={() => setOpen(false)} title="Words and keys" size="lg" centered>
        <Two rows={WORDS} />
        <h3 className={css.keysHead}>Keys</h3>
        <Two rows={KEYS} />
      </Modal>
    </>
  )
}
