import clsx from 'clsx'
import { memo, useCallback, useMemo } from 'react'
import {
  drawSheet,
  explainLastSheet,
  explainRowDown,
  explainRowUp,
  stepKey,
  type Reached,
  type Showing,
  type Side,
  type Worksheet,
} from '@/core'
import { boxAround, type Picture } from '@/core/drawing'
import { wordSentence, type FoundLine } from '@/core/explain'
import { unitOf } from '@/core/quantity'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { CheckLine } from './CheckLine'
import { Line } from './Line'
import { SheetCard, sightOf } from './SheetCard'
import { StepWay } from './StepWay'

/** Sheets with more elements than this are not drawn: nobody could read them. */
const mostDrawn = 150
interface HalfProps {
  readonly worksheet: Worksheet
  /** How many steps lead to its sheet, and the steps that are made on it: none, one, or those of a round. */
  readonly sheet: number
  readonly steps: readonly number[]
  /** Its number in the whole valley, which goes on through exchanges. */
  readonly row: number
  readonly side: Side
  readonly current: boolean
  readonly chosen: readonly number[]
  readonly onChoose: (sheet: number, side: Side, id: number) => void
  readonly onValue?: (id: number, anchor: Element) => void
  /** How much of a step is shown; −1 of a row without one. */
  readonly reached: (step: number) => Reached
  readonly showing?: Showing
  /** The colours of its nodes, where they come from an earlier stage. */
  readonly colours?: readonly number[]
  /** The same without rounding, where values are rounded as on paper. */
  readonly exact: Worksheet | null
}

/** One side of a row: the sheet on a card, and beside it (above it where there is no room) what happens there. */
export const Half = memo(function Half(props: HalfProps) {
  const { worksheet, sheet, steps, row, side, current, chosen, onChoose, onValue, reached, showing, colours } = props
  const { settings } = useSettings()
  const { figures, symbols, form, how, flow } = settings
  const { reduction, wiring } = worksheet
  const elements =
    reduction.leaves.length +
    sheet -
    reduction.steps.slice(0, sheet).reduce((gone, { members }) => gone + members.length, 0)
  const cards = how === 'sheets'
  const picture = useMemo(
    () => (cards && elements <= mostDrawn ? drawSheet(worksheet, sheet, side, figures, form, showing) : null),
    [cards, worksheet, sheet, side, figures, form, elements, showing],
  )
  const nodeLabels = useMemo(() => wiring.nodes.map(({ label }) => label), [wiring])
  const shown = steps.filter((step) => reached(step).reason)
  const groups = shown.map((step) => reduction.steps[step].members)
  const loops = picture ? groups.flatMap((members) => loopAround(picture, members) ?? []) : []
  const choose = useCallback((id: number) => onChoose(row, side, id), [onChoose, row, side])
  return (
    <div
      data-row={row}
      data-side={side}
      className={clsx(
        'flex max-w-full min-w-0 flex-wrap items-center gap-x-3 gap-y-1',
        side === 'reduce' ? 'justify-end text-right' : 'flex-row-reverse justify-end text-left',
      )}
    >
      <div className="min-w-56 flex-[1_1_14rem] leading-snug">
        {(steps.length > 0 ? steps : [-1]).map((step, i) => (
          <div key={step} className={clsx(i > 0 && 'mt-2')}>
            {side === 'reduce' ? <DownWords {...props} step={step} /> : <UpWords {...props} step={step} />}
          </div>
        ))}
      </div>
      {cards && (
        <SheetCard
          side={side}
          current={current}
          inSight={
            picture
              ? sightOf(
                  groups.map((members) => boxAround(picture, members)),
                  picture.width,
                )
              : undefined
          }
        >
          {picture ? (
            <SheetDrawing
              picture={picture}
              nodeLabels={nodeLabels}
              colours={colours}
              symbols={symbols}
              side={side}
              electrons={flow === 'electron'}
              description={describe(worksheet, sheet, side, picture)}
              group={groups.flat()}
              loops={loops}
              chosen={chosen}
              onChoose={choose}
              onValue={side === 'expand' ? onValue : undefined}
            />
          ) : (
            <p className="p-6 text-soft">
              Sheet {sheet}: {elements.toLocaleString('en')} elements, too many to draw
            </p>
          )}
        </SheetCard>
      )}
    </div>
  )
})

/** The loop around a group, unless something else would lie inside it. */
function loopAround(picture: Picture, members: readonly number[]) {
  const box = boxAround(picture, members)
  if (!box) return null
  const strangers = picture.parts.some(
    (part) =>
      !members.includes(part.id) &&
      part.box.x < box.x + box.width &&
      part.box.x + part.box.width > box.x &&
      part.box.y < box.y + box.height &&
      part.box.y + part.box.height > box.y,
  )
  return strangers ? null : box
}

/** The drawing read aloud. */
function describe({ wiring }: Worksheet, index: number, side: Side, picture: Picture): string {
  const parts = picture.parts.map(({ label }) => `${label.name} ${label.lines.join(' ').trim()}`).join(', ')
  return `Sheet ${index}, ${side === 'reduce' ? 'resistances' : 'voltages and currents'}, from + (node ${wiring.nodes[wiring.start].label}) to − (node ${wiring.nodes[wiring.finish].label}): ${parts}`
}

interface StepProps extends HalfProps {
  readonly step: number
}

function DownWords({ worksheet, step: index, reached: reachedOf, exact }: StepProps) {
  const reached = reachedOf(index)
  if (!reached.reason) return null
  const { reduction, analysis, wanted, elements } = worksheet
  if (index < 0) {
    if (analysis.status === 'not-series-parallel' && reduction.left.length > 1)
      return <p className="font-semibold text-trouble">No group is left: reduction stops here</p>
    if (wanted && reduction.left.length > 1)
      return (
        <>
          <p className="font-semibold">Enough</p>
          <p className="text-soft">this sheet gives what was asked for</p>
        </>
      )
    return <p className="font-semibold">One resistor: nothing to combine</p>
  }
  const step = reduction.steps[index]
  const { title, reason, lines, work, outward, ways, way } = explainRowDown(worksheet, index)
  const last = lines.length - 1
  const [R, exactly] = [elements[step.result].resistance, exact?.elements[step.result]?.resistance]
  const off = exactly !== undefined && differs(R.value, exactly.value)
  return (
    <>
      <p className="font-semibold">{wordSentence(title)}</p>
      <p className="text-soft">
        {wordSentence(reason)}
        {ways.length > 1 && way !== null && <StepWay stepKey={stepKey(worksheet, index)} ways={ways} way={way} />}
      </p>
      {lines.slice(0, reached.lines + (reached.half ? 1 : 0)).map((line, i) => (
        <Line
          key={i}
          formula={line}
          work={i === last ? work : undefined}
          half={reached.half && i === reached.lines}
          exact={i === last && off ? { amount: exactly, unit: 'Ω' } : undefined}
        />
      ))}
      {outward.map((line, i) => {
        const at = lines.length + i
        if (at >= reached.lines + (reached.half ? 1 : 0)) return null
        return <Found key={at} line={line} half={at >= reached.lines} exact={exact} worksheet={worksheet} titled />
      })}
    </>
  )
}

/** Whether a value on paper differs from the exact one by more than a double's last digits. */
function differs(paper: number, exactly: number): boolean {
  return Math.abs(paper - exactly) > 1e-9 * Math.abs(exactly)
}

/** A value that is found, on paper with the exact one beside it. */
export function Found({
  line: { formula, work, element, quantity, name },
  half,
  exact,
  worksheet,
  titled = false,
}: {
  readonly line: FoundLine
  readonly half: boolean
  readonly exact: Worksheet | null
  readonly worksheet: Worksheet
  /** The way is named too. */
  readonly titled?: boolean
}) {
  const exactly = exact?.elements[element]?.[quantity]
  const value = worksheet.elements[element][quantity]
  const off = exactly && value && differs(value.value, exactly.value)
  return (
    <>
      {titled && <p className="mt-1 text-xs text-soft">{wordSentence(name)}</p>}
      <Line
        formula={formula}
        work={work}
        half={half}
        exact={off ? { amount: exactly, unit: unitOf[quantity] } : undefined}
      />
    </>
  )
}

/** More lines than this are not read in a row. */
const mostLines = 12

function UpWords({ worksheet, step: index, reached: reachedOf, exact }: StepProps) {
  const reached = reachedOf(index)
  const isStep = index >= 0
  const up = isStep ? explainRowUp(worksheet, index) : explainLastSheet(worksheet)
  if (!up) {
    if (isStep) return null
    const bridge = worksheet.reduction.left.length > 1
    return <p className="font-semibold">{bridge ? 'What the exchange gives back' : 'All of the supply'}</p>
  }
  if (!reached.reason) return null
  const shown = Math.min(mostLines, reached.lines + (reached.half ? 1 : 0))
  return (
    <>
      <p className="font-semibold">{wordSentence(up.title)}</p>
      {up.lines.slice(0, shown).map((line, i) => (
        <Found key={i} line={line} half={i >= reached.lines} exact={exact} worksheet={worksheet} />
      ))}
      {up.lines.length > mostLines && shown === mostLines && (
        <p className="text-soft">… and {up.lines.length - mostLines} more</p>
      )}
      {up.check && reached.check && up.lines.length <= mostLines && (
        <CheckLine worksheet={worksheet} step={index} formula={up.check} />
      )}
    </>
  )
}
