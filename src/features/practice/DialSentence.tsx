import { useId } from 'react'
import { dialTable, type Dial, type DialProblem, type Dials, taskKinds, turnedTo } from '@/core/learner'

/** The sentence that says what a task is; each word of it can be turned, by a click or an arrow key. */
export function DialSentence({
  dials,
  problems,
  onTurn,
  label,
}: {
  readonly dials: Dials
  readonly problems: readonly DialProblem[]
  readonly onTurn: (dials: Dials) => void
  readonly label: string
}) {
  const list = dialsOf(dials)
  return (
    <div role="group" aria-label={label} className="text-[15px] leading-8">
      {list.map((dial, i) => (
        <span key={dial}>
          <Turn
            dial={dial}
            dials={dials}
            problem={problems.find((it) => it.dial === dial)?.message ?? null}
            onTurn={onTurn}
          />
          {i === 0 ? ': ' : i + 1 < list.length ? ', ' : ''}
        </span>
      ))}
    </div>
  )
}

/** One dial. A click turns it on, with Shift back; arrow keys turn it both ways. */
function Turn({
  dial,
  dials,
  problem,
  onTurn,
}: {
  readonly dial: Dial
  readonly dials: Dials
  readonly problem: string | null
  readonly onTurn: (dials: Dials) => void
}) {
  const id = useId()
  // The usual value stands first in the table; numbers are turned in their own order.
  const values: readonly unknown[] =
    dial === 'resistors' ? [...dialTable.resistors].sort((a, b) => a - b) : dialTable[dial]
  const at = values.indexOf(dials[dial])
  const turnTo = (next: number) => {
    const value = values[(next + values.length) % values.length]
    onTurn(dial === 'kind' ? turnedTo(dials, value as Dials['kind']) : ({ ...dials, [dial]: value } as Dials))
  }
  const text = dialText(dial, dials[dial])
  return (
    <>
      <span
        role="spinbutton"
        tabIndex={0}
        aria-label={dialNamesText[dial]}
        aria-valuenow={at}
        aria-valuemin={0}
        aria-valuemax={values.length - 1}
        aria-valuetext={text}
        aria-invalid={problem !== null}
        aria-describedby={problem === null ? undefined : id}
        data-dial={dial}
        onClick={(event) => turnTo(at + (event.shiftKey ? -1 : 1))}
        onKeyDown={(event) => {
          const to = {
            ArrowUp: at + 1,
            ArrowRight: at + 1,
            ArrowDown: at - 1,
            ArrowLeft: at - 1,
            Home: 0,
            End: values.length - 1,
            Enter: at + 1,
            ' ': at + 1,
          }[event.key]
          if (to === undefined) return
          event.preventDefault()
          event.stopPropagation()
          turnTo(to)
        }}
        className={`inline-block min-h-6 cursor-pointer rounded px-0.5 leading-6 underline decoration-dotted underline-offset-4 select-none hover:bg-chosen-wash ${
          problem === null ? 'decoration-chosen' : 'text-trouble decoration-trouble'
        } ${dial === 'kind' ? 'font-semibold' : ''}`}
      >
        {text}
      </span>
      {problem !== null && (
        <span id={id} role="alert" data-dial-problem={dial} className="ml-1 text-sm text-trouble">
          ✗ {problem}
        </span>
      )}
    </>
  )
}

type Texts = { readonly [D in Dial]: { readonly [V in Dials[D] as `${V}`]: string } }

/** Every value of every dial, as it stands in the sentence above a task. */
export const dialTexts: Texts = {
  kind: Object.fromEntries(Object.entries(taskKinds).map(([kind, { name }]) => [kind, name])) as Texts['kind'],
  resistors: {
    3: '3 resistors',
    4: '4 resistors',
    5: '5 resistors',
    6: '6 resistors',
    7: '7 resistors',
    8: '8 resistors',
    9: '9 resistors',
    10: '10 resistors',
    11: '11 resistors',
    12: '12 resistors',
    13: '13 resistors',
    14: '14 resistors',
  },
  depth: {
    any: 'any nesting',
    1: 'not nested',
    2: 'nested 2 deep',
    3: 'nested 3 deep',
    4: 'nested 4 deep',
    5: 'nested 5 deep',
    6: 'nested 6 deep',
  },
  widest: {
    any: 'groups of any size',
    2: 'groups of two',
    3: 'groups of up to 3',
    4: 'groups of up to 4',
    5: 'groups of up to 5',
    6: 'groups of up to 6',
  },
  parallel: {
    any: 'any mix of series and parallel',
    little: 'mostly series',
    half: 'half parallel',
    much: 'mostly parallel',
  },
  units: { Ω: 'in ohms', kΩ: 'in kilohms', mixed: 'ohms and kilohms mixed' },
  numbers: { tidy: 'round numbers', real: 'any numbers' },
  picture: { bent: 'picture with bends', straight: 'plain picture', disguised: 'disguised picture' },
  given: {
    voltage: 'the source’s voltage given',
    current: 'the total current given',
    inside: 'one inner value given',
    terminals: 'terminals only',
  },
  asked: { one: 'find one quantity', all: 'find everything', source: 'find the source’s values' },
  special: {
    none: 'nothing special',
    placeholder: 'a 0 Ω placeholder',
    shorted: 'a shorted part',
    'dead-end': 'a dead end',
    bridge: 'a bridge',
  },
  blank: { last: 'the last line blank', half: 'half of the lines blank', all: 'all lines blank' },
}

/** What each dial is called. */
const dialNamesText: Readonly<Record<Dial, string>> = {
  kind: 'kind of task',
  resistors: 'resistors',
  depth: 'nesting',
  widest: 'size of groups',
  parallel: 'series or parallel',
  units: 'units',
  numbers: 'numbers',
  picture: 'picture',
  given: 'what is given',
  asked: 'what is asked',
  special: 'what is special',
  blank: 'what is blank',
}

/** The dials that change something, in the order of the sentence. */
function dialsOf({ kind, given, special }: Dials): Dial[] {
  const order: readonly Dial[] = [
    'kind',
    'resistors',
    'numbers',
    'units',
    'picture',
    'given',
    'asked',
    'blank',
    'special',
    'depth',
    'widest',
    'parallel',
  ]
  // Between terminals there is one thing to find, and at a bridge where it stops.
  const isFixed = given === 'terminals' || special === 'bridge'
  return order.filter((dial) => !taskKinds[kind].idle.includes(dial) && !(isFixed && dial === 'asked'))
}

/** A value of a dial in words. */
function dialText<D extends Dial>(dial: D, value: Dials[D]): string {
  return (dialTexts[dial] as Readonly<Record<string, string>>)[String(value)]
}
