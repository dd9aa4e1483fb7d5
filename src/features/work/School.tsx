'use client'

import { schoolChoices, type School as Choices } from '@/core/network'
import { Button } from '@/ui/Button'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { figuresNames, useSettings } from '@/ui/settings'
import { schoolLabels, schoolTexts } from './names'
import { Asking } from './Asking'
import { Select } from './Select'

const names = Object.keys(schoolTexts) as (keyof typeof schoolTexts)[]

/** How this network's worksheet is done: every choice at once, each changing what stands below. */
export default function School() {
  const { worked, choose, likeEverywhere } = useOpenNetwork()
  const { settings, change } = useSettings()
  const { worksheet } = worked
  const knownInside = worksheet !== null && worksheet.network.known !== undefined
  const bridge = worksheet?.analysis.status === 'not-series-parallel'
  const offered = names.filter((name) => (name !== 'outward' || knownInside) && (name !== 'beyond' || bridge))
  return (
    <section
      aria-label="How it is worked"
      className="border-b border-line bg-panel px-4 py-2 text-xs print:hidden"
      data-school
    >
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5 sm:grid-cols-3 md:grid-cols-4 xl:grid-cols-7">
        {offered.map((name) => (
          <Select
            key={name}
            label={schoolLabels[name]}
            value={settings[name]}
            options={Object.entries(schoolTexts[name])}
            onChange={(value) => change({ [name]: value } as Partial<Choices>)}
          />
        ))}
        <Select
          label="numbers"
          value={String(settings.figures)}
          options={figuresNames.map(({ value, name }) => [String(value), name] as const)}
          onChange={(value) => change({ figures: figuresNames.find((it) => String(it.value) === value)?.value })}
        />
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <Asking />
        <span className="ml-auto flex flex-wrap gap-2">
          <Button
            className="text-xs"
            onClick={() =>
              likeEverywhere(
                Object.fromEntries(Object.keys(schoolChoices).map((name) => [name, settings[name as keyof Choices]])),
              )
            }
          >
            Make this my usual way
          </Button>
          <Button
            className="text-xs"
            onClick={() =>
              choose({
                ...Object.fromEntries(Object.keys(schoolChoices).map((name) => [name, undefined])),
                ways: undefined,
              })
            }
          >
            Back to my usual way
          </Button>
        </span>
      </div>
    </section>
  )
}
