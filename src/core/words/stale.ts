type Fields = Readonly<Record<string, unknown>>

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** A field's name in words: the unit or the kind of reference at its end is not part of it. */
const word = (key: string): string =>
  key
    .replace(/(Um|Ppi|Id)$/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()

/** Facts are kept in one column and typed as fields, or the other way round. */
const flat = (fields: Fields): Fields => {
  const { facts, ...others } = fields
  return isFields(facts) ? { ...others, ...facts } : others
}

const NOT_TYPED = new Set(['id', 'revision'])

/**
 * What stands in the room's row beside what was typed, when somebody else changed it meanwhile: texts as they are now,
 * of everything else only that it differs (its unit is the form's). Empty when both say the same.
 * @example staleWords({ name: 'Ann', weight: 200 }, { name: 'Anna', weight: 230 }) // 'There now: name “Anna” (you typed “Ann”); weight differs.'
 */
export function staleWords(typed: unknown, current: unknown): string {
  if (!isFields(typed) || !isFields(current)) return ''
  const now = new Map(Object.entries(flat(current)).map(([key, value]) => [word(key), value]))
  const told = Object.entries(flat(typed)).flatMap(([key, mine]) => {
    const name = word(key)
    if (NOT_TYPED.has(key) || !now.has(name)) return []
    const theirs = now.get(name)
    if (JSON.stringify(mine) === JSON.stringify(theirs)) return []
    const text = typeof mine === 'string' && typeof theirs === 'string' && !key.endsWith('Id')
    return [text ? `${name} “${theirs}” (you typed “${mine}”)` : `${name} differs`]
  })
  return told.length === 0 ? '' : `There now: ${told.join('; ')}.`
}
