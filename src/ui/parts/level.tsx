import type { Level } from '@/core/checks/check'

const WORDS: Readonly<Record<Level, string>> = { stop: 'Stop', caution: 'Caution', fine: 'Fine' }

/** The result of a check: always the word, in its colour. */
export function LevelWord({ level }: { readonly level: Level }) {
  return <span className={`level-${level}`}>{WORDS[level]}</span>
}
