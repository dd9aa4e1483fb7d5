/**
 * In: which value is wanted of an element, and the groups around it. Out: every way to it, each with what it needs, its
 * number, its formula and its words. Textbooks: “Ohm's law and the divider rules”, “product over sum”.
 */
import type { Quantity } from '../../number'
import type { Method, Surroundings } from './method'
import { parallelMethods, resistanceMethods } from './resistance'
import { valueMethods } from './values'

export { I, P, R, sharedIn, surroundingsOf, V, type Method, type Need, type Sign, type Surroundings } from './method'

/** Every method by its name, in the order in which they are offered. */
export const methods = { ...resistanceMethods, ...valueMethods } satisfies Readonly<Record<string, Method>>

export type MethodName = keyof typeof methods
export type ParallelChoice = keyof typeof parallelMethods

/** A method that applies, with the sets of values of which each is enough. */
export interface Applicable {
  readonly name: MethodName
  readonly method: Method
  readonly needs: ReturnType<Method['needs']>
}

const all = Object.entries(methods) as [MethodName, Method][]
const finding = (quantity: Quantity) => all.filter(([, { finds }]) => finds.includes(quantity))
const byQuantity = {
  resistance: finding('resistance'),
  voltage: finding('voltage'),
  current: finding('current'),
  power: finding('power'),
}

/**
 * Every method that can find a value of an element, as they are offered.
 *
 * @param choice only those that are chosen by this name
 */
export function methodsFor(quantity: Quantity, element: number, around: Surroundings, choice?: string): Applicable[] {
  const found: Applicable[] = []
  for (const [name, method] of byQuantity[quantity]) {
    if (choice !== undefined && method.choice !== choice) continue
    const needs = method.needs(quantity, element, around)
    if (needs.length > 0) found.push({ name, method, needs })
  }
  return found
}
