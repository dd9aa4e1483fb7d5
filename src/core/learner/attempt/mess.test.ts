import { networkOf } from '../../../../test/documents'
import { worksheetOf } from '../../../../test/learner'
import { randomBridges, randomNetwork, randomNumbers } from '../../../../test/randomNetwork'
import { runs } from '../../../../test/runs'
import { findGroups } from '../../structure'
import { wordSentence } from '../../worksheet'
import {
  begin,
  hintFor,
  isDone,
  openGoals,
  play,
  readMoves,
  summarise,
  toMend,
  type Check,
  type Move,
  type Position,
} from './index'

const answers = ['0', '-1', '1e-100', '1e100', '1/3', '30', '4k7', '5 V', '12/764 = 15.7 mA', '3 Ω', '9.60', '(', '']
const quantities = ['resistance', 'voltage', 'current', 'power'] as const

/** Any move at all, sensible or not. */
function anyMove({ sheet, reduction, truth, worksheet }: Position, random: () => number): Move {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]
  const groups = findGroups(sheet)
  const element = Math.floor(random() * reduction.from.length)
  const quantity = pick(quantities)
  const value = truth[quantity][element]
  const bent = value === null ? pick(answers) : String(Number((value * pick([1, 1, 1e3, 2, 0.5, 1.01])).toPrecision(4)))
  const part = pick(worksheet.network.parts)
  const group = groups.length > 0 ? pick(groups) : { kind: 'series' as const, members: [element] }
  return pick<Move>([
    { do: 'combine', ...group, answer: pick([...answers, '10', '10']) },
    { do: 'stop', members: sheet.elements.map(({ id }) => id), why: 'no-group' },
    { do: 'combine', members: [element, 0], kind: pick(['series', 'parallel'] as const), answer: '1k' },
    { do: 'value', element, quantity, answer: bent },
    { do: 'value', element, quantity, answer: pick(answers) },
    { do: 'carry', element, quantity: pick(['voltage', 'current'] as const) },
    {
      do: 'answer',
      quantity: pick(['potential', 'voltage', 'power'] as const),
      of: pick([part.name, part.from]),
      answer: bent,
    },
    { do: 'check', check: pick(['junction', 'loop', 'power'] as const), answer: bent },
    { do: 'back' },
    { do: 'forth' },
    { do: 'undo' },
    { do: 'hint', strength: 3 },
  ])
}

/** The move that a hint of the third strength tells. */
function hinted(position: Position): Move | null {
  const hint = hintFor(position, 3)
  if (!hint) return null
  const { names, sheet } = position
  const told = wordSentence(hint.sentences[hint.sentences.length - 1])
  const answer = / is (.+)$/.exec(told)?.[1] ?? ''
  const mend = toMend(position).find(({ verdict }) => verdict !== 'follows') ?? toMend(position).at(0)
  if (mend && mend.of !== null)
    return mend.quantity === 'check'
      ? { do: 'check', check: mend.of as Check, answer }
      : { do: 'answer', quantity: mend.quantity, of: mend.of, answer }
  const [group] = findGroups(sheet)
  if (told.startsWith('say that')) return { do: 'stop', members: hint.elements, why: 'no-group' }
  if (told.startsWith('combine')) return { do: 'combine', ...group, answer: / ?: (.+)$/.exec(told)?.[1] ?? '' }
  const [, letter, name] = /^([VIP])\((.+)\) is/.exec(told) ?? []
  if (names.includes(name)) {
    const quantity = ({ V: 'voltage', I: 'current', P: 'power' } as const)[letter as 'V' | 'I' | 'P']
    return { do: 'value', element: names.indexOf(name), quantity, answer }
  }
  const made = names.indexOf(told.split(' is ')[0])
  if (made >= 0) return { do: 'value', element: made, quantity: 'resistance', answer }
  const goal = openGoals(position).find(({ of }) => of !== null)
  return goal?.of ? { do: 'answer', quantity: goal.quantity, of: goal.of, answer } : null
}

test('after any moves at all every word is sound, and hints lead from there to the end', () => {
  for (let seed = 0; seed < runs(15); seed++) {
    const random = randomNumbers(seed)
    const document =
      seed % 4 === 3
        ? randomBridges(seed, 2 + (seed % 4), { zeros: true })
        : randomNetwork(seed, 1 + (seed % 9), {
            zeros: seed % 2 === 0,
            clutter: seed % 3 === 0,
            meters: seed % 5 === 0,
            open: seed % 7 === 0,
          })
    const worksheet = worksheetOf(networkOf(document), { order: seed % 5 === 1 ? 'pairs' : 'single', asked: [] })
    const asked = [
      { quantity: 'power', of: document.parts[1].name },
      { quantity: 'potential', of: document.parts[1].from },
    ] as const
    let position = begin(seed % 3 === 2 ? { ...worksheet, choices: { ...worksheet.choices, asked } } : worksheet)
    const isSound = (words: readonly Parameters<typeof wordSentence>[0][] = []) => {
      for (const word of words) expect(wordSentence(word)).not.toMatch(/NaN|undefined|Infinity|\{/)
    }
    for (let i = 0; i < 50; i++) {
      const move = anyMove(position, random)
      expect(readMoves([move]).ok).toBe(true)
      position = play(position, move)
      isSound(position.judgements.at(-1)?.reasons)
      isSound(hintFor(position, 3)?.sentences)
      expect(summarise(position).wrong).toBeGreaterThanOrEqual(0)
    }
    for (let left = 300; !isDone(position); left--) {
      const move = hinted(position)
      expect([seed, move !== null && left > 0]).toEqual([seed, true])
      if (move) position = play(position, move)
    }
  }
})
