import { unreadNotes, type Network, type Problem } from '../../network'
import { wire, type Finding } from '../../structure'
import { builtOf, type Built } from './built'
import { modelOf, type Model } from './model'

/** A network that has values to be measured. */
export interface Bench {
  readonly built: Built
  readonly model: Model
  /** Whether a part's `to` is its end nearer to +, by part index. */
  readonly turned: readonly boolean[]
  readonly findings: readonly Finding[]
}

export type FoundBench = (Bench & { readonly ok: true }) | { readonly ok: false; readonly problems: readonly Problem[] }

/**
 * A network as it stands on a bench, with its tolerances and ratings.
 *
 * @returns what readings and spreads are worked out from; or problems where there is nothing to be measured: a part without value,
 *   nothing closed
 */
export function benchOf(network: Network): FoundBench {
  const wiring = wire(network)
  const refuse = (part: string | null, field: string, message: string): FoundBench => ({
    ok: false,
    problems: [{ part, field, message }],
  })
  const built = builtOf(network, wiring)
  if (!built) {
    const { live } = wiring
    const open = live.map((part) => network.parts[part]).find((part) => part.kind === 'resistor' && !part.resistance)
    return refuse(open?.name ?? null, 'resistance', 'it has no value yet, so nothing can be told of what is measured')
  }
  const supply = network.parts[wiring.supply].name
  const stopping = wiring.findings.find(({ code }) => code === 'shorted-supply' || code === 'open-supply')
  const model = modelOf(built)
  if (!model) return refuse(supply, 'parts', stopping?.message ?? 'no current flows')
  const { drive } = built
  if (drive.at === 'resistor' && drive.leaf < 0)
    return refuse(
      network.known?.part ?? null,
      'known',
      'it carries no current whatever the source gives, so the supply cannot be found from it',
    )
  const { equivalent, supply: current, voltage } = model.run(built.resistance)
  if (!(equivalent > 0)) return refuse(supply, 'parts', 'it is shorted by zero ohms: nothing can be divided by them')
  if (!Number.isFinite(current))
    return refuse(network.known?.part ?? null, 'known', 'the supply cannot be found from what is known')
  const turned = network.parts.map((_, part) => {
    const leaf = wiring.live.indexOf(part)
    return leaf >= 0 && model.turn[leaf] * voltage[leaf] < 0
  })
  return { ok: true, built, model, turned, findings: [...wiring.findings, ...unreadNotes(network)] }
}
