import { unitOf, type Amount, type Arithmetic, type Quantity } from '../../number'
import { knownOf, type Choices, type Known, type Network, type Problem } from '../../network'
import { outwardFrom, type Stage, type Stages, type Step, type Wiring } from '../../structure'
import { carriesNothing, knownProblem, openProblem } from '../../solution'
import { I, methodsFor, P, R, sharedIn, V } from '../method'
import { createDraft, type Derivation, type Line, type Section } from './draft'
import { carryBack, placeExchanged } from './exchange'
import { findPotentials, nodesBehind, findReadings } from './readings'

export type Derived<N> =
  | {
      readonly ok: true
      readonly derivation: Derivation
      /** How a number is written: once for all places where it stands. */
      readonly amountOf: (value: N) => Amount
    }
  | { readonly ok: false; readonly problem: Problem }

type Started =
  | { readonly ok: true; readonly outwardPath: readonly number[] }
  | { readonly ok: false; readonly problem: Problem }

/**
 * Works out every value of a worksheet, line by line, each by the method that the person takes: down through the
 * resistances, over the supply (or outward from what is known of a resistor), and up again, through every exchange.
 *
 * @param keyOf how a document names an element, for ways that were chosen for single values
 * @returns a problem only where what is known contradicts the network
 */
export function derive<N>(
  network: Network,
  wiring: Wiring,
  stages: Stages,
  choices: Choices,
  arithmetic: Arithmetic<N>,
  keyOf: (element: number) => string,
): Derived<N> {
  const { elements } = stages
  const draft = createDraft(stages, arithmetic)
  const { around, by, enters, found, give, isFound, isUndefined, leaveOpen, numberOf, ohm, put } = draft
  const hasWays = Object.keys(choices.ways).length > 0
  const last = stages.stages[stages.stages.length - 1]
  const whole = last.left.length === 1 ? last.left[0] : null

  goDown()
  const supply = network.parts[wiring.supply]
  const done = (
    top: number | null,
    outwardPath: readonly number[],
    readings: Derivation['readings'] = [],
  ): Derived<N> => ({
    ok: true,
    amountOf: draft.amountOf,
    derivation: { ...draft.read(), whole, supply: top, outwardPath, readings },
  })
  const isOpen = last.left.length === 0 && wiring.start !== wiring.finish
  if (supply.kind === 'terminals' || (whole === null ? !isOpen : elements[whole].isZero)) return done(null, [])
  const known = knownOf(network)
  if (!known) throw new Error('a source without voltage or known quantity is refused by its reader')
  const started = whole === null ? openSupply(known) : findSupply(known, whole)
  if (!started.ok) return started
  if (whole !== null) {
    goUp()
    findPowers()
  }
  const top = whole ?? elements.length
  const behind = nodesBehind(draft, wiring, top)
  findPotentials(draft, wiring, behind)
  const asked = new Set(choices.asked.map(({ of }) => of))
  return done(top, started.outwardPath, findReadings(draft, network, wiring, top, behind, asked))

  /** Nothing closes the circuit: the voltage stands at the ends of the supply, which stands for an element of its own. */
  function openSupply({ part, quantity, value }: Known): Started {
    const problem = part === supply.name ? openProblem(part, quantity) : knownProblem(part, quantity, null)
    if (problem) return { ok: false, problem }
    const atSupply = { at: 'supply' } as const
    give(atSupply, 'voltage', elements.length, arithmetic.from(value))
    for (const nothing of ['current', 'power'] as const)
      give(atSupply, nothing, elements.length, arithmetic.zero, 'none')
    enters[elements.length] = wiring.start
    return { ok: true, outwardPath: [] }
  }

  /** Resistances: given ones, equivalents step by step, and what exchanges put into place. */
  function goDown(): void {
    const { starts } = stages.stages[0]
    for (const id of starts) {
      const part = network.parts[elements[id].part as number]
      if (part.kind !== 'resistor') continue
      if (part.resistance) give({ at: 'given' }, 'resistance', id, arithmetic.from(part.resistance))
      else leaveOpen({ at: 'given' }, 'resistance', id)
    }
    stages.stages.forEach(({ steps, exchange }, stage) => {
      for (const step of steps) combine(step)
      if (exchange) placeExchanged(draft, exchange, { at: 'exchange', stage, side: 'down' })
    })
  }

  function combine({ kind, members, result }: Step): void {
    const section = { at: 'step', step: result, side: 'down' } as const
    if (kind === 'series') {
      by(section, 'resistance', result, 'sum', members.map(R))
      return
    }
    const wanted = (hasWays ? choices.ways[`R ${keyOf(result)}`] : undefined) ?? choices.parallel
    findBy(section, 'resistance', result, [wanted, 'reciprocals', undefined])
  }

  /** What the supply gives, from the one known quantity: of the source, or outward from a resistor. */
  function findSupply({ part, quantity, value }: Known, top: number): Started {
    const number = arithmetic.from(value)
    const atSupply = { at: 'supply' } as const
    if (part === supply.name) {
      give(atSupply, quantity, top, number)
      completeSupply(atSupply, top)
      return { ok: true, outwardPath: [] }
    }
    const leaf = stages.stages[0].starts.find((id) => network.parts[elements[id].part as number].name === part)
    const isBridge = stages.stages.length > 1
    const inside =
      leaf === undefined
        ? null
        : { element: leaf, groupAround: isBridge ? () => null : around.groupAround, isZero: around.isZeroOhm }
    const problem = knownProblem(part, quantity, inside)
    if (problem || leaf === undefined) return { ok: false, problem: problem as Problem }
    if (isBridge) return fromInsideBridge(part, quantity, leaf, number, top)

    const chain = outwardFrom(stages, leaf)
    const isOutward = choices.outward
    const start = { at: 'known' } as const
    give(start, quantity, chain[0], number)
    completeAt(start, chain[0], quantity)
    chain.slice(1).forEach((id, i) => {
      const section = isOutward ? ({ at: 'step', step: id, side: 'down' } as const) : start
      const { kind, members } = elements[id].made as Step
      const shared = sharedIn(kind)
      by(section, shared, id, 'outward', [[shared, chain[i]]])
      if (shared === 'current') ohm(section, 'voltage', id)
      else if (!elements[id].isZero) ohm(section, 'current', id)
      // Beside zero ohms nothing else carries current.
      else if (members.every((member) => member === chain[i] || !elements[member].isZero))
        by(section, 'current', id, 'outward', [I(chain[i])])
    })
    completeSupply(atSupply, top)
    return { ok: true, outwardPath: chain }
  }

  /** Of a resistor of which one quantity is known the voltage and the current. */
  function completeAt(section: Section, id: number, quantity: Quantity): void {
    if (quantity === 'power') by(section, 'current', id, 'current-from-power', [P(id), R(id)])
    if (quantity === 'voltage') ohm(section, 'current', id)
    else ohm(section, 'voltage', id)
  }

  /** What is still missing of the whole: voltage, current, power. */
  function completeSupply(section: Section, top: number): void {
    if (!isFound(V(top)))
      if (isFound(I(top))) ohm(section, 'voltage', top)
      else by(section, 'voltage', top, 'voltage-from-power', [P(top), R(top)])
    if (!isFound(I(top))) ohm(section, 'current', top)
    if (!isFound(P(top))) by(section, 'power', top, 'V·I', [V(top), I(top)])
  }

  /** What is known inside a bridge is compared with what one volt would give there: everything is in proportion. */
  function fromInsideBridge(part: string, quantity: Known['quantity'], leaf: number, number: N, top: number): Started {
    const one = arithmetic.from({ value: 1, exact: '1' })
    const tried: Network = {
      ...network,
      known: { part: supply.name, quantity: 'voltage', value: { typed: 1, exact: '1', value: 1 } },
    }
    const trial = derive(tried, wiring, stages, choices, arithmetic, keyOf)
    const line = trial.ok ? trial.derivation.found[quantity][leaf] : undefined
    const isOpen = trial.ok && line !== undefined && trial.derivation.lines[line].isOpen
    const there = trial.ok && line !== undefined ? (trial.derivation.numbers[line] as N | null) : null
    if (!isOpen && (there === null || arithmetic.isZero(there))) {
      return { ok: false, problem: { part, field: 'known', message: carriesNothing(part) } }
    }
    const atSupply = { at: 'supply' } as const
    const given = give({ at: 'known' }, quantity, leaf, number)
    // What one volt would give is written, but no value of the network as it is.
    const trials = [
      isOpen ? leaveOpen(atSupply, quantity, leaf) : give(atSupply, quantity, leaf, there),
      give(atSupply, 'voltage', top, one),
    ]
    found[quantity][leaf] = given
    put(atSupply, 'voltage', top, quantity === 'power' ? 'in-proportion-to-root' : 'in-proportion', [given, ...trials])
    completeSupply(atSupply, top)
    return { ok: true, outwardPath: [] }
  }

  /** Undoes the steps, last first, and the exchanges between them. */
  function goUp(): void {
    for (let i = stages.stages.length - 1; i >= 0; i--) {
      const stage = stages.stages[i]
      if (stage.exchange) carryBack(draft, stage.exchange, { at: 'exchange', stage: i, side: 'up' })
      for (const id of stage.left) enters[id] ??= stage.nodes[stage.from[id]]
      for (const step of [...stage.steps].reverse()) undo(step, stage)
    }
  }

  function undo({ kind, members, result }: Step, stage: Stage): void {
    const section = { at: 'step', step: result, side: 'up' } as const
    const against = enters[result] !== stage.nodes[stage.from[result]]
    for (const id of members) enters[id] = stage.nodes[(against ? stage.to : stage.from)[id]]
    const open = members.filter((id) => !isFound(V(id)) || !isFound(I(id)))
    const shared = sharedIn(kind)
    const other = shared === 'current' ? 'voltage' : 'current'
    const paths = members.filter((id) => elements[id].isZero)
    if (kind === 'series' || paths.length === 0) {
      const isNowhere = isUndefined(shared, result)
      for (const id of open) if (!isFound([shared, id])) by(section, shared, id, 'carried', [[shared, result]])
      for (const id of open)
        if (isNowhere) put(section, other, id, 'none', [])
        else if (!isFound([other, id]))
          findBy(section, other, id, [...chosenWays(other, id, members[members.length - 1] === id), 'ohm'])
      return
    }
    // The only path of zero ohms takes what the others leave: all of it.
    for (const id of open) if (!isFound(V(id))) by(section, 'voltage', id, 'carried', [V(result)])
    const inTurn = [...open].sort((a, b) => Number(elements[a].isZero) - Number(elements[b].isZero))
    for (const id of inTurn) {
      if (isFound(I(id))) continue
      if (!elements[id].isZero) ohm(section, 'current', id)
      else if (paths.length > 1) give(section, 'current', id, null, 'undefined')
      else by(section, 'current', id, 'rest', [I(result), ...members.filter((member) => member !== id).map(I)])
    }
  }

  /**
   * A value by the first way for which what it needs is found, and which suits that.
   *
   * @param choices the way that the person takes, then what else will do; undefined for any
   */
  function findBy(section: Section, quantity: Quantity, id: number, choices: readonly (string | undefined)[]): void {
    for (const choice of choices)
      for (const { name, method, needs } of methodsFor(quantity, id, around, choice)) {
        const enough = needs.find((set) => set.every(isFound))
        if (!enough) continue
        if (method.suits) {
          // What suits some values only is not told before they are known.
          const values = enough.map(([of, element]) => numberOf(of, element) ?? null)
          if (values.includes(null) || !method.suits(values as N[], arithmetic)) continue
        }
        by(section, quantity, id, name, enough)
        return
      }
    throw new Error(`no way to the ${quantity} of ${elements[id].name}`)
  }

  /** The way that the person takes; of a divider its other form where the first does not apply. */
  function chosenWays(quantity: 'voltage' | 'current', id: number, isLast: boolean): readonly string[] {
    const own = hasWays ? choices.ways[`${quantity === 'voltage' ? 'V' : 'I'} ${keyOf(id)}`] : undefined
    const way = own ?? (choices.rest && isLast ? 'rest' : choices.expand)
    if (own === undefined && way === 'divider') return dividers[choices.divider]
    return way === 'divider' ? dividers.other : way === 'divider-equivalent' ? dividers.equivalent : [way]
  }

  /** The power of every element, by the formula that the person takes. */
  function findPowers(): void {
    const section = { at: 'powers' } as const
    elements.forEach((_, id) => {
      if (isFound(P(id)) || !isFound(V(id))) return
      if (isUndefined('current', id)) {
        put(section, 'power', id, 'none', [])
        return
      }
      const group = around.groupAround(id)
      const usual = group === null ? 'V·I' : group.kind === 'series' ? 'I²·R' : 'V²/R'
      const isUsual = choices.power === 'known' || choices.power === 'all'
      findBy(section, 'power', id, [isUsual ? usual : choices.power, 'V·I'])
    })
  }
}

/** The forms of the divider, the one that is wanted first. */
const dividers = {
  other: ['divider', 'divider-equivalent'],
  equivalent: ['divider-equivalent', 'divider'],
} as const

/** The unit of a line's value. */
export function unitOfLine({ quantity }: Pick<Line, 'quantity'>): (typeof unitOf)[Quantity] {
  return quantity === 'potential' ? 'V' : unitOf[quantity]
}
