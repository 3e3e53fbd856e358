/** What a queue's own dialog calls sizes, by the room's name for each. */
export type DialogWords = { readonly queueId: string; readonly words: Readonly<Record<string, string>> }
