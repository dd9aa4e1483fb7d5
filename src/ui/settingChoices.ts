import { figuresNames } from './settings'
import type { Settings } from './settingsCookie'

/** One choice of how things look, with what people call it. */
interface SettingChoice {
  readonly setting: 'figures' | 'symbols' | 'nodes' | 'form' | 'letters'
  readonly label: string
  readonly also: string
  readonly options: readonly { readonly value: Settings[SettingChoice['setting']]; readonly name: string }[]
  /** The key that goes on to the next value, where single keys act everywhere. */
  readonly keys?: string
}

/** How everything looks, the usual first; the theme is kept by itself. */
export const settingChoices: readonly SettingChoice[] = [
  { setting: 'figures', label: 'Figures', also: 'digits decimals rounding precision number', options: figuresNames },
  {
    setting: 'symbols',
    label: 'Resistor symbol',
    also: 'picture shape',
    keys: 'b',
    options: [
      { value: 'zigzag', name: 'zigzag' },
      { value: 'box', name: 'box' },
    ],
  },
  {
    setting: 'nodes',
    label: 'Node labels',
    also: 'points junctions names',
    keys: 'a',
    options: [
      { value: 'numbers', name: '1 2 3' },
      { value: 'letters', name: 'A B C' },
    ],
  },
  {
    setting: 'form',
    label: 'Sheets',
    also: 'redraw picture',
    keys: 'l',
    options: [
      { value: 'line', name: 'a line from + to −' },
      { value: 'loop', name: 'a loop with the source at the left' },
    ],
  },
  {
    setting: 'letters',
    label: 'Single keys everywhere',
    also: 'shortcuts letters keyboard',
    options: [
      { value: false, name: 'off' },
      { value: true, name: 'on' },
    ],
  },
]

export const themes = [
  { value: 'system', name: 'as the system' },
  { value: 'light', name: 'light' },
  { value: 'dark', name: 'dark' },
] as const
