import type { ReactNode } from 'react'
import {
  keyOf,
  judgeTask,
  answeredText,
  markedText,
  marksOf,
  slotLetter,
  sheetLetter,
  type JudgedTask,
  type Question,
  type Task,
  type TaskKind,
  goalText,
} from '@/core/learner'
import { BlankLine, PaperSection } from '@/ui/paper/Paper'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { TaskPicture } from './Picture'
import { drawPlaces } from './UntangleTask'
import { drawn } from './RedrawTask'

/** So many lines are left to write on for each line of the solution. */
const linesFor = (task: Task) => Math.min(14, Math.max(4, judgeTask(task, []).items.length))

interface Numbered {
  readonly task: Task
  /** From 1 on. */
  readonly number: number
  /** Marks of this task, scaled. */
  readonly marks: number
}

/** A task as it is set: its picture, what is asked, and room for the answer. */
export function TaskPaper({ task, number, marks }: Numbered) {
  return (
    <PaperSection heading={`${number}. ${goalText(task)}`} note={marksText(marks)}>
      <TaskPicture task={task} tallest={280} />
      <div className="mt-2">
        {(rooms[task.question.kind] as (of: Task, question: Question) => ReactNode)(task, task.question)}
      </div>
      <p className="mt-1 text-xs text-soft">{task.code}</p>
    </PaperSection>
  )
}

function marksText(marks: number): string {
  return `${marks} ${marks === 1 ? 'mark' : 'marks'}`
}

type Asked<K extends TaskKind> = Extract<Question, { readonly kind: K }>

/** Room for the answer of each kind. */
const rooms: { readonly [K in TaskKind]: (task: Task, question: Asked<K>) => ReactNode } = {
  solve: (task) => Array.from({ length: linesFor(task) }, (_, i) => <BlankLine key={i} />),
  spot: (_, { pairs }) => (
    <ul>
      {pairs.map((pair) => (
        <li key={pair.join()} className="flex items-baseline gap-3">
          <span className="w-16 font-mono">{pair.join(', ')}</span>
          <span>☐ series ☐ parallel ☐ neither, since</span>
          <span className="flex-1">
            <BlankLine />
          </span>
        </li>
      ))}
    </ul>
  ),
  estimate: (_, { pair }) => (
    <>
      <p>
        Req is more than <BlankLine isShort /> and less than <BlankLine isShort />
      </p>
      {pair && <p>More current flows in: {pair.map((name) => `☐ ${name}`).join('   ')}</p>}
    </>
  ),
  redraw: (task, question) => <Sheets task={task} question={question} />,
  mistake: (_, { lines }) => (
    <>
      <ol>
        {lines.map(({ symbol, how, value }, i) => (
          <li key={i} className="font-mono">
            ☐ {i + 1}. {symbol} = {how} = {value}
          </li>
        ))}
      </ol>
      <p className="flex items-baseline gap-2">
        corrected: <BlankLine />
      </p>
    </>
  ),
  gaps: (_, { lines }) => (
    <ol>
      {lines.map(({ symbol, how, value }, i) => (
        <li key={i} className="font-mono">
          {symbol} = {how}
          {value !== '' && <> = {value ?? <BlankLine isShort />}</>}
        </li>
      ))}
    </ol>
  ),
  untangle: (task, question) => <Slots task={task} question={question} />,
  mend: () => <BlankLine />,
}

function Sheets({ task, question }: { readonly task: Task; readonly question: Asked<'redraw'> }) {
  const { symbols } = useSettings().settings
  const { worksheet } = task
  const nodeLabels = worksheet.wiring.nodes.map(({ label }) => label)
  return (
    <div className="grid grid-cols-2 gap-2">
      {question.sheets.map(({ elements, paired }, i) => (
        <div key={i} className="flex items-start gap-1 border border-line p-1">
          <span className="font-mono">☐ {sheetLetter(i)}</span>
          <SheetDrawing
            picture={drawn(task, elements, paired)}
            nodeLabels={nodeLabels}
            symbols={symbols}
            side="reduce"
            description={`Sheet ${sheetLetter(i)}`}
          />
        </div>
      ))}
    </div>
  )
}

function Slots({ task, question }: { readonly task: Task; readonly question: Asked<'untangle'> }) {
  const { symbols } = useSettings().settings
  const { worksheet } = task
  const picture = drawPlaces(task, question)
  return (
    <>
      <p>
        nodes: <BlankLine isShort />
      </p>
      <SheetDrawing
        picture={picture}
        nodeLabels={worksheet.wiring.nodes.map(({ label }) => label)}
        symbols={symbols}
        side="reduce"
        description="The stretched sheet with its places"
      />
      <p className="flex flex-wrap gap-4 font-mono">
        {question.slots.map((_, i) => (
          <span key={i}>
            {slotLetter(i)} <BlankLine isShort />
          </span>
        ))}
      </p>
    </>
  )
}

/** The answer of a task line by line, with its marking scheme. */
export function KeyPaper({ task, number, marks }: Numbered) {
  const { items } = judgeTask(task, [])
  const { of } = marksOf({ items })
  return (
    <PaperSection
      heading={`${number}. ${goalText(task)}`}
      note={`${of} ${of === 1 ? 'point' : 'points'}, ${marksText(marks)} in all`}
    >
      <ol className="font-mono">
        {keyOf(task).map((line, i) => (
          <li key={i}>{line}</li>
        ))}
      </ol>
      <table className="mt-1 border-collapse text-left">
        <thead>
          <tr>
            {['for', 'method', 'answer', 'unit'].map((head) => (
              <th key={head} className="pr-4 font-normal text-soft">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {items.map(({ line, method, answer, unit }, i) => (
            <tr key={i}>
              <td className="pr-4 font-mono">{line}</td>
              {[method, answer, unit].map((it, k) => (
                <td key={k} className="pr-4 text-right font-mono">
                  {it.of === 0 ? '–' : it.of}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-xs text-soft">{task.code}</p>
    </PaperSection>
  )
}

/** What a learner answered, line by line, with the marks that it got. */
export function AttemptPaper({
  task,
  number,
  judged,
  first,
  now,
  marks,
}: Numbered & { readonly judged: JudgedTask; readonly first: number; readonly now: number }) {
  return (
    <PaperSection
      heading={`${number}. ${goalText(task)}`}
      note={`${first} of ${marks}${now > first ? `; after retries ${now}` : ''}`}
    >
      <table className="w-full border-collapse text-left">
        <thead>
          <tr>
            {['line', 'answered', 'method', 'answer', 'unit'].map((head) => (
              <th key={head} className="pr-4 font-normal text-soft">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {judged.items.map(({ method, answer, unit, ...item }, i) => (
            <tr key={i} className="border-t border-line">
              <td className="pr-4 font-mono">{item.line}</td>
              <td className="pr-4 font-mono">{answeredText(item)}</td>
              {[method, answer, unit].map((it, k) => (
                <td key={k} className="pr-4 font-mono whitespace-nowrap">
                  {markedText(it)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </PaperSection>
  )
}
