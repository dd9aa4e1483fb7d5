'use client'

import { DropdownMenu } from 'radix-ui'
import { Check, SlidersHorizontal } from 'lucide-react'
import { useTheme } from 'next-themes'
import type { ReactNode } from 'react'
import { Button } from './Button'
import { MenuPanel } from './MenuItem'
import { figuresNames, useSettings } from './settings'

/** How sheets look: figures, symbols, theme. */
export function ViewMenu() {
  const { settings, change } = useSettings()
  const { theme = 'system', setTheme } = useTheme()
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button look="bar" aria-label="How it looks">
          <SlidersHorizontal size={15} aria-hidden />
        </Button>
      </DropdownMenu.Trigger>
      <MenuPanel>
        <Choice
          label="Figures shown"
          value={String(settings.figures)}
          onChange={(value) => change({ figures: figuresNames.find((it) => String(it.value) === value)?.value ?? 4 })}
        >
          {figuresNames.map(({ value, name }) => (
            <Option key={name} value={String(value)} name={name} />
          ))}
        </Choice>
        <Choice
          label="Resistor symbol"
          value={settings.symbols}
          onChange={(value) => change({ symbols: value === 'box' ? 'box' : 'zigzag' })}
        >
          <Option value="zigzag" name="zigzag" />
          <Option value="box" name="box" />
        </Choice>
        <Choice
          label="Nodes"
          value={settings.nodes}
          onChange={(value) => change({ nodes: value === 'letters' ? 'letters' : 'numbers' })}
        >
          <Option value="numbers" name="1 2 3" />
          <Option value="letters" name="A B C" />
        </Choice>
        <Choice
          label="Sheets"
          value={settings.form}
          onChange={(value) => change({ form: value === 'loop' ? 'loop' : 'line' })}
        >
          <Option value="line" name="a line from + to −" />
          <Option value="loop" name="a loop, the source at the left" />
        </Choice>
        <Choice
          label="Single letters as keys"
          value={settings.letters ? 'on' : 'off'}
          onChange={(value) => change({ letters: value === 'on' })}
        >
          <Option value="on" name="on" />
          <Option value="off" name="off" />
        </Choice>
        <Choice label="Theme" value={theme} onChange={setTheme}>
          <Option value="system" name="as the system" />
          <Option value="light" name="light" />
          <Option value="dark" name="dark" />
        </Choice>
      </MenuPanel>
    </DropdownMenu.Root>
  )
}

function Choice({
  label,
  value,
  onChange,
  children,
}: {
  readonly label: string
  readonly value: string
  readonly onChange: (value: string) => void
  readonly children: ReactNode
}) {
  return (
    <>
      <DropdownMenu.Label className="px-2 pt-1.5 text-xs text-soft">{label}</DropdownMenu.Label>
      <DropdownMenu.RadioGroup value={value} onValueChange={onChange} aria-label={label}>
        {children}
      </DropdownMenu.RadioGroup>
    </>
  )
}

function Option({ value, name }: { readonly value: string; readonly name: string }) {
  return (
    <DropdownMenu.RadioItem
      value={value}
      onSelect={(event) => event.preventDefault()}
      className="flex cursor-pointer items-center gap-2 rounded px-2 py-1 outline-none data-highlighted:bg-chosen-wash"
    >
      <span className="w-4">
        <DropdownMenu.ItemIndicator>
          <Check size={14} aria-hidden />
        </DropdownMenu.ItemIndicator>
      </span>
      {name}
    </DropdownMenu.RadioItem>
  )
}
