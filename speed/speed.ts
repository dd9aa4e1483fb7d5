import { execFileSync } from 'node:child_process'
import { availableParallelism } from 'node:os'
import { boardRows } from './board'
import { analysisRows, largestRows, numberRows } from './core'
import { judgingRows } from './judging'
import { logbookRows } from './logbook'
import { diagnosisRows, evaluationRows, samplingRows } from './measuring'
import { print, type Row } from './measure'
import { screenRows } from './screen'
import { taskRows } from './tasks'

const sections: Readonly<Record<string, () => Row[] | Promise<Row[]>>> = {
  analysis: analysisRows,
  numbers: numberRows,
  largest: largestRows,
  evaluation: evaluationRows,
  diagnosis: diagnosisRows,
  sampling: samplingRows,
  judging: judgingRows,
  tasks: taskRows,
  logbook: logbookRows,
  screen: screenRows,
  board: boardRows,
}

const section = sections[process.argv[2] ?? '']
if (section) {
  console.log(JSON.stringify(await section()))
} else {
  // Each section in a fresh process, so that none measures what another left behind.
  const rows = Object.keys(sections).flatMap((name) => {
    const printed = execFileSync(process.execPath, ['scripts/run.mjs', 'speed/speed.ts', name], { encoding: 'utf8' })
    return JSON.parse(printed) as Row[]
  })
  console.log(`Node ${process.version}, ${availableParallelism()} cores; medians\n`)
  print(rows)
}
