import { z } from 'zod'

// What older rooms and exchange files say, in today's words. Up to exchange format 1, monochrome was one of the printer's
// colours, called grey mode.

const GREY = 'grey mode'

const oldSettings = z.looseObject({ printerColour: z.string(), colourMode: z.undefined().optional() })

/** Settings of a preset as they are today; what is so already, or is no settings at all, is left as it is. */
export function settingsNow(json: unknown): unknown {
  const old = oldSettings.safeParse(json)
  if (!old.success) return json
  const monochrome = old.data.printerColour === GREY
  return {
    ...old.data,
    colourMode: monochrome ? 'monochrome' : 'colour',
    printerColour: monochrome ? null : old.data.printerColour,
    driverProfile: null,
  }
}

const literal = z.looseObject({ option: z.string(), in: z.array(z.string()) })
type Literal = z.output<typeof literal>

/** A condition on the printer's colours: grey mode alone is the colour mode; beside others it is "no printer colour". */
const literalNow = (l: Literal): Literal => {
  if (l.option !== 'printerColour' || !l.in.includes(GREY)) return l
  return l.in.every((v) => v === GREY)
    ? { ...l, option: 'colourMode', in: ['monochrome'] }
    : { ...l, in: l.in.map((v) => (v === GREY ? 'none' : v)) }
}

const oldFacts = z.looseObject({
  printerColours: z.array(z.string()),
  colourModes: z.undefined().optional(),
  rules: z.array(z.looseObject({ when: z.array(literal), then: literal })).default([]),
  notes: z.array(z.looseObject({ when: literal })).default([]),
})

/** A queue's facts as they are today; what is so already, or is no facts at all, is left as it is. */
export function queueFactsNow(json: unknown): unknown {
  const old = oldFacts.safeParse(json)
  if (!old.success) return json
  const { printerColours, rules, notes, ...facts } = old.data
  const colours = printerColours.filter((c) => c !== GREY)
  return {
    ...facts,
    printerColours: colours,
    colourModes: [
      ...(colours.length > 0 ? ['colour'] : []),
      ...(printerColours.length > colours.length ? ['monochrome'] : []),
    ],
    rules: rules.map((r) => ({ ...r, when: r.when.map(literalNow), then: literalNow(r.then) })),
    notes: notes.map((n) => ({ ...n, when: literalNow(n.when) })),
  }
}

const oldStep = z.looseObject({ chooseAgain: z.boolean() })

/** A step of a dialog in today's words: up to exchange format 2 one that falls back was to be chosen again. */
export function stepNow(json: unknown): unknown {
  const old = oldStep.safeParse(json)
  if (!old.success) return json
  const { chooseAgain, ...step } = old.data
  return { ...step, setAfresh: chooseAgain }
}

const printerFile = z.looseObject({ queues: z.array(z.looseObject({ facts: z.unknown() })) })
const presetFile = z.looseObject({ settings: z.unknown() })

/** An exchange file of format 1 as one of format 2. */
export function exchangeOf2(json: unknown): unknown {
  const printer = printerFile.safeParse(json)
  if (printer.success)
    return {
      ...printer.data,
      version: 2,
      queues: printer.data.queues.map((q) => ({ ...q, facts: queueFactsNow(q.facts) })),
    }
  const preset = presetFile.safeParse(json)
  return preset.success ? { ...preset.data, version: 2, settings: settingsNow(preset.data.settings) } : json
}

const withSteps = z.looseObject({
  queues: z.array(z.looseObject({ facts: z.looseObject({ dialog: z.array(z.unknown()) }) })),
})

/** An exchange file of format 2 as one of format 3. */
export function exchangeOf3(json: unknown): unknown {
  const file = withSteps.safeParse(json)
  if (!file.success) return typeof json === 'object' && json !== null ? { ...json, version: 3 } : json
  const queues = file.data.queues.map(({ facts, ...q }) => ({
    ...q,
    facts: { ...facts, dialog: facts.dialog.map(stepNow) },
  }))
  return { ...file.data, version: 3, queues }
}
