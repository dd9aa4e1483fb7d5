import type { Form } from '@/core/picture'
import type { School } from '@/core/network'
import type { Naming } from '@/core/structure'

/** How a person likes worksheets to be done, and everything to look. */
export interface Settings extends School {
  readonly symbols: 'zigzag' | 'box'
  /** How nodes are labelled that have no label of their own. */
  readonly nodes: Naming
  /** Whether sheets are lines, or close the loop with the source at the left. */
  readonly form: Form
  /** Whether the logbook shows cards with drawings, or a line for each network. */
  readonly logbook: 'cards' | 'list'
  /** Whether single letters and digits are keys everywhere, not only where the focus is (WCAG 2.2, 2.1.4). */
  readonly letters: boolean
}

export const settingsCookie = 'nodrel-settings'
