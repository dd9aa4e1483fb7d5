import { quantityOf, type View } from '../plan'
import { letterOf } from '../../number'
import { listed } from '../../structure'
import { disagrees, type JudgedReading, type LaidReading } from '../readings'
import type { Hypothesis } from './format'
import { groupsOf, groupText } from './groups'

/** The one verdict on all readings together, in words, and what it rests on. */
export interface Conclusion {
  /**
   * `well` where all agree and nothing is found wrong; `fault` where one explains them; `beyond` where a reading does not agree
   * and no fault explains it better than tolerances do; `unexplained` where no single fault does; `open` where there is too
   * little, or something that no reading touches.
   */
  readonly is: 'well' | 'open' | 'fault' | 'beyond' | 'unexplained'
  readonly text: string
  readonly rests: string
}

interface Known {
  readonly fits: boolean
  readonly tooLittle: boolean
  /** Parts that no reading says anything of. */
  readonly untouched: readonly number[]
}

/** How many names stand in a sentence. */
const mostNamed = 6

/**
 * Concludes from the verdicts on the readings and from the hypotheses, so that they never speak against each other.
 *
 * @param hypotheses the most probable first
 */
export function conclusionOf(
  { bench }: View,
  laid: readonly LaidReading[],
  judged: readonly JudgedReading[],
  hypotheses: readonly Hypothesis[],
  { fits, tooLittle, untouched }: Known,
): Conclusion {
  const { network } = bench.built
  const count = judged.length
  const [group] = groupsOf(hypotheses)
  const [best] = group.members
  const naming = (indices: readonly number[]) =>
    listed(
      indices.map((i) => nameOf(laid[i])),
      mostNamed,
    )
  const off = judged.flatMap((it, i) => (disagrees(it) ? [i] : []))
  const edges = judged.flatMap(({ verdict, edge }, i) => (verdict === 'agrees' && edge ? [i] : []))
  const readings = `${count} reading${count === 1 ? '' : 's'}`
  const doNot = `${naming(off)} ${off.length === 1 ? 'does' : 'do'} not agree`
  if (tooLittle) {
    if (off.length > 0) return { is: 'beyond', text: doNot, rests: 'Why, one reading alone does not tell.' }
    return { is: 'open', text: 'Too little for a verdict', rests: 'One reading alone tells little.' }
  }
  if (!fits)
    return {
      is: 'unexplained',
      text: 'No single fault explains these readings',
      rests: `${off.length > 0 ? `${doNot}. ` : 'Each is possible by itself, together they are not. '}Two things are wrong, or a reading is: measure again what does not agree.`,
    }
  if (best.fault !== 'none')
    return {
      is: 'fault',
      text: groupText(group),
      rests: `It explains ${best.explains === best.of ? `all ${readings}` : `${best.explains} of ${readings}`}${off.length > 0 ? `; with nothing wrong ${doNot}` : '; each is within its limits, but together they speak for it'}.`,
    }
  if (off.length > 0)
    return {
      is: 'beyond',
      text: doNot,
      rests: `The other ${count - off.length} of ${readings} agree${count - off.length === 1 ? 's' : ''}, and no fault explains all of them better.`,
    }
  const silent = judged.filter(({ verdict }) => verdict === 'unknown').length
  const agree =
    silent === 0 ? `All ${readings} agree.` : `${count - silent} of ${readings} agree, the others tell nothing.`
  const edge = edges.length > 0 ? ` At the edge of its tolerance: ${naming(edges)}.` : ''
  if (untouched.length > 0)
    return {
      is: 'open',
      text: 'Nothing is found wrong so far',
      rests: `${agree}${edge} Not measured yet, so nothing is said of it: ${listed(
        untouched.map((part) => network.parts[part].name),
        mostNamed,
      )}.`,
    }
  return { is: silent === count ? 'open' : 'well', text: 'Nothing is found wrong', rests: `${agree}${edge}` }
}

/** A reading as a formula has it: `V(R2)`, `R(R1)`, `I(E1)`. */
function nameOf({ reading: { measurement }, probe }: LaidReading): string {
  return `${letterOf[quantityOf(probe)]}(${'between' in measurement ? measurement.between.join(', ') : measurement.of})`
}
