import type { Stage } from '../../structure'
import { isUndefined, type Derivation, type Line } from './draft'

/** One step of a row, or what else happens there: what is handed on, then what is worked out. */
export interface RowBlock {
  /** The equivalent whose step it is; null where it is no step. */
  readonly step: number | null
  /** Lines that only hand a value on, or give one: said in the title. */
  readonly carried: readonly number[]
  /** Lines that are read. */
  readonly lines: readonly number[]
  /** Whether the values found add up to what was undone, shown as a check. */
  readonly check: boolean
}

/** One row of a worksheet: a sheet of one stage, or what stands between and below the sheets. */
export interface Row {
  /** Unique in the whole worksheet, stages beyond a bridge included. */
  readonly key: string
  readonly kind: 'sheet' | 'exchange' | 'known' | 'supply'
  readonly stage: number
  /** The number that people see; null for what is no sheet. */
  readonly number: number | null
  /** How many of the stage's steps lead to its sheet. */
  readonly sheet: number
  readonly down: readonly RowBlock[]
  readonly up: readonly RowBlock[]
}

/** What a worksheet shows: all of it, or only what is needed for what was asked. */
interface Shown {
  readonly stages: readonly Stage[]
  readonly derivation: Derivation
  /** Ids of the lines that are shown, in their order. */
  readonly shown: readonly number[]
  readonly onlyAsked: boolean
  /** All groups of a round stand in one row. */
  readonly inRounds: boolean
  /** The values are worked outward from the known resistor while reducing. */
  readonly worksOutward: boolean
}

const handedOn = new Set<Line['method']>(['given', 'carried', 'outward', 'none', 'undefined', 'tied'])

/** The rows of a worksheet from top to bottom: sheets, exchanges, and the supply, with the lines that stand in each. */
export function layOutRows(scope: Shown): Row[] {
  const { stages, derivation, shown, onlyAsked, worksOutward } = scope
  const { lines, found, whole } = derivation
  const formed = new Set(stages.flatMap(({ steps }) => steps.map(({ result }) => result)))
  const at = new Map<string, number[]>()
  const stand = (key: string, id: number) => {
    const list = at.get(key)
    if (list) list.push(id)
    else at.set(key, [id])
  }
  const stageOf = new Map<number, number>()
  stages.forEach(({ from }, stage) => from.forEach((_, id) => stageOf.has(id) || stageOf.set(id, stage)))
  for (const id of shown) {
    const { section, of } = lines[id]
    if (section.at === 'step')
      if (formed.has(section.step)) stand(`${section.side} ${section.step}`, id)
      // Found on the last sheet, since its group is not combined any more.
      else stand(`last ${stageOf.get(of) ?? 0}`, id)
    else if (section.at === 'exchange') stand(`${section.side} exchange ${section.stage}`, id)
    else stand(section.at, id)
  }

  const block = (ids: readonly number[] = [], step: number | null = null, mayCheck = false): RowBlock => {
    const isRead = (id: number) => !handedOn.has(lines[id].method)
    const lined = ids.filter(isRead)
    const isDefined = !ids.some((id) => isUndefined(lines[id]))
    return {
      step,
      carried: ids.filter((id) => !isRead(id)),
      // What only carries over is said in the title, unless nothing else is.
      lines: onlyAsked && lined.length === 0 ? ids.filter((id) => lines[id].method !== 'given') : lined,
      check: mayCheck && isDefined,
    }
  }
  const up = (id: number): RowBlock[] => {
    const ids = at.get(`up ${id}`)
    const current = found.current[id]
    const isNowhere = current !== undefined && isUndefined(lines[current])
    return ids ? [block(ids, id, !onlyAsked && !isNowhere)] : []
  }

  const rows: Row[] = []
  let sheets = 0
  const known = at.get('known')
  if (known && worksOutward) put('known', 'known', 0, 0, [block(known)], [])
  stages.forEach((stage, index) => {
    const { steps, left, exchange } = stage
    if (onlyAsked && index > 0 && !at.has(`down exchange ${index - 1}`)) return
    let sheet = 0
    for (const together of roundsOf(scope, stage)) {
      putSheet(
        index,
        sheet,
        together.map(({ result }) => block(at.get(`down ${result}`), result)),
        together.flatMap(({ result }) => up(result)),
      )
      sheet += together.length
    }
    const last = at.get(`last ${index}`)
    const isUnfinished = onlyAsked && left.length === 1 && !isWhole(stage, whole)
    if (left.length > 1 || steps.length === 0 || last || isUnfinished)
      putSheet(index, sheet, [block()], last ? [block(last)] : [])
    const [down, back] = ['down', 'up'].map((side) => at.get(`${side} exchange ${index}`))
    if (exchange && (down || back))
      put(`exchange-${index}`, 'exchange', index, sheet, [block(down)], back ? [block(back)] : [])
  })
  if (known && !worksOutward) put('known', 'known', 0, 0, [block(known)], [])
  if (whole !== null && stages.some((stage) => isWhole(stage, whole))) {
    const ids = [...restated(derivation, shown), ...(at.get('supply') ?? [])]
    const last = stages.length - 1
    put('supply', 'supply', last, stages[last].steps.length, [block(ids)], [])
  }
  return rows

  function put(
    key: string,
    kind: Row['kind'],
    stage: number,
    sheet: number,
    down: readonly RowBlock[],
    up: readonly RowBlock[],
    number: number | null = null,
  ): void {
    rows.push({ key, kind, stage, number, sheet, down, up })
  }

  /** Sheets are numbered on through the stages; the number is their key. */
  function putSheet(stage: number, sheet: number, down: readonly RowBlock[], up: readonly RowBlock[]): void {
    put(String(sheets), 'sheet', stage, sheet, down, up, sheets)
    sheets += 1
  }
}

/** Whether a stage ends in the whole, formed. */
function isWhole({ starts, steps }: Stage, whole: number | null): boolean {
  return (
    whole !== null && (steps.some(({ result }) => result === whole) || (starts.length === 1 && starts[0] === whole))
  )
}

/** What was found of the whole on the way outward is read again at the floor, as the supply's. */
function restated({ lines, outwardPath, whole }: Derivation, shown: readonly number[]): number[] {
  if (outwardPath.length === 0) return []
  return shown.filter((id) => {
    const { of, method, section } = lines[id]
    return of === whole && (method === 'ohm-voltage' || method === 'ohm-current') && section.at !== 'supply'
  })
}

/** The steps of a stage by the rows in which they stand. */
function roundsOf({ inRounds, worksOutward }: Shown, { steps }: Stage): (typeof steps)[] {
  // On the way outward the steps of a round do not follow each other.
  if (!inRounds || worksOutward) return steps.map((step) => [step])
  const rows: (typeof steps)[number][][] = []
  steps.forEach((step, k) => {
    if (k > 0 && steps[k - 1].round === step.round) rows[rows.length - 1].push(step)
    else rows.push([step])
  })
  return rows
}
