import type { Bench } from '../tolerance'
import type { HiddenFault, Truth } from './truth'

/** What a person says is wrong. */
export type Claim =
  | { readonly fault: 'none' }
  | { readonly fault: 'open' | 'shorted' | 'value'; readonly part: number }
  | { readonly fault: 'swapped'; readonly part: number; readonly other: number }
  | { readonly fault: 'bridged'; readonly nodes: readonly [number, number] }

/** `part` where the right part was named with the wrong fault; `half` where there is another fault too. */
export type ClaimVerdict = 'right' | 'half' | 'part' | 'wrong'

/** Judges what was claimed against what is hidden. A short of the only part between two nodes is a bridge there too. */
export function judgeClaim({ built }: Bench, { faults }: Truth, claim: Claim): ClaimVerdict {
  const { wiring } = built
  if (faults.length === 0 || claim.fault === 'none')
    return faults.length === 0 && claim.fault === 'none' ? 'right' : 'wrong'
  const between = (part: number): readonly [number, number] => [wiring.from[part], wiring.to[part]]
  const isSame = (a: readonly number[], b: readonly number[]) => [...a].sort().join() === [...b].sort().join()
  const nodesOf = (fault: HiddenFault | Claim) =>
    fault.fault === 'bridged' ? fault.nodes : fault.fault === 'shorted' ? between(fault.part) : null
  const partsOf = (fault: HiddenFault | Claim) =>
    fault.fault === 'swapped' ? [fault.part, fault.other] : 'part' in fault ? [fault.part] : []
  const isRight = (hidden: HiddenFault) => {
    const [a, b] = [nodesOf(hidden), nodesOf(claim)]
    if (a && b) return isSame(a, b)
    const code = hidden.fault === 'joint' ? 'value' : hidden.fault
    return code === claim.fault && isSame(partsOf(hidden), partsOf(claim))
  }
  if (faults.some(isRight)) return faults.length > 1 ? 'half' : 'right'
  return faults.some((hidden) => partsOf(hidden).some((part) => partsOf(claim).includes(part))) ? 'part' : 'wrong'
}
