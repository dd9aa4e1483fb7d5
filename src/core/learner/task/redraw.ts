import { combine, findGroups, sheetOf, type Sheet, type SheetElement } from '../../structure'
import type { Worksheet } from '../../worksheet'
import { element } from '../attempt'
import { liveResistors } from './code'
import {
  against,
  atBridge,
  taskKind,
  type MovesOf,
  mark,
  unmarked,
  type Asked,
  type Item,
  type JudgedTask,
} from './kind'

/** How a sheet goes wrong on the way to the next. */
const redrawSlips = {
  dropped: 'a resistor is missing',
  moved: 'a junction is lost: an end was drawn to another node',
  paired: 'two were combined that are neither in series nor in parallel',
} as const

type RedrawSlip = keyof typeof redrawSlips

/** An element of a drawn sheet, by its place in {@link RedrawQuestion.names}. */
export interface Drawn {
  readonly elements: readonly SheetElement[]
  readonly slip: RedrawSlip | null
  /** What stands for an element of {@link pairedId}: two that were combined though they are no group. */
  readonly paired?: { readonly way: 'series' | 'parallel'; readonly of: readonly [number, number] }
}

/** The element id of what two were wrongly combined to. */
export const pairedId = -1

interface RedrawQuestion {
  readonly kind: 'redraw'
  /** How many steps were made before. */
  readonly after: number
  /** What is combined now, by name. */
  readonly members: readonly string[]
  readonly way: 'series' | 'parallel'
  /** Four sheets; one is right. */
  readonly sheets: readonly Drawn[]
  /** The equivalent's element id on the sheets. */
  readonly result: number
}

const moves = { pick: { sheet: element } }
type RedrawMove = MovesOf<typeof moves>

/** The letter of a sheet to choose among. */
export const sheetLetter = (at: number) => String.fromCharCode(97 + at)

/** How many sheets there are to choose among. */
const shown = 4

/** Which of four sheets comes next, after a step that leaves enough to go wrong with. */
function askRedraw({ worksheet, chance }: Asked): RedrawQuestion | null {
  const [stage] = worksheet.stages
  const { steps } = stage
  for (const after of chance.shuffled(steps.map((_, i) => i))) {
    const sheet = sheetOf(stage, after)
    const step = steps[after]
    const next = combine(sheet, step, step.result)
    const right: Drawn = { elements: next.elements, slip: null }
    const wrong = chance.shuffled(wrongSheets(sheet, next, step.result))
    const chosen: Drawn[] = [right]
    // One of each slip first, then whatever else is different.
    for (const slip of [...(Object.keys(redrawSlips) as RedrawSlip[]), null])
      for (const it of wrong)
        if (
          chosen.length < shown &&
          (slip === null || (it.slip === slip && !chosen.some((other) => other.slip === slip))) &&
          !chosen.some((other) => keyOf(other.elements) === keyOf(it.elements))
        )
          chosen.push(it)
    if (chosen.length < shown) continue
    return {
      kind: 'redraw',
      after,
      members: step.members.map((id) => worksheet.elements[id].name),
      way: step.kind,
      sheets: chance.shuffled(chosen),
      result: step.result,
    }
  }
  return null
}

/** Sheets that come next after a usual mistake; all of them can be drawn. */
function wrongSheets(sheet: Sheet, next: Sheet, result: number): Drawn[] {
  const found: Drawn[] = []
  const put = (slip: RedrawSlip, elements: readonly SheetElement[], paired?: Drawn['paired']) => {
    if (isWhole({ ...next, elements })) found.push({ elements, slip, ...(paired && { paired }) })
  }
  for (const gone of next.elements) {
    if (gone.id === result) continue
    const rest = next.elements.filter(({ id }) => id !== gone.id)
    put('dropped', rest)
    // Out of a path: what was at its ends meets.
    if (![gone.from, gone.to].every((node) => node === next.start || node === next.finish))
      put('dropped', joined(rest, gone.from, gone.to, next))
  }
  for (const element of next.elements)
    for (const end of ['from', 'to'] as const)
      for (const node of new Set(next.elements.flatMap(({ from, to }) => [from, to])))
        if (node !== element.from && node !== element.to)
          put(
            'moved',
            next.elements.map((it) => (it === element ? { ...it, [end]: node } : it)),
          )
  const groups = findGroups(sheet)
  for (const b of sheet.elements)
    for (const a of sheet.elements) {
      if (a.id >= b.id || groups.some((group) => group.members.includes(a.id) && group.members.includes(b.id))) continue
      const shared = [a.from, a.to].filter((node) => node === b.from || node === b.to)
      if (shared.length !== 1) continue
      const others = sheet.elements.filter((it) => it !== a && it !== b)
      const [farA] = [a.from, a.to].filter((node) => node !== shared[0])
      const [farB] = [b.from, b.to].filter((node) => node !== shared[0])
      // As if their other ends met, or as if nothing left between them.
      const of = [a.id, b.id] as const
      put('paired', joined([...others, { id: pairedId, from: shared[0], to: farA }], farA, farB, next), {
        way: 'parallel',
        of,
      })
      put('paired', joined([...others, { id: pairedId, from: farA, to: farB }], shared[0], farA, next), {
        way: 'series',
        of,
      })
    }
  return found
}

/** With two nodes made one. */
function joined(elements: readonly SheetElement[], a: number, b: number, { start, finish }: Sheet): SheetElement[] {
  const [kept, gone] = b === start || b === finish ? [b, a] : [a, b]
  const at = (node: number) => (node === gone ? kept : node)
  return elements.map((it) => ({ ...it, from: at(it.from), to: at(it.to) }))
}

/** Whether everything lies on a way from + to −, so that 0 Ω hangs loose. */
function isWhole({ elements, start, finish }: Sheet): boolean {
  if (elements.length < 2 || elements.some(({ from, to }) => from === to)) return false
  const ends = new Map<number, number>()
  for (const { from, to } of elements) for (const node of [from, to]) ends.set(node, (ends.get(node) ?? 0) + 1)
  if (!ends.has(start) || !ends.has(finish)) return false
  if ([...ends].some(([node, count]) => count < 2 && node !== start && node !== finish)) return false
  const reached = new Set([start])
  for (let grown = true; grown;) {
    grown = false
    for (const { from, to } of elements)
      if (reached.has(from) !== reached.has(to)) {
        reached.add(from).add(to)
        grown = true
      }
  }
  // Nothing beyond a node that alone holds it: such would carry nothing.
  return reached.size === ends.size && [...ends.keys()].every((node) => isCrossed(node))

  /** Whether all that is left without this node is still tied to an end of the supply. */
  function isCrossed(node: number): boolean {
    const tied = new Set([start, finish].filter((end) => end !== node))
    const rest = elements.filter(({ from, to }) => from !== node && to !== node)
    for (let grown = true; grown;) {
      grown = false
      for (const { from, to } of rest)
        if (tied.has(from) !== tied.has(to)) {
          tied.add(from).add(to)
          grown = true
        }
    }
    return [...ends.keys()].every((other) => other === node || tied.has(other))
  }
}

/** What a sheet is, however its nodes are numbered: which ends of which elements meet. */
function keyOf(elements: readonly SheetElement[]): string {
  const meets = new Map<number, number[]>()
  for (const { id, from, to } of elements)
    for (const node of [from, to])
      meets.set(
        node,
        [...(meets.get(node) ?? []), id].sort((a, b) => a - b),
      )
  return [...meets.values()]
    .map((ids) => ids.join('.'))
    .sort()
    .join(' ')
}

function judgeRedraw(worksheet: Worksheet, { sheets }: RedrawQuestion, moves: readonly RedrawMove[]): JudgedTask {
  const picked = moves.map(({ sheet }) => sheets[sheet]).filter((it) => it !== undefined)
  const last = picked[picked.length - 1]
  const isRight = (it: Drawn | undefined) => it?.slip === null
  const item: Item = {
    line: 'the sheet that comes next',
    skill: 'redrawing',
    method: unmarked,
    answer: mark(isRight(picked[0]), picked.some(isRight)),
    unit: unmarked,
    slips: picked.flatMap(({ slip }) =>
      slip === null
        ? []
        : [slip === 'dropped' ? 'dropped' : slip === 'moved' ? 'junction-between' : 'junction-between'],
    ),
    typed: last && `sheet ${sheetLetter(sheets.indexOf(last))}`,
    isTried: picked.length > 0,
  }
  return {
    items: [item],
    said: last
      ? [
          {
            at: 0,
            isRight: last.slip === null,
            text:
              last.slip === null
                ? 'Right: everything else stands where it stood, at the same nodes.'
                : `No: ${redrawSlips[last.slip]}. Count the resistors, and what is joined at each node.`,
            nodes: [],
            judgement: null,
          },
        ]
      : [],
    done: picked.some(isRight),
  }
}

/** Which of four sheets comes next. */
export const redraw = taskKind({
  name: 'Redraw',
  idle: ['blank', 'asked', 'given'],
  problems(dials) {
    const bridged = atBridge(dials.special)
    if (bridged.length > 0) return bridged
    if (dials.depth === 1) return against('depth', 'after one step nothing is left to redraw')
    return liveResistors(dials) < 4
      ? against('resistors', 'to redraw wrongly in three ways, four resistors are needed')
      : []
  },
  ask: askRedraw,
  moves,
  judge: ({ worksheet, question }, done) => judgeRedraw(worksheet, question, done),
  key: ({ question }) => [`sheet ${sheetLetter(question.sheets.findIndex(({ slip }) => slip === null))}`],
  goal: ({ question }) => `${question.members.join(', ')} in ${question.way} are combined. Which sheet comes next?`,
})
