/**
 * In: a worksheet and one choice of how it is done. Out: what each value of that choice writes here, in a line; or that
 * they all write the same. Textbooks: “some authors write …”.
 */

import { quantityText, unitOf, writeQuantity, type Figures } from '../number'
import { schoolChoices, type School } from '../network'
import { elementKey } from '../structure'
import { formulaText, keystrokes, wordSentence, type Formula } from './explain'
import { explainBlock, explainCheck, explainLine, waysTo, workOut, type Worksheet } from './worked'

/** Something that a worksheet writes: words, or formulas. */
export type Example = { readonly words: string } | { readonly formulas: readonly Formula[] }

/** What each value of a choice writes; null where all of them write the same here. */
export type Examples = Readonly<Record<string, Example>> | null

/**
 * What each value of a choice writes in a worksheet: the first thing that tells the most of them apart.
 *
 * @param figures how the worksheet's numbers are shown
 */
export function examplesOf(worksheet: Worksheet, choice: keyof School, figures: Figures): Examples {
  const values = schoolChoices[choice] as readonly (string | number)[]
  const own = byItself[choice]
  if (own)
    return byValue(
      values,
      values.map((value) => ({ words: own(worksheet, value, figures) })),
      figures,
    )
  const written = values.map((value) => {
    const other = worked(worksheet, choice, value, figures)
    return other ? writtenIn(other, figures) : new Map<string, Example>()
  })
  const keys = [...new Set(written.flatMap((it) => [...it.keys()]))]
  // What tells the most of them apart; what all of them write, but not alike, rather than what some do not write at all.
  const told = (key: string) =>
    new Set(written.map((it) => textOf(it.get(key), figures))).size + (written.every((it) => it.has(key)) ? 0.5 : 0)
  const most = keys.reduce((best, key) => Math.max(best, told(key)), 0)
  const key = keys.find((it) => told(it) === most)
  if (key === undefined || most < 2) return null
  return byValue(
    values,
    written.map((it) => it.get(key) ?? { words: '' }),
    figures,
  )
}

function worked(
  worksheet: Worksheet,
  choice: keyof School,
  value: string | number,
  figures: Figures,
): Worksheet | null {
  const made = { ...worksheet.choices, figures, [choice]: value === 'yes' ? true : value === 'no' ? false : value }
  const other = workOut(worksheet.network, { nodes: worksheet.naming, choices: made })
  return 'status' in other ? null : other
}

function textOf(example: Example | undefined, figures: Figures): string {
  if (!example) return ''
  return 'words' in example ? example.words : example.formulas.map((it) => formulaText(it, figures)).join(' · ')
}

function byValue(values: readonly (string | number)[], examples: readonly Example[], figures: Figures): Examples {
  const texts = examples.map((it) => textOf(it, figures))
  if (texts.every((text) => text === texts[0])) return null
  return Object.fromEntries(values.map((value, i) => [value, examples[i]]))
}

/** Everything that a worksheet writes, in its order, by what it is about. */
function writtenIn(worksheet: Worksheet, figures: Figures): Map<string, Example> {
  const { rows, derivation, choices, elements } = worksheet
  const written = new Map<string, Example>()
  const keyOf = (id: number) => (id < elements.length ? elementKey(worksheet, id) : String(id))
  const sides = [
    ...rows.map((row) => ({ row, side: 'reduce' as const, blocks: row.down })),
    ...[...rows].reverse().map((row) => ({ row, side: 'expand' as const, blocks: row.up })),
  ]
  for (const { row, side, blocks } of sides)
    for (const block of blocks) {
      const about = block.step === null ? row.key : keyOf(block.step)
      const words = explainBlock(worksheet, row, block, side)
      if (words) written.set(`${side} ${about}`, { words: wordSentence(words.title) })
      for (const id of block.lines) {
        const { quantity, of } = derivation.lines[id]
        const { formulas } = explainLine(worksheet, id, row.kind === 'supply')
        if (formulas.length > 0) written.set(`${quantity} ${keyOf(of)}`, { formulas })
      }
      const check = block.check && block.step !== null ? explainCheck(worksheet, block.step) : null
      if (check) written.set(`check ${about}`, { formulas: [check] })
    }
  for (const { id, quantity, of, section } of derivation.lines) {
    // The supply's stands with the supply, unless all three formulas are wanted of it too.
    const isShown = section.at === 'powers' || (choices.power === 'all' && section.at === 'supply')
    if (quantity !== 'power' || !isShown) continue
    const formulas =
      choices.power === 'all'
        ? waysTo(worksheet, 'power', of).flatMap((way) => way.formulas.slice(-1))
        : explainLine(worksheet, id).formulas
    if (formulas.some((formula) => formulaText(formula, figures) !== ''))
      written.set(`power ${keyOf(of)}`, { formulas })
  }
  return written
}

/** The titles of the steps, each row's in one. */
function titlesOf(worksheet: Worksheet): string[] {
  return worksheet.rows.flatMap((row) => {
    const titles = row.down.flatMap((block) => {
      const words = block.step === null ? null : explainBlock(worksheet, row, block, 'reduce')
      return words ? [wordSentence(words.title)] : []
    })
    return titles.length > 0 ? [titles.join('; ')] : []
  })
}

/** The first step at which the values of a choice go different ways. */
function firstOther(worksheet: Worksheet, choice: 'order' | 'begin', value: string | number, figures: Figures): string {
  const all = (schoolChoices[choice] as readonly (string | number)[]).map((it) => {
    const other = worked(worksheet, choice, it, figures)
    return other ? titlesOf(other) : []
  })
  const own = all[(schoolChoices[choice] as readonly (string | number)[]).indexOf(value)]
  const at = Math.max(...all.map((titles) => titles.length))
  for (let i = 0; i < at; i++)
    if (all.some((titles) => titles[i] !== all[0][i]))
      return own[i] === undefined ? 'done by then' : `step ${i + 1}: ${own[i]}`
  return ''
}

/** Choices whose look is not in what is written, or is seen better at once than line by line. */
const byItself: Readonly<
  Partial<Record<keyof School, (worksheet: Worksheet, value: string | number, figures: Figures) => string>>
> = {
  order: (worksheet, value, figures) => firstOther(worksheet, 'order', value, figures),
  begin: (worksheet, value, figures) => firstOther(worksheet, 'begin', value, figures),
  names: (worksheet, value, figures) =>
    (worked(worksheet, 'names', value, figures)?.elements ?? [])
      .flatMap(({ name, made }) => (made ? [name] : []))
      .join(', '),
  how: ({ reduction: { steps } }, value) => {
    if (steps.length === 0) return ''
    const loops = `${steps.length} ${steps.length === 1 ? 'loop' : 'loops'}`
    if (value === 'sheets') return `${steps.length + 1} sheets`
    return value === 'loops' ? `${loops}, from + to −` : `${loops}, as you drew it`
  },
  figures: ({ derivation }, value) => {
    // The number that says most: one that no decimals show exactly, else the longest.
    const amounts = derivation.lines.flatMap(({ amount, quantity }) =>
      amount && quantity !== 'potential' ? [{ amount, unit: unitOf[quantity] }] : [],
    )
    const length = ({ amount, unit }: (typeof amounts)[number]) => quantityText(amount, unit, 6).length
    const shown =
      amounts.find(({ amount, unit }) => writeQuantity(amount, unit, 'repeating').number.includes('(')) ??
      amounts.find(({ amount, unit }) => writeQuantity(amount, unit, 6).rounded) ??
      [...amounts].sort((a, b) => length(b) - length(a))[0]
    return shown ? quantityText(shown.amount, shown.unit, value as Figures) : ''
  },
  keys: (worksheet, value) => {
    const line = worksheet.derivation.lines.find(({ id }) => explainLine(worksheet, id).work.length > 0)
    if (!line) return ''
    return value === 'no' ? 'no keys' : keystrokes(explainLine(worksheet, line.id).work).join(' ')
  },
  outward: ({ derivation: { outwardPath }, elements }, value) => {
    const names = outwardPath.map((id) => elements[id].name)
    if (names.length === 0) return ''
    return value === 'yes' ? names.join(' → ') : `Req, then from ${names[0]}`
  },
  flow: ({ derivation }, value) =>
    derivation.supply === null || derivation.whole === null
      ? ''
      : value === 'electron'
        ? 'arrows from − to +'
        : 'arrows from + to −',
}
