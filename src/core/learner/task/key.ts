import { amountAt, type Worksheet } from '../../worksheet'
import { quantityText } from '../../number'
import { slips } from '../slip'
import { faultText } from './mend'
import { judgeSpot } from './spot'
import { sheetLetter } from './redraw'
import { rightAnswer, solutionOf, type SolutionLine } from './solution'
import type { Task } from './task'
import { liveNodes, slotLetter } from './untangle'

/** The worked answer of a task, line by line, as a teacher marks by it. */
export function keyOf({ question, worksheet, document }: Pick<Task, 'question' | 'worksheet' | 'document'>): string[] {
  switch (question.kind) {
    case 'solve': {
      const lines = solutionOf(worksheet)
      if (worksheet.derivation.whole !== null) return lines.map((line) => solved(worksheet, line))
      const stop = worksheet.analysis.findings.find(({ code }) => code === 'bridge')
      return [...lines.map((line) => solved(worksheet, line)), stop?.message ?? 'the reduction stops']
    }
    case 'spot': {
      const right = ['series', 'parallel', 'part-leaves', 'supply-between', 'apart'] as const
      return question.pairs.map((pair, at) => {
        const answer = right.find((it) => {
          const [item] = judgeSpot(worksheet, { kind: 'spot', pairs: [pair] }, [
            { do: 'spot', at: 0, answer: it },
          ]).items
          return item.method.now === 1
        })
        const { said } = judgeSpot(worksheet, question, answer ? [{ do: 'spot', at, answer }] : [])
        return `${pair.join(', ')}: ${said[0]?.text ?? ''}`
      })
    }
    case 'estimate': {
      const Req = amountAt(worksheet, 'resistance', worksheet.derivation.whole ?? 0)
      const currents = (question.pair ?? []).map((name) => {
        const leaf = worksheet.elements.findIndex((element) => element.name === name)
        return { name, current: Math.abs(amountAt(worksheet, 'current', leaf)?.value ?? 0) }
      })
      const [more] = [...currents].sort((a, b) => b.current - a.current)
      return [
        `Req = ${quantityText(Req ?? { value: 0 }, 'Ω', 4)}`,
        ...(more
          ? [
              `${more.name} carries more: ${currents.map(({ name, current }) => `I(${name}) = ${quantityText({ value: current }, 'A', 4)}`).join(', ')}`,
            ]
          : []),
      ]
    }
    case 'redraw':
      return [`sheet ${sheetLetter(question.sheets.findIndex(({ slip }) => slip === null))}`]
    case 'mistake': {
      const line = solutionOf(worksheet)[question.wrong]
      return [`line ${question.wrong + 1}: ${slips[question.slip].name}`, solved(worksheet, line)]
    }
    case 'gaps': {
      const lines = solutionOf(worksheet)
      return question.lines.flatMap(({ value }, i) => (value === null ? [solved(worksheet, lines[i])] : []))
    }
    case 'untangle': {
      return [`${liveNodes(worksheet)} nodes`, question.slots.map((name, i) => `${slotLetter(i)} ${name}`).join(', ')]
    }
    case 'mend': {
      const fault = faultText(document, question.seed)
      return fault === null ? [] : [fault]
    }
  }
}

function solved(worksheet: Worksheet, line: SolutionLine): string {
  return `${line.symbol} = ${line.how} = ${rightAnswer(worksheet, line)}`
}
