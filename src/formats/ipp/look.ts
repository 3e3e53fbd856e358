import type { IppAttribute, IppGroup, IppMessage, IppValue } from './message'

/** Reading attributes by name, for code that wants a number or a list and nothing else. */
export type Attributes = readonly IppAttribute[]

/** All attributes of the groups with this tag, in their order. */
export const attributesOf = (message: IppMessage, tag: IppGroup['tag']): Attributes =>
  message.groups.filter((g) => g.tag === tag).flatMap((g) => g.attributes)

export const valuesOf = (attributes: Attributes, name: string): readonly IppValue[] =>
  attributes.find((a) => a.name === name)?.values ?? []

/** Integers and enums. */
export const numbersOf = (attributes: Attributes, name: string): readonly number[] =>
  valuesOf(attributes, name).flatMap((v) => (v.kind === 'integer' || v.kind === 'enum' ? [v.value] : []))

/** Every kind of words: keywords, names, texts, addresses. */
export const wordsOf = (attributes: Attributes, name: string): readonly string[] =>
  valuesOf(attributes, name).flatMap((v) => ('value' in v && typeof v.value === 'string' ? [v.value] : []))

export const numberOf = (attributes: Attributes, name: string): number | null => numbersOf(attributes, name)[0] ?? null
export const wordOf = (attributes: Attributes, name: string): string | null => wordsOf(attributes, name)[0] ?? null

export const collectionsOf = (attributes: Attributes, name: string): readonly Attributes[] =>
  valuesOf(attributes, name).flatMap((v) => (v.kind === 'collection' ? [v.members] : []))

/** Writing them. */
export const attribute = (name: string, ...values: IppValue[]): IppAttribute => ({ name, values })
export const integer = (value: number): IppValue => ({ kind: 'integer', value })
export const keyword = (value: string): IppValue => ({ kind: 'keyword', value })
export const collection = (...members: IppAttribute[]): IppValue => ({ kind: 'collection', members })
