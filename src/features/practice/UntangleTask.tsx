import { useState, type FormEvent } from 'react'
import { byNumber, slotLetter, type Question, type Task } from '@/core/learner'
import { Select } from '@/ui/controls'
import { Button } from '@/ui/Button'
import { useSettings } from '@/ui/settings'
import { SheetDrawing } from '@/ui/SheetDrawing'
import { TaskPicture } from './Picture'
import { SaidNote } from './SaidNote'
import type { OpenExercise } from './useExercise'
import { drawSheet, type Picture } from '@/core/picture'

/** So many wrong counts, and the sheet is shown all the same. */
const patience = 2

/** How many nodes has the picture, and which resistor stands where on the stretched sheet? */
export function UntangleTask({
  exercise: { task, judged, make, moves },
  question,
}: {
  readonly exercise: OpenExercise
  readonly question: Extract<Question, { kind: 'untangle' }>
}) {
  const { slots } = question
  const { symbols } = useSettings().settings
  const { worksheet } = task
  const [count, setCount] = useState<string | null>(null)
  const counts = moves.filter((move) => move.do === 'count')
  const lastCount = counts[counts.length - 1]
  const placedMove = moves.findLast((move) => move.do === 'place')
  const kept = placedMove?.do === 'place' ? placedMove.names : []
  const [draft, setDraft] = useState<readonly string[] | null>(null)
  const names = slots.map((_, i) => (draft ?? kept)[i] ?? '')
  const [active, setActive] = useState(0)
  const [counted, placing] = judged.items
  const isCounted = counted.answer.now === 1
  const isPlaced = placing.answer.now === 1
  const isShown = isCounted || counts.length >= patience
  const said = (place: number) => judged.said.find(({ at }) => at === place)
  const put = (slot: number, name: string) => {
    // One resistor stands in one place.
    const next = names.map((other, i) => (i === slot ? name : other === name ? '' : other))
    setDraft(next)
    const free = next.findIndex((other, i) => other === '' && i !== slot)
    if (name !== '' && free >= 0) setActive(free)
  }
  const submitCount = (event: FormEvent) => {
    event.preventDefault()
    if (count === null || !/^\d{1,3}$/.test(count.trim())) return
    make({ do: 'count', nodes: count.trim() })
    setCount(null)
  }
  const slotOf = (id: number) => slots.indexOf(worksheet.elements[id].name)
  const elementOf = (slot: number) => worksheet.elements.findIndex(({ name }) => name === slots[slot])
  const picture = drawPlaces(task, question, names)
  return (
    <div className="flex flex-wrap items-start gap-4">
      <TaskPicture
        task={task}
        chosen={names.filter((name) => name !== '')}
        onChoose={isShown && !isPlaced ? (name) => slots.includes(name) && put(active, name) : undefined}
      />
      <div className="grid min-w-80 flex-1 content-start gap-3">
        <form onSubmit={submitCount} className="grid gap-1">
          <label className="flex flex-wrap items-center gap-2 text-base font-semibold">
            How many nodes carry current here, + and − among them?
            <input
              inputMode="numeric"
              value={count ?? (lastCount?.do === 'count' ? lastCount.nodes : '')}
              size={3}
              maxLength={3}
              disabled={isCounted}
              onChange={({ target }) => setCount(target.value)}
              className="h-8 field font-mono"
            />
            <Button look="strong" type="submit" disabled={isCounted}>
              Check
            </Button>
          </label>
          <SaidNote said={said(0)} />
        </form>
        {isShown && (
          <section aria-labelledby="stretched" className="grid gap-2">
            <h2 id="stretched" className="text-base font-semibold">
              Stretched from + to −: which resistor stands where?
            </h2>
            <p className="text-soft">
              Point at a place on the sheet, then at a resistor of the picture; or choose in the list. Branches that
              could change places may.
            </p>
            <div className="w-fit max-w-full overflow-x-auto rounded-lg border border-line paper">
              <SheetDrawing
                picture={picture}
                nodeLabels={worksheet.wiring.nodes.map(({ label }) => label)}
                symbols={symbols}
                side="reduce"
                chosen={isPlaced ? [] : [elementOf(active)]}
                description={`The stretched sheet: ${picture.parts.map(({ label }) => label.name).join(', ')}`}
                onChoose={isPlaced ? undefined : (id) => setActive(slotOf(id))}
              />
            </div>
            <ul className="flex flex-wrap gap-2" aria-label="Resistors in their places">
              {slots.map((_, slot) => (
                <li key={slot}>
                  <label className="flex items-center gap-1">
                    <span className="font-mono">{slotLetter(slot)}</span>
                    <span className="sr-only">{`, ${wordsOf(worksheet, elementOf(slot))}`}</span>
                    <Select
                      label={`${slotLetter(slot)}, ${wordsOf(worksheet, elementOf(slot))}`}
                      value={names[slot]}
                      disabled={isPlaced}
                      options={[
                        { value: '', name: '–' },
                        ...[...slots].sort(byNumber).map((name) => ({ value: name, name })),
                      ]}
                      onChange={(name) => put(slot, name)}
                      onFocus={() => setActive(slot)}
                    />
                  </label>
                </li>
              ))}
            </ul>
            <span>
              <Button
                look="strong"
                disabled={isPlaced}
                onClick={() => {
                  make({ do: 'place', names })
                  setDraft(null)
                }}
              >
                Check the places
              </Button>
            </span>
            <SaidNote said={said(1)} />
          </section>
        )}
      </div>
    </div>
  )
}

/** Between which nodes a place lies. */
function wordsOf({ wiring, reduction }: OpenExercise['task']['worksheet'], element: number): string {
  const at = (node: number) => wiring.nodes[node].label
  return `from node ${at(reduction.from[element])} to node ${at(reduction.to[element])}`
}

/**
 * The stretched sheet of a picture to be untangled, its places by their letters.
 *
 * @param names which resistor was put into each place; empty where none was
 */
export function drawPlaces(
  { worksheet }: Task,
  { slots }: Extract<Question, { kind: 'untangle' }>,
  names: readonly string[] = [],
): Picture {
  const elements = worksheet.elements.map((element) => {
    const slot = slots.indexOf(element.name)
    return element.part === null ? element : { ...element, name: names[slot] || slotLetter(slot) }
  })
  return drawSheet({ ...worksheet, elements }, { stage: 0, sheet: 0 }, 'reduce', 4, {
    form: 'line',
    written: () => ' ',
    withoutOutward: true,
  })
}
