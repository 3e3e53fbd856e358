import { describe, expect, it } from 'vitest'
import { fromMm } from '@/core/length/length'
import { outcomeOf } from '@/core/slip/outcome'
import { sayFinding } from '@/core/words/checks'
import { facts, PICTURE, VERSION } from '../../../test/slip-facts'
import { PRINTS } from '../../../test/whole-prints'
import { runChecks } from './all'

/** Prints with something wrong, beside those of every kind. */
const WRONG = {
  ...PRINTS,
  'a tiny picture': facts({ placing: { mode: 'fill' } }, { picture: { ...PICTURE, width: 300, height: 400 } }),
  'a middling picture': facts({ placing: { mode: 'fill' } }, { picture: { ...PICTURE, width: 1500, height: 2000 } }),
  'a broken picture': facts({}, { picture: { ...PICTURE, decoded: false } }),
  'an unread picture': facts({}, { picture: { ...PICTURE, decoded: null } }),
  'no picture': facts({ pictureId: null }, { picture: null }),
  'no preset': facts({}, { version: null }),
  'no sheet': facts({ sheet: null }, { size: null }),
  'too many copies': facts({ copies: 20 }),
  'the last sheets': facts({ copies: 17 }),
  'over the margin': facts({ placing: { mode: 'exact', by: { edge: 'width', um: fromMm(400) } } }),
  'off the area': facts({
    placing: { mode: 'exact', by: { edge: 'both', width: fromMm(256), height: fromMm(363) } },
  }),
  'other paper loaded': facts(
    {},
    {
      version: {
        ...VERSION,
        loaded: {
          paperId: 'other',
          paperName: 'Dune',
          kind: 'sheet',
          width: fromMm(210),
          length: fromMm(297),
          rollId: null,
        },
        holdsBlack: 'photo',
        due: [{ kind: 'nozzle check', days: 9 }],
      },
    },
  ),
  'darkness out of its steps': facts(
    { darkness: 7 },
    {
      version: {
        ...VERSION,
        settings: { ...VERSION.settings, colourMode: 'monochrome', printerColour: null },
        darkness: { least: -6, most: 6, step: 2 },
      },
    },
  ),
}

describe('every check on every kind of print', () => {
  it.each(Object.entries(WRONG))('%s', (_name, given) => {
    const outcome = outcomeOf(given)
    const found = runChecks(given, outcome)
    const said = found.map((f) => `${f.level} ${f.check}: ${sayFinding(f, 'mm')} | ${sayFinding(f, 'in')}`)
    expect(said).toMatchSnapshot()
  })
})
