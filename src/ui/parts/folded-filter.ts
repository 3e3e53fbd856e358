import type { ComboboxItem, ComboboxParsedItem, OptionsFilter } from '@mantine/core'
import { folded } from '@/core/names/fold'

/** Narrows a list of choices as it is typed, whatever the case and the marks. */
export const foldedFilter: OptionsFilter = ({ options, search }) => {
  const text = folded(search.trim())
  const has = ({ label }: Pick<ComboboxItem, 'label'>): boolean => folded(label).includes(text)
  const kept: ComboboxParsedItem[] = []
  for (const o of options) {
    if (!('group' in o)) {
      if (has(o)) kept.push(o)
      continue
    }
    const items = o.items.filter(has)
    if (items.length > 0) kept.push({ ...o, items })
  }
  return kept
}
