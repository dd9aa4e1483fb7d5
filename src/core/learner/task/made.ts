import { pointName, type Peg } from '../../entry'
import type { AskedQuantity, NetworkDocument, PartDocument } from '../../network'
import type { Quantity } from '../../number'
import { isApart } from './apart'
import { chanceOf, type Chance } from './chance'
import type { Dials } from './code'
import { layDisguised } from './disguise'
import { keyOf, straighten, type Laid } from './solution'
import { endsOf, groupsOf, partsIn, pieceOf, type Piece, growShape } from './shape'
import { layBent, layStraight } from './plain'
import { realValues, sizeOf, tidyValues, ugliness, written, type Values } from './values'

/** A network made for a task, before it is asked whether its slips can be told apart. */
interface Made {
  readonly document: NetworkDocument
  /** What is asked for; empty for everything. */
  readonly goal: readonly AskedQuantity[]
}

/** How often tidy values are tried on a shape, and how many that came out are compared. */
const tries = 400
const compared = 10

/**
 * A network as the dials say, from the seed; null where this attempt at it did not come out.
 *
 * @param attempt counts attempts at the same task, from 0
 */
export function makeNetwork(dials: Dials, seed: number, attempt: number, title: string): Made | null {
  const chance = chanceOf(seed, attempt)
  const piece = pieceOf(growShape(dials, chance), dials, chance)
  const zero = dials.special === 'placeholder' ? placeholder(piece, chance) : null
  const values = valuesOf(piece, zero, dials, chance)
  if (!values) return null
  const { ends, nodes } = endsOf(piece)
  // What is drawn in order is numbered in order; a disguise would be told by its numbers.
  const numbers = ends.map((_, i) => i + 1)
  const names = (dials.picture === 'disguised' ? chance.shuffled(numbers) : numbers).map((number) => `R${number}`)
  const asked = whatIsAsked(piece, zero, names, values, dials, chance)
  const wanted = asked.goal.map(({ quantity, of }) => ({ quantity: quantity as Quantity, part: names.indexOf(of) }))
  if (!isApart(piece, values.resistances.map(sizeOf), wanted[0] ?? null)) return null
  const laid =
    dials.picture === 'straight'
      ? layStraight(piece)
      : dials.picture === 'bent'
        ? layBent(piece, chance)
        : layDisguised(ends, nodes, chance)
  if (!laid) return null
  const document: NetworkDocument = {
    format: 'nodrel-network',
    version: 1,
    title,
    ...drawn(laid, (between) => partsOf(names, values, dials, between)),
    ...asked.known,
    ...(asked.goal.length > 0 ? { worksheet: { asked: asked.goal } } : {}),
  }
  return { document, goal: asked.goal }
}

/** What stands for the supply: its name. */
const source = 'E1'
const terminals = 'T1'

function valuesOf(piece: Piece, zero: number | null, dials: Dials, chance: Chance): Values | null {
  if (dials.numbers === 'real') return realValues(piece, zero, dials, chance)
  const found: Values[] = []
  for (let i = 0; i < tries && found.length < compared; i++) {
    const values = tidyValues(piece, zero, dials, chance)
    if (values) found.push(values)
  }
  return found.reduce<Values | null>((best, it) => (best && ugliness(best) <= ugliness(it) ? best : it), null)
}

/** A part on a path, which becomes a placeholder of 0 Ω; the shape has one. */
function placeholder(piece: Piece, chance: Chance): number {
  const parts = groupsOf(piece)
    .filter(({ kind }) => kind === 'series')
    .flatMap(({ members }) => members.flatMap((member) => (member.kind === 'part' ? [member.part] : [])))
  return chance.any(parts)
}

/** Parts that carry nothing. */
function loose(piece: Piece): number[] {
  if ('members' in piece) return piece.members.flatMap(loose)
  return piece.kind === 'shorted' || piece.kind === 'stub' ? [piece.part] : []
}

/** The supply and the resistors, in the order of their numbers. */
function partsOf(
  names: readonly string[],
  { resistances, voltage }: Values,
  { given }: Dials,
  between: (part: number | 'source') => readonly [string, string],
): PartDocument[] {
  const [plus, minus] = between('source')
  const supply: PartDocument =
    given === 'terminals'
      ? { name: terminals, kind: 'terminals', from: plus, to: minus }
      : {
          name: source,
          kind: 'source',
          from: plus,
          to: minus,
          ...(given === 'voltage' ? { voltage: written(voltage, 'voltage') } : {}),
        }
  const byNumber = [...names.keys()].sort((a, b) => Number(names[a].slice(1)) - Number(names[b].slice(1)))
  return [
    supply,
    ...byNumber.map((part): PartDocument => {
      const [from, to] = between(part)
      return { name: names[part], kind: 'resistor', from, to, resistance: written(resistances[part], 'resistance') }
    }),
  ]
}

/** Parts as they lie in a picture, the wires between them, and where every point is. */
function drawn(
  laid: Laid,
  parts: (between: (part: number | 'source') => readonly [string, string]) => PartDocument[],
): Pick<NetworkDocument, 'parts' | 'sketch'> {
  const pins = [...laid.source, ...[...laid.parts.values()].flat()]
  const wires = laid.wires.flatMap((own) => straighten(own, pins))
  const points = new Map<string, { readonly name: string; readonly peg: Peg }>()
  for (const peg of [...pins, ...wires.flat()])
    if (!points.has(keyOf(peg))) points.set(keyOf(peg), { name: pointName(points.size), peg })
  const at = (peg: Peg) => points.get(keyOf(peg))?.name ?? ''
  const ends = (of: readonly Peg[]) => [at(of[0]), at(of[1])] as const
  return {
    parts: [
      ...parts((part) => ends(part === 'source' ? laid.source : (laid.parts.get(part) ?? laid.source))),
      ...wires.map((wire, i): PartDocument => {
        const [from, to] = ends(wire)
        return { name: `W${i + 1}`, kind: 'wire', from, to }
      }),
    ],
    sketch: {
      points: Object.fromEntries([...points.values()].map(({ name, peg }) => [name, [peg.x, peg.y] as const])),
    },
  }
}

/** What is known besides the resistors and a source's voltage, and what is asked for. */
function whatIsAsked(
  piece: Piece,
  zero: number | null,
  names: readonly string[],
  values: Values,
  { given, asked, special }: Dials,
  chance: Chance,
): { readonly known: Pick<NetworkDocument, 'known'>; readonly goal: readonly AskedQuantity[] } {
  const live = partsIn(piece).filter((part) => part !== zero && !loose(piece).includes(part))
  const part = chance.any(live)
  const told = knownOf(part, chance.any(['voltage', 'current'] as const))
  const known = told ? { known: told } : {}
  if (given === 'terminals' || special === 'bridge' || asked === 'all') return { known, goal: [] }
  const others = live.filter((it) => given !== 'inside' || it !== part)
  if (asked === 'source' || others.length === 0)
    return { known, goal: [{ quantity: given === 'voltage' ? 'current' : 'voltage', of: source }] }
  const quantity = chance.any(['current', 'voltage', 'current', 'voltage', 'power'] as const)
  return { known, goal: [{ quantity, of: names[chance.any(others)] }] }

  function knownOf(inside: number, quantity: 'voltage' | 'current'): NetworkDocument['known'] | null {
    if (given === 'voltage' || given === 'terminals') return null
    if (given === 'current')
      return {
        part: source,
        quantity: 'current',
        value: values.current ? written(values.current, 'current') : currentFor(),
      }
    const tidy = values.inside[inside]
    return {
      part: names[inside],
      quantity,
      value: tidy ? written(tidy[quantity], quantity) : quantity === 'voltage' ? voltFor() : currentFor(),
    }
  }

  /** A usual current: so that a resistance of the network's size has some volts across it. */
  function currentFor(): string {
    const size = Math.max(...values.resistances.map(sizeOf))
    let power = 0
    while (size * 10 ** power > 8) power--
    return written({ digits: chance.any([12, 15, 18, 20, 24, 25, 30, 36, 40]), power: power - 1 }, 'current')
  }
  function voltFor(): string {
    return written({ digits: chance.any([12, 15, 18, 22, 25, 33, 36, 45, 48]), power: -1 }, 'voltage')
  }
}
