'use client'

import clsx from 'clsx'
import { Tabs } from 'radix-ui'
import { schoolChoices, type School as Choices } from '@/core/network'
import type { Example, Examples } from '@/core/worksheet'
import { Radios } from '@/ui/controls'
import { barred } from '@/ui/Barred'
import { Button } from '@/ui/Button'
import { Formula } from '@/ui/Formula'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { schoolTexts, schoolWords } from '@/ui/schoolTexts'
import { useSettings } from '@/ui/settings'
import { Asking } from './Asking'
import { NamedWays } from './NamedWays'
import { useExamples } from './useExamples'

/** The choices in groups, as they are looked for. */
export const schoolGroups = {
  reducing: ['order', 'begin', 'names', 'parallel', 'beyond'],
  expanding: ['expand', 'divider', 'rest', 'branches', 'power', 'outward'],
  numbers: ['figures', 'depth', 'carry', 'keys'],
  looks: ['how', 'letter', 'flow'],
} as const satisfies Readonly<Record<string, readonly (keyof Choices)[]>>

type Group = keyof typeof schoolGroups
const groups = Object.keys(schoolGroups) as Group[]
const allChoices = Object.keys(schoolChoices) as (keyof Choices)[]

const tab =
  'min-h-7 rounded-t border-b-2 border-transparent px-3 font-semibold text-soft hover:text-ink data-[state=active]:border-chosen data-[state=active]:text-ink'

/** How this network's worksheet is done: every choice with what it writes here, each changing what stands below. */
export function School() {
  const { choose, likeEverywhere } = useOpenNetwork()
  const { settings } = useSettings()
  const school = Object.fromEntries(allChoices.map((name) => [name, settings[name]])) as unknown as Choices
  return (
    <div className="text-xs" data-school>
      <Tabs.Root defaultValue="reducing">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line">
          <Tabs.List aria-label="Choices of" className="flex flex-wrap">
            {groups.map((group) => (
              <Tabs.Trigger key={group} value={group} className={tab}>
                {group}
              </Tabs.Trigger>
            ))}
            <Tabs.Trigger value="ways" className={tab}>
              saved methods
            </Tabs.Trigger>
          </Tabs.List>
          <span className="ml-auto flex flex-wrap gap-2 pb-1">
            <Button className="!min-h-7 text-xs" onClick={() => likeEverywhere(school)}>
              Make this my usual method
            </Button>
            <Button
              className="!min-h-7 text-xs"
              onClick={() =>
                choose({ ...Object.fromEntries(allChoices.map((name) => [name, undefined])), ways: undefined })
              }
            >
              Back to my usual method
            </Button>
          </span>
        </div>
        {groups.map((group) => (
          <Tabs.Content key={group} value={group} className="pt-2 outline-none">
            <ChoiceGroup group={group} />
          </Tabs.Content>
        ))}
        <Tabs.Content value="ways" className="pt-2 outline-none">
          <NamedWays school={school} />
        </Tabs.Content>
      </Tabs.Root>
      <div className="mt-2 border-t border-line pt-2">
        <Asking />
      </div>
    </div>
  )
}

function ChoiceGroup({ group }: { readonly group: Group }) {
  const { worked, walk } = useOpenNetwork()
  const { settings, change } = useSettings()
  // While it is tried nothing tells a result.
  const examples = useExamples(walk.mode === 'try' ? null : worked.worksheet, schoolGroups[group], settings.figures)
  return (
    <div className="grid gap-y-3">
      {schoolGroups[group].map((name) => (
        <Choice
          key={name}
          name={name}
          value={settings[name]}
          examples={examples.get(name)}
          onChange={(value) => change({ [name]: value } as Partial<Choices>)}
        />
      ))}
    </div>
  )
}

/** One choice, each of its values with what it writes; greyed with the reason where all of them write the same. */
function Choice({
  name,
  value: chosen,
  examples,
  onChange,
}: {
  readonly name: keyof Choices
  readonly value: string | number
  /** null where it changes nothing; undefined where that is not known. */
  readonly examples: Examples | undefined
  readonly onChange: (value: string | number) => void
}) {
  const { label, same } = schoolWords[name]
  const texts: Readonly<Record<string, string>> = schoolTexts[name]
  const isSame = examples === null
  return (
    <fieldset data-school-choice={name} className="min-w-0">
      <legend className="font-semibold">{label}</legend>
      {isSame && <p className="text-soft">changes nothing here: {same}</p>}
      <Radios
        label={label}
        value={String(chosen)}
        options={schoolChoices[name].map((value) => ({
          value: String(value),
          name: (
            <>
              <span className="shrink-0">{texts[value]}</span>
              {examples?.[value] && <Written example={examples[value]} />}
            </>
          ),
        }))}
        onChange={(text) => {
          const value = schoolChoices[name].find((it) => String(it) === text)
          if (value !== undefined) onChange(value)
        }}
        className={clsx(isSame && 'text-soft')}
      />
    </fieldset>
  )
}

/** A small example of what a choice writes. */
function Written({ example }: { readonly example: Example }) {
  const { figures } = useSettings().settings
  return (
    <span className="max-h-12 min-w-0 flex-1 overflow-hidden text-right text-soft" data-example>
      {'words' in example
        ? barred(example.words)
        : example.formulas.map((formula, i) => (
            <span key={i} className="ml-3 inline-block">
              <Formula tokens={formula} figures={figures} />
            </span>
          ))}
    </span>
  )
}
