import { bestExchange, findExchanges, type Exchange } from '../exchange'
import { isZeroOhm, wire, type Wirable, type Wiring } from '../nodes'
import {
  nameElements,
  reduce,
  type FirstChoice,
  type NamesOf,
  type Order,
  type Reduction,
  type Sheet,
  type Step,
} from '../reduction'
import { sheetOf, type Element, type Placed, type Stage, type StageExchange, type Stages } from './stage'

export interface StageOptions {
  readonly order: Order
  readonly begin: FirstChoice
  readonly names: NamesOf
  /** Goes on at bridges, with the exchanges that are wanted at each in turn, as {@link exchangeText} writes them. */
  readonly exchanges: readonly string[] | null
  /** Puts the steps of the network into another order, each after what it takes in. */
  readonly reorder?: (reduction: Reduction) => readonly Step[]
}

type Exchanged = Pick<StageExchange, 'kind' | 'members'>

/** How an exchange is kept in a document, its members in the order of their ids: `delta R1 R2 R5`. */
export function exchangeText({ kind, members }: Exchanged, { elements }: Pick<Stages, 'elements'>): string {
  return [kind, ...[...members].sort((a, b) => a - b).map((id) => elements[id].name)].join(' ')
}

/** Whether a document's text means this exchange, in whatever order it names the members. */
function isExchangeOf(text: string, exchange: Exchanged, of: Pick<Stages, 'elements'>): boolean {
  const inOrder = (words: string) => words.split(' ').sort().join(' ')
  return inOrder(text) === inOrder(exchangeText(exchange, of))
}

/** The exchanges of three that can be made where a bridge stops a stage. */
export function offeredExchanges(stage: Stage): readonly Exchange[] {
  return findExchanges(sheetOf(stage, stage.steps.length), stage.wiring.rank).filter(
    ({ members }) => members.length === 3,
  )
}

/** Every element and step of a network's worksheet; at each bridge an exchange, where the work is to go on. */
export function layOutStages(network: Wirable, wiring: Wiring, options: StageOptions): Stages {
  const { order, begin, exchanges, reorder: arrange } = options
  const elements: { -readonly [K in keyof Element]: Element[K] }[] = []
  const nodeLabels = wiring.nodes.map(({ label }) => label)
  const partNames = network.parts.map(({ name }) => name)
  const used = new Set(partNames)
  const stages: Stage[] = []

  const reduction = reduce(wiring, order, begin)
  for (const part of wiring.live)
    elements.push({
      name: partNames[part],
      part,
      made: null,
      into: null,
      isZero: isZeroOhm(network.parts[part]),
    })
  let stage = reduced(
    wiring,
    wiring.nodes.map((_, node) => node),
    wiring.live.map((_, leaf) => leaf),
    reduction,
    partNames,
    arrange?.(reduction),
  )
  while (exchanges !== null && stage.left.length > 1) {
    const { exchange, next } = exchanged(stage, exchanges[stages.length])
    stages.push({ ...stage, exchange })
    stage = next()
  }
  stages.push(stage)
  return { elements, stages, nodeLabels, reduction }

  /** A stage from its reduction, whose equivalents become elements. */
  function reduced(
    wired: Wiring,
    nodes: readonly number[],
    starts: readonly number[],
    own: Reduction,
    names: readonly string[],
    arranged: readonly Step[] = own.steps,
  ): Stage {
    const named = nameElements(own, names, options.names, used)
    const base = elements.length - starts.length
    const idOf = (id: number) => (id < starts.length ? starts[id] : base + id)
    for (const { kind, members, result, round } of own.steps) {
      const step: Step = { kind, members: members.map(idOf), result: idOf(result), round }
      const zeros = step.members.map((id) => elements[id].isZero)
      elements.push({
        name: named[result],
        part: null,
        made: step,
        into: null,
        isZero: kind === 'series' ? zeros.every(Boolean) : zeros.some(Boolean),
      })
      used.add(named[result])
      for (const member of step.members) elements[member].into = step.result
    }
    const ends = (of: readonly number[]) => {
      const list: number[] = []
      of.forEach((node, id) => (list[idOf(id)] = node))
      return list
    }
    return {
      wiring: wired,
      nodes,
      starts,
      steps: arranged.map(({ result }) => elements[idOf(result)].made as Step),
      from: ends(own.from),
      to: ends(own.to),
      left: own.left.map(idOf),
      exchange: null,
    }
  }

  /** The exchange that is wanted, or the best one, on the last sheet of a stage; and the stage that it leads to. */
  function exchanged(of: Stage, wanted: string | undefined): { exchange: StageExchange; next: () => Stage } {
    const sheet = sheetOf(of, of.steps.length)
    const offered = findExchanges(sheet, of.wiring.rank)
    const chosen =
      offered.find((it) => wanted !== undefined && isExchangeOf(wanted, it, { elements })) ??
      bestExchange(sheet, of.wiring, offered)
    const { kind, members } = chosen
    const corners = chosen.corners.map((node) => of.nodes[node])
    const zeros = members.map((id) => elements[id].isZero)
    const shorted = kind === 'wye' ? zeros.indexOf(true) : -1
    const centre = chosen.kind === 'delta' ? nodeLabels.push(unusedLabel()) - 1 : of.nodes[chosen.centre]

    const placed: Placed[] = []
    const put = (from: number, to: number, pair: readonly [number, number], isZero: boolean) => {
      const [a, b] = [nodeLabels[from], nodeLabels[to]]
      const name = unused(kind === 'delta' ? `RY${a}` : `RD${a}-${b}`)
      placed.push({ id: elements.length, from, to, pair })
      elements.push({ name, part: null, made: null, into: null, isZero })
    }
    if (kind === 'delta')
      corners.forEach((corner, i) => {
        const pair = [i, (i + 2) % 3] as const
        put(
          corner,
          centre,
          pair,
          pair.some((k) => zeros[k]),
        )
      })
    else if (shorted >= 0)
      corners.forEach((corner, i) => i !== shorted && put(corner, corners[shorted], [i, shorted], zeros[i]))
    else
      corners.forEach((corner, i) =>
        corners.slice(i + 1).forEach((other, j) => put(corner, other, [i, i + 1 + j], false)),
      )
    const exchange: StageExchange = { kind, members, corners, centre, shorted: shorted < 0 ? null : shorted, placed }
    return { exchange, next: () => nextStage(of, sheet, exchange) }
  }

  /** What was not exchanged and what was put into place, wired and reduced anew. */
  function nextStage(of: Stage, sheet: Sheet, { members, placed }: StageExchange): Stage {
    const supply = network.parts[wiring.supply]
    const point = (node: number) => `n${node}`
    const kept = sheet.elements.filter(({ id }) => !members.includes(id))
    const edges = [...kept.map(({ id, from, to }) => ({ id, from: of.nodes[from], to: of.nodes[to] })), ...placed]
    const parts = [
      { ...supply, from: point(of.nodes[of.wiring.start]), to: point(of.nodes[of.wiring.finish]) },
      ...edges.map(({ id, from, to }) => ({
        name: elements[id].name,
        kind: 'resistor' as const,
        from: point(from),
        to: point(to),
      })),
    ]
    const rewired = wire({ parts })
    const nodes = rewired.nodes.map(({ points }) => Number(points[0].slice(1)))
    const labelled = {
      ...rewired,
      nodes: rewired.nodes.map((node, i) => ({ ...node, label: nodeLabels[nodes[i]] })),
    }
    const again = reduce(rewired, order, begin)
    const starts = rewired.live.map((part) => edges[part - 1].id)
    return reduced(
      labelled,
      nodes,
      starts,
      again,
      parts.map(({ name }) => name),
    )
  }

  function unused(wish: string): string {
    let name = wish
    while (used.has(name)) name += '′'
    used.add(name)
    return name
  }

  function unusedLabel(): string {
    let count = 0
    while (nodeLabels.includes(count === 0 ? 'N' : `N${count}`)) count++
    return count === 0 ? 'N' : `N${count}`
  }
}
