// How well the judge of Try names slips, and whether it leaves right answers alone: npm run judge [-- NETWORKS]
import { countChoices } from '../test/choices'
import { countRight, countSlips, together, type Counted } from '../test/judged'
import { countArbitrary, countFollowed } from '../test/follower'
import { kinds, pairs, unnamed, type Kind } from '../test/slipKinds'

const networks = Number(process.argv[2] ?? 300)
const percent = (part: number, whole: number) => `${((100 * part) / whole).toFixed(1)} %`.padStart(8)
const line = (name: string, { made, named, false: untrue, accepted }: Counted) =>
  console.log(
    `${name.padEnd(58)}${String(made).padStart(6)}${percent(named, made)}${percent(untrue, made)}${percent(accepted, made)}`,
  )
const counts = countSlips(networks)
const all = [...kinds, ...pairs, ...unnamed]

console.log(`${'slips'.padEnd(58)}  made   named   false accepted`)
for (const kind of all) {
  const count = counts.get(kind)
  if (count) line(`${unnamed.includes(kind) ? 'no usual slip' : kind.group}: ${kind.name}`, count)
}
const wrongChoices = countChoices(networks)
for (const [name, count] of wrongChoices) line(`structure: ${name}`, count)
console.log('')
line('together: structure', together(wrongChoices))
const groups: readonly (readonly [string, readonly Kind[]])[] = [
  ...(['resistance', 'voltage and current', 'power'] as const).map(
    (group) => [group, kinds.filter((kind) => kind.group === group)] as const,
  ),
  ['pairs', pairs],
  ['no usual slip', unnamed],
  ['all', all],
]
for (const [name, which] of groups) line(`together: ${name}`, together(counts, which))

console.log('\nright answers')
for (const figures of [2, 3, 4])
  for (const rounding of ['each step', 'each number', 'at the end'] as const) {
    const said = countRight(networks, figures, rounding)
    const text = [...said].map(([verdict, count]) => `${count} ${verdict}`).join(', ')
    console.log(`${figures} figures, ${rounding}: ${text}`)
  }

const { answers, asked, wrong } = countFollowed(2 * networks)
console.log(`\nanswers that follow from the paper: ${answers}, asked ${percent(asked, answers)}, wrong ${wrong.length}`)
for (const it of wrong.slice(0, 20)) console.log(`  ${it}`)
const { made, passed } = countArbitrary(networks)
console.log(`numbers that follow from nothing: ${made}, passed ${percent(passed, made)}`)
