/** A place of the spine: where it is, its name, and the key that goes there. */
export type Place = { readonly href: string; readonly name: string; readonly key: string }

export const GROUPS: readonly { readonly name: string; readonly places: readonly Place[] }[] = [
  {
    name: 'Today',
    places: [
      { href: '/bench', name: 'Bench', key: '1' },
      { href: '/slips', name: 'Slips', key: '2' },
      { href: '/log', name: 'Log', key: '3' },
    ],
  },
  {
    name: 'Know-how',
    places: [
      { href: '/presets', name: 'Presets', key: '4' },
      { href: '/tone', name: 'Tone checks', key: '5' },
    ],
  },
  {
    name: 'Room',
    places: [
      { href: '/printers', name: 'Printers', key: '7' },
      { href: '/papers', name: 'Papers & rolls', key: '8' },
      { href: '/sizes', name: 'Sizes', key: '9' },
      { href: '/members', name: 'Members', key: '0' },
      { href: '/room', name: 'Room', key: 'r' },
    ],
  },
]

export const TRAY = { name: 'Demo', places: [{ href: '/tray', name: 'Output tray', key: 't' }] } as const

/** Whether a page belongs to a place: it is its own page, or one below it. */
export const isWithin = (path: string, { href }: Place): boolean => path === href || path.startsWith(`${href}/`)
