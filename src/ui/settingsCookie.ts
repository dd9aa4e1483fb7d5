import * as yup from 'yup'
import type { Form } from '@/core'
import type { Naming } from '@/core/nodes'
import type { Figures } from '@/core/quantity'

export interface Settings {
  /** Significant figures shown, or fractions. */
  readonly figures: Figures
  readonly symbols: 'zigzag' | 'box'
  /** How nodes are labelled that have no label of their own. */
  readonly nodes: Naming
  /** Whether sheets are lines, or close the loop with the source at the left. */
  readonly form: Form
  /** Whether the parts list is open. */
  readonly parts: boolean
  /** Whether single letters are keys; who speaks to the computer, or slips easily, turns them off. */
  readonly letters: boolean
}

export const settingsCookie = 'nodrel-settings'

const shape = yup.object({
  figures: yup.mixed<Figures>().oneOf(['fraction', 3, 4, 6]).default(4),
  symbols: yup
    .string()
    .oneOf(['zigzag', 'box'] as const)
    .default('zigzag'),
  nodes: yup
    .string()
    .oneOf(['numbers', 'letters'] as const)
    .default('numbers'),
  form: yup
    .string()
    .oneOf(['line', 'loop'] as const)
    .default('line'),
  parts: yup.boolean().default(false),
  letters: yup.boolean().default(true),
})

/** The settings in a cookie's text; the usual ones where it is missing or makes no sense. */
export function readSettings(text: string | undefined): Settings {
  try {
    return shape.validateSync(JSON.parse(decodeURIComponent(text ?? '{}')), { strict: false }) as Settings
  } catch {
    return shape.getDefault() as Settings
  }
}
