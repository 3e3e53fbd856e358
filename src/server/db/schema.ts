// The tables of a room, by subject. This is the one name for all of them: a query joins what it needs.
export * from './tables/know-how'
export * from './tables/papers'
export * from './tables/presets'
export * from './tables/printers'
export * from './tables/prints'
export * from './tables/room'
