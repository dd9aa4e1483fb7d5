import { useId, useMemo, useState } from 'react'
import {
  exactText,
  quantityProblem,
  readQuantity,
  roundFigures,
  shownText,
  unitOf,
  type Figures,
  type ExactValue,
} from '@/core/number'
import {
  lineName,
  unitOfLine,
  whichValue,
  withoutRounding,
  type Asked,
  type Bound,
  type Knob,
  type Solution,
  type Worksheet,
} from '@/core/worksheet'
import { Select } from '@/ui/controls'
import { barred } from '@/ui/Barred'
import { Button } from '@/ui/Button'
import { useSettings } from '@/ui/settings'

/** Larger networks are not asked: what is found exactly would take too long. */
const mostParts = 60

/** Turned round: which value of a knob gives what is wanted of another value. */
export function Which({
  worksheet,
  knob,
  onTurn,
}: {
  readonly worksheet: Worksheet
  readonly knob: Knob
  readonly onTurn: (value: ExactValue) => void
}) {
  const { figures } = useSettings().settings
  const exact = withoutRounding(worksheet) ?? worksheet
  const groups = useMemo(() => targetsOf(exact), [exact])
  const [target, setTarget] = useState<number | null>(null)
  const [typed, setTyped] = useState('')
  const [answer, setAnswer] = useState<Answered | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const id = useId()
  const line = target ?? groups[0]?.lines[0]
  if (exact.arithmetic !== 'exact' || line === undefined || worksheet.network.parts.length > mostParts)
    return <p className="basis-full text-soft">This network is too large for an exact answer.</p>
  const unit = unitOfLine(exact.derivation.lines[line])
  const find = () => {
    const read = readQuantity(typed, unit)
    if (!read.ok || read.value <= 0) {
      setAnswer(null)
      setProblem(read.ok ? 'type a value above 0' : quantityProblem(read.problem, typed, unit))
      return
    }
    setProblem(null)
    setAnswer({ asked: whichValue(exact, knob, line, read), line, wanted: shownText({ value: read.value }, unit, 6) })
  }
  return (
    <form
      className="basis-full"
      data-which
      onSubmit={(event) => {
        event.preventDefault()
        find()
      }}
    >
      <div className="flex flex-wrap items-center gap-2">
        <span>Find {knob.name} for</span>
        <Select
          label="the value that is wanted"
          value={String(line)}
          options={groups.flatMap(({ label, lines }) =>
            lines.map((it) => ({ value: String(it), name: lineName(exact, it), group: label })),
          )}
          onChange={(text) => {
            setTarget(Number(text))
            setAnswer(null)
          }}
          className="font-mono text-xs"
        />
        <input
          aria-label={`wanted, in ${unit}`}
          aria-invalid={problem !== null}
          aria-describedby={`${id}-problem`}
          placeholder={`250 m${unit}`}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className="h-8 w-28 field font-mono"
        />
        <Button type="submit">Find</Button>
        <span id={`${id}-problem`} role="alert" className="text-trouble">
          {problem}
        </span>
      </div>
      <div role="status" className="mt-1" data-answer={answer?.asked?.kind}>
        {answer && (
          <Answer
            answer={answer}
            knob={knob}
            name={lineName(exact, answer.line)}
            unit={unitOfLine(exact.derivation.lines[answer.line])}
            figures={figures}
            onTurn={onTurn}
          />
        )}
      </div>
    </form>
  )
}

interface Answered {
  readonly asked: Asked | null
  readonly line: number
  /** What was wanted, as a text. */
  readonly wanted: string
}

const groupsOf = [
  ['current', 'currents'],
  ['voltage', 'voltages'],
  ['power', 'powers'],
  ['resistance', 'resistances'],
  ['potential', 'potentials'],
] as const

/** What can be wanted, by quantity; of the parts before what they are combined into. */
function targetsOf({ shown, elements, derivation: { lines, found } }: Worksheet) {
  const isOfPart = (id: number) => elements[lines[id].of]?.made === null
  return groupsOf.flatMap(([quantity, label]) => {
    const own = shown.filter((id) => {
      const { method, amount, quantity: its, of } = lines[id]
      return its === quantity && method !== 'given' && amount !== null && found[its][of] === id
    })
    own.sort((a, b) => Number(isOfPart(b)) - Number(isOfPart(a)) || lines[a].of - lines[b].of)
    return own.length > 0 ? [{ label, lines: own }] : []
  })
}

function Answer({
  answer: { asked, wanted },
  knob,
  name,
  unit,
  figures,
  onTurn,
}: {
  readonly answer: Answered
  readonly knob: Knob
  readonly name: string
  readonly unit: ReturnType<typeof unitOfLine>
  readonly figures: Figures
  readonly onTurn: (value: ExactValue) => void
}) {
  const own = unitOf[knob.quantity]
  const text = (value: number, of: typeof unit = unit) => shownText({ value }, of, figures === 'fraction' ? 4 : figures)
  if (asked === null) return <p className="text-trouble">{name} is not there any more.</p>
  if (asked.kind === 'constant')
    return (
      <p className="text-trouble">
        {name} does not depend on {knob.name}: it is always {shownText(asked.always, unit, figures)}.
      </p>
    )
  if (asked.kind === 'none') {
    const at = (bound: Bound) =>
      bound.at === 0
        ? `${knob.name} at 0 Ω`
        : bound.at === Infinity
          ? knob.quantity === 'resistance'
            ? `${knob.name} removed`
            : `${knob.name} without limit`
          : `${knob.name} at ${text(bound.at, own)}`
    const said = (bound: Bound) => (Number.isFinite(bound.value) ? text(bound.value) : 'without limit')
    return (
      <p className="text-trouble">
        No {knob.name} makes {name} {wanted}: it lies between {said(asked.low)} ({at(asked.low)}) and {said(asked.high)}{' '}
        ({at(asked.high)}).
      </p>
    )
  }
  return (
    <ul className="grid gap-1">
      {asked.solutions.map((it, i) => (
        <li key={i} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <span className="font-mono font-semibold break-all" data-solution>
            {knob.name} {equals(it, own, figures)}
          </span>
          {it.against && <span className="text-soft">with {name} in the other direction</span>}
          <Button className="!min-h-7 text-xs" onClick={() => onTurn(valueOf(it))}>
            Use it
          </Button>
          <span className="text-soft">
            nearest E24 value: {barred(text(it.nearest.value.value, own))} gives{' '}
            {barred(shownText(it.nearest.gives, unit, figures))}
          </span>
          <Button className="!min-h-7 text-xs" onClick={() => onTurn(it.nearest.value)}>
            Use {text(it.nearest.value.value, own)}
          </Button>
        </li>
      ))}
    </ul>
  )
}

/** A root as a fraction where it is one, else as what it is the sum of, and in decimals. */
function equals({ amount, surd }: Solution, unit: (typeof unitOf)[Knob['quantity']], figures: Figures): string {
  const decimal = shownText({ value: amount.value }, unit, typeof figures === 'number' ? figures : 6)
  if (surd) return `= ${exactText(surd.a)} ${surd.sign} √(${exactText(surd.b)}) ${unit} ≈ ${decimal}`
  const fraction = exactText(amount)
  return fraction?.includes('/') ? `= ${fraction} ${unit} ≈ ${decimal}` : `= ${shownText(amount, unit, 6)}`
}

function valueOf({ amount }: Solution): ExactValue {
  const ratio = exactText(amount)
  return ratio === undefined ? roundFigures(amount.value, 6) : { value: amount.value, exact: ratio }
}
