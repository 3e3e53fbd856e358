export const DEMO_GROUPS = ['Herbarium group', 'Kite-makers’ guild', 'Sky-watch group'] as const

type Who = {
  readonly name: string
  readonly role: 'keeper' | 'helper' | 'member'
  readonly group: (typeof DEMO_GROUPS)[number] | null
  readonly note: string
}

/** The keeper is made by set-up. All names are inventions. */
export const DEMO_KEEPER = 'Perrin Aldouswray'

export const DEMO_HELPER: Who = { name: 'Cosima Lindvale', role: 'helper', group: null, note: 'Tuesdays and Saturdays' }

export const DEMO_MEMBERS: readonly Who[] = [
  { name: 'Iria Vantongeren', role: 'member', group: 'Herbarium group', note: '' },
  { name: 'Ansel Quillby', role: 'member', group: 'Herbarium group', note: 'Always true centre.' },
  { name: 'Petra Hollowmere', role: 'member', group: 'Herbarium group', note: '' },
  { name: 'Rufus Tarnbrook', role: 'member', group: 'Kite-makers’ guild', note: '' },
  { name: 'Maude Evenskeld', role: 'member', group: 'Kite-makers’ guild', note: 'Plans must be true to size.' },
  { name: 'Odalys Merriden', role: 'member', group: 'Kite-makers’ guild', note: '' },
  { name: 'Tobiah Ravensholt', role: 'member', group: 'Sky-watch group', note: '' },
  { name: 'Wilma Sedgeworth-Noon', role: 'member', group: 'Sky-watch group', note: '' },
  { name: 'Jory Pellwick', role: 'member', group: 'Sky-watch group', note: '' },
  { name: 'Geography class 9b', role: 'member', group: null, note: 'The school pays at the end of term.' },
]
