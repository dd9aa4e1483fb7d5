import clsx from 'clsx'
import { useMemo } from 'react'
import { Commands, type Command } from '@/ui/commands'
import { sheetLetter, type Question, equivalentOf, pairedId, type Drawn, type Task } from '@/core/learner'
import { boxAround, stretch, type Label } from '@/core/picture'
import { sheetOf, type SheetElement } from '@/core/structure'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { SaidNote } from './SaidNote'
import type { OpenExercise } from './useExercise'
import { quantityText } from '@/core/number'
import { amountAt } from '@/core/worksheet'

type RedrawQuestion = Extract<Question, { kind: 'redraw' }>

/** A step is named; which of four sheets comes next? */
export function RedrawTask({
  exercise: { task, judged, make, moves },
  question,
}: {
  readonly exercise: OpenExercise
  readonly question: RedrawQuestion
}) {
  const { symbols } = useSettings().settings
  const { worksheet } = task
  const [stage] = worksheet.stages
  const nodeLabels = worksheet.wiring.nodes.map(({ label }) => label)
  const before = useMemo(() => drawn(task, sheetOf(stage, question.after).elements), [task, stage, question])
  const options = useMemo(
    () => question.sheets.map((sheet) => drawn(task, sheet.elements, sheet.paired)),
    [task, question],
  )
  const group = worksheet.elements.flatMap(({ name }, id) => (question.members.includes(name) ? [id] : []))
  const box = boxAround(before, group)
  const last = moves.findLast((move) => move.do === 'pick')
  const picked = last?.do === 'pick' ? last.sheet : null
  const commands = useMemo(
    (): readonly Command[] =>
      question.sheets.map((_, sheet) => ({
        name: `Sheet ${sheetLetter(sheet)}`,
        keys: sheetLetter(sheet).toLowerCase(),
        run: () => make({ do: 'pick', sheet }),
      })),
    [question, make],
  )
  return (
    <div className="grid gap-3">
      <Commands group="The task" within="answers" list={commands} />
      <div className="flex flex-wrap items-center gap-4">
        <div className="w-fit max-w-full overflow-x-auto rounded-lg border border-l-4 border-line border-l-reduce paper">
          <SheetDrawing
            picture={before}
            nodeLabels={nodeLabels}
            symbols={symbols}
            side="reduce"
            group={group}
            loops={box ? [box] : []}
            description={`Now: ${wordsOf(task, sheetOf(stage, question.after).elements)}`}
          />
        </div>
        <h2 className="max-w-prose text-base font-semibold">
          {question.members.join(', ')} in {question.way} are combined. Which sheet comes next?
        </h2>
      </div>
      <SaidNote said={judged.said[0]} />
      <div
        role="group"
        aria-label="Which sheet comes next"
        data-keys="answers"
        tabIndex={-1}
        className="grid gap-3 outline-none md:grid-cols-2"
      >
        {options.map((picture, i) => {
          const isRight = question.sheets[i].slip === null
          const isPicked = picked === i
          return (
            <button
              key={i}
              type="button"
              aria-pressed={isPicked}
              aria-label={`Sheet ${sheetLetter(i)}: ${wordsOf(task, question.sheets[i].elements, question.sheets[i].paired)}`}
              onClick={() => make({ do: 'pick', sheet: i })}
              className={clsx(
                'flex items-start gap-2 overflow-x-auto rounded-lg border-2 paper p-1 text-left hover:border-chosen',
                !isPicked ? 'border-line' : isRight ? 'border-holds' : 'border-trouble',
              )}
            >
              <span aria-hidden className="font-mono font-semibold">
                {sheetLetter(i)}
                {isPicked && (isRight ? ' ✓' : ' ✗')}
              </span>
              <SheetDrawing
                picture={picture}
                nodeLabels={nodeLabels}
                symbols={symbols}
                side="reduce"
                description={`Sheet ${sheetLetter(i)}`}
              />
            </button>
          )
        })}
      </div>
    </div>
  )
}

type Paired = Drawn['paired']

/** Elements between the network's nodes, stretched from + to −, whether they lie there rightly or not. */
export function drawn(task: Task, elements: readonly SheetElement[], paired?: Paired) {
  const { wiring } = task.worksheet
  const label = (id: number): Label => ({
    name: nameOf(task, id, paired),
    lines: [quantityText({ value: ohmsOf(task, id, paired) }, 'Ω', 4)],
  })
  return stretch({ elements, start: wiring.start, finish: wiring.finish }, wiring.rank, label)
}

function nameOf({ worksheet }: Task, id: number, paired: Paired): string {
  if (id !== pairedId || !paired) return worksheet.elements[id].name
  const [a, b] = paired.of.map((of) => worksheet.elements[of].name)
  const inside = b.replace(/^R/, '')
  return `${a}${paired.way === 'series' ? '+' : '‖'}${/\W/.test(inside) ? `(${inside})` : inside}`
}

function ohmsOf({ worksheet }: Task, id: number, paired: Paired): number {
  const own = (of: number) => amountAt(worksheet, 'resistance', of)?.value ?? 0
  if (id !== pairedId || !paired) return own(id)
  return equivalentOf(paired.way, paired.of.map(own))
}

/** A sheet read aloud: each element between its nodes. */
function wordsOf(task: Task, elements: readonly SheetElement[], paired?: Paired): string {
  const { wiring } = task.worksheet
  const at = (node: number) => wiring.nodes[node].label
  return elements.map(({ id, from, to }) => `${nameOf(task, id, paired)} from ${at(from)} to ${at(to)}`).join(', ')
}
