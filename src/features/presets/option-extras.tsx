'use client'

import { Select, TextInput } from '@mantine/core'
import { useEffect, useState } from 'react'
import { INTENTS, type Intent, type Settings } from '@/core/preset/settings'
import { sayRate, sayThickness, sayWeight } from '@/core/words/paper'
import { NumberField } from '@/ui/fields/number-field'
import { Choices } from '@/ui/parts/choices'
import type { PresetWorld } from './types'

type Change = (settings: Settings) => void

/** Which profile the driver converts to, by the name that its dialog shows, and with which intent: both are in the seal. */
function DriverProfile(props: {
  readonly profile: Settings['driverProfile']
  readonly frozen: boolean
  readonly onChange: (profile: Settings['driverProfile']) => void
}) {
  const { profile, frozen, onChange } = props
  const known = profile?.name ?? ''
  const [name, setName] = useState(known)
  useEffect(() => setName(known), [known])
  const intent = profile?.intent ?? 'relative'
  const put = (): void => {
    const typed = name.trim()
    if (typed !== known) onChange(typed === '' ? null : { name: typed, intent })
  }
  return (
    <>
      <TextInput
        aria-label="The driver’s profile"
        placeholder="its name in the driver’s dialog"
        size="xs"
        w={210}
        maxLength={120}
        disabled={frozen}
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        onBlur={put}
        onKeyDown={(e) => e.key === 'Enter' && put()}
      />
      <IntentSelect
        label="The driver’s intent"
        intent={intent}
        frozen={frozen || profile === null}
        onChange={(next) => profile && onChange({ ...profile, intent: next })}
      />
    </>
  )
}

function IntentSelect(props: {
  readonly label: string
  readonly intent: Intent
  readonly frozen: boolean
  readonly onChange: (intent: Intent) => void
}) {
  return (
    <Select
      aria-label={props.label}
      size="xs"
      w={120}
      allowDeselect={false}
      disabled={props.frozen}
      value={props.intent}
      data={[...INTENTS]}
      onChange={(i) => props.onChange(INTENTS.find((x) => x === i) ?? props.intent)}
    />
  )
}

/** Fields that belong to an option but are no choice between values. */
export function Extra({
  id,
  settings: s,
  world,
  frozen,
  onChange,
}: {
  readonly id: string
  readonly settings: Settings
  readonly world: PresetWorld
  readonly frozen: boolean
  readonly onChange: Change
}) {
  if (id === 'colourMode' && s.tint) {
    const set = (patch: Partial<NonNullable<Settings['tint']>>): void => {
      if (s.tint && !frozen) onChange({ ...s, tint: { ...s.tint, ...patch } })
    }
    return (
      <>
        <span className="soft small">tint</span>
        <NumberField
          whole
          label="Tint, first number"
          hideLabel
          width={76}
          value={s.tint.a}
          min={-100}
          max={100}
          onChange={(a) => set({ a })}
        />
        <NumberField
          whole
          label="Tint, second number"
          hideLabel
          width={76}
          value={s.tint.b}
          min={-100}
          max={100}
          onChange={(b) => set({ b })}
        />
      </>
    )
  }
  if (id === 'printerColour' && s.printerColour === 'driver profile')
    return (
      <DriverProfile
        profile={s.driverProfile}
        frozen={frozen}
        onChange={(driverProfile) => onChange({ ...s, driverProfile })}
      />
    )
  if (id === 'fileColour' && s.fileColour.kind === 'profile') {
    const colour = s.fileColour
    return (
      <>
        <IntentSelect
          label="Intent"
          intent={colour.intent}
          frozen={frozen}
          onChange={(intent) => onChange({ ...s, fileColour: { ...colour, intent } })}
        />
        <Choices
          label="Black point compensation"
          value={colour.blackPoint ? 'on' : 'off'}
          disabled={frozen}
          choices={[
            { value: 'on', label: 'black point on' },
            { value: 'off', label: 'off' },
          ]}
          onChange={(b) => onChange({ ...s, fileColour: { ...colour, blackPoint: b === 'on' } })}
        />
      </>
    )
  }
  if (id === 'paper') {
    const paper = world.papers.find((p) => p.id === s.paperId)
    return paper ? (
      <span className="soft small">
        {sayWeight(paper.weight)}, {sayThickness(paper.thickness, 'mm')}, {paper.surface}
      </span>
    ) : null
  }
  if (id === 'quality') {
    const rate = world.queues
      .find((q) => q.id === s.queueId)
      ?.facts.mediaSettings.find((m) => m.id === s.mediaSettingId)?.rates[s.qualityId]
    return rate ? <span className="soft small">{sayRate(rate)}</span> : null
  }
  return null
}
