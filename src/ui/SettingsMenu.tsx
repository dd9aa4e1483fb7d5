'use client'

import { DropdownMenu } from 'radix-ui'
import { Check, SlidersHorizontal } from 'lucide-react'
import { useTheme } from 'next-themes'
import { useMemo } from 'react'
import { Button } from './Button'
import { Commands, type Command } from './commands'
import { MenuItem, MenuPanel } from './MenuItem'
import { usePalette } from './palette'
import { settingChoices, themes } from './settingChoices'
import { useSettings } from './settings'
import { saidRun } from './toast'

/** The commands of all settings: each value is found by its name; a key goes on to the next. */
function useSettingCommands(): readonly Command[] {
  const { settings, change } = useSettings()
  const { theme = 'system', setTheme } = useTheme()
  return useMemo(
    () => [
      { name: 'Settings', also: 'options preferences look view', run: () => usePalette.setState({ open: 'settings' }) },
      ...settingChoices.flatMap(({ setting, label, also, options, keys }) => {
        const at = options.findIndex(({ value }) => value === settings[setting])
        return options.map(({ value, name }, i) => {
          const text = `${label}: ${name}`
          const isNext = i === (at + 1) % options.length
          return {
            name: text,
            also,
            run: saidRun(
              text,
              () => change({ [setting]: value }),
              () => change({ [setting]: settings[setting] }),
            ),
            ...(isNext && { keys }),
          }
        })
      }),
      ...themes.map(({ value, name }, i) => ({
        name: `Theme: ${name}`,
        also: 'colour mode night look',
        run: saidRun(
          `Theme: ${name}`,
          () => setTheme(value),
          () => setTheme(theme),
        ),
        ...((theme === 'dark' ? i === 1 : i === 2) && { keys: 'd' }),
      })),
    ],
    [settings, change, theme, setTheme],
  )
}

/** How everything looks: figures, symbols, labels, keys, theme. */
export function SettingsMenu() {
  const { settings, change } = useSettings()
  const { theme = 'system', setTheme } = useTheme()
  const open = usePalette((it) => it.open === 'settings')
  return (
    <DropdownMenu.Root open={open} onOpenChange={(opens) => usePalette.setState({ open: opens ? 'settings' : null })}>
      <Commands group="Settings" list={useSettingCommands()} />
      <DropdownMenu.Trigger asChild>
        <Button look="bar" aria-label="Settings">
          <SlidersHorizontal size={15} aria-hidden />
        </Button>
      </DropdownMenu.Trigger>
      <MenuPanel>
        <div className="sm:hidden">
          <MenuItem text="Help" onSelect={() => setTimeout(() => usePalette.setState({ open: 'help' }))} />
        </div>
        {settingChoices.map(({ setting, label, options }) => (
          <Choice
            key={setting}
            label={label}
            options={options.map(({ value, name }) => ({ value: String(value), name }))}
            value={String(settings[setting])}
            onChange={(text) => {
              const chosen = options.find(({ value }) => String(value) === text)
              if (chosen) change({ [setting]: chosen.value })
            }}
          />
        ))}
        <Choice label="Theme" options={themes} value={theme} onChange={setTheme} />
      </MenuPanel>
    </DropdownMenu.Root>
  )
}

function Choice({
  label,
  options,
  value,
  onChange,
}: {
  readonly label: string
  readonly options: readonly { readonly value: string; readonly name: string }[]
  readonly value: string
  readonly onChange: (value: string) => void
}) {
  return (
    <>
      <DropdownMenu.Label className="px-2 pt-1.5 text-xs text-soft">{label}</DropdownMenu.Label>
      <DropdownMenu.RadioGroup value={value} onValueChange={onChange} aria-label={label}>
        {options.map((option) => (
          <DropdownMenu.RadioItem
            key={option.value}
            value={option.value}
            onSelect={(event) => event.preventDefault()}
            className="flex cursor-pointer items-center gap-2 rounded px-2 py-1 outline-none data-highlighted:bg-chosen-wash"
          >
            <span className="w-4">
              <DropdownMenu.ItemIndicator>
                <Check size={14} aria-hidden />
              </DropdownMenu.ItemIndicator>
            </span>
            {option.name}
          </DropdownMenu.RadioItem>
        ))}
      </DropdownMenu.RadioGroup>
    </>
  )
}
