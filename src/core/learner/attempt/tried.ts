import type { Network } from '../../network'
import { workOut, type Worksheet } from '../../worksheet'

/**
 * A network as an attempt is judged by: worked out exactly and whole, though only some of it is asked for.
 *
 * @returns null where it is refused
 */
export function triedWorksheet(
  network: Network,
  choices: Worksheet['choices'],
  naming: Worksheet['naming'],
): Worksheet | null {
  const { names, order, begin } = choices
  const exact = workOut(network, { nodes: naming, choices: { names, order, begin, asked: [] } })
  return 'problems' in exact ? null : { ...exact, choices: { ...choices, outward: false, carry: 'exact' } }
}
