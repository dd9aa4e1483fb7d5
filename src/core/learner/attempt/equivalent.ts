import { float } from '../../number'
import { equivalent } from '../../structure'

/** The equivalent of resistances in series or in parallel, in ohms. */
export function equivalentOf(kind: 'series' | 'parallel', values: readonly number[]): number {
  return equivalent(kind, [...values.keys()], values, float)
}
