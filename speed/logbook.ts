import { columnsOf, create, openDatabase, readLogbook } from '../src/db'
import { randomNetwork, randomNumbers } from '../test/randomNetwork'
import { median, medianTime, time, type Row } from './measure'
import { openPage, whileServed } from './served'

const many = 1000
const words = ['dew', 'strip', 'focuser', 'lamp', 'divider', 'dummy', 'load', 'heater', 'tube', 'finder']

/** Networks as somebody keeps them over years: titles, notes, tags, 2 to 13 resistors. */
function documents() {
  const random = randomNumbers(16)
  const word = () => words[Math.floor(random() * words.length)]
  return Array.from({ length: many }, (_, i) => ({
    ...randomNetwork(i, 2 + (i % 12)),
    title: `${word()} ${word()} ${i}`,
    notes: `kept for the ${word()} in the ${word()} box`,
    tags: i % 3 === 0 ? [word()] : [],
  }))
}

/** A logbook of 1,000 networks: a search in everything beside a plain look through all texts, and the page in a browser. */
export async function logbookRows(): Promise<Row[]> {
  const { db, sqlite } = openDatabase(':memory:')
  const all = documents()
  for (const document of all) create(db, 'network', columnsOf('network', document))
  const query = { tag: '', by: 'changed', from: 0, count: 24, nodes: 'numbers', form: 'line' } as const
  const search = medianTime(() => readLogbook(db, { ...query, search: 'lamp 4k7' }))
  const scan = sqlite.prepare(
    "SELECT id FROM kept WHERE kind = 'network' AND document LIKE '%lamp%' AND document LIKE '%4k7%'",
  )
  const peer = medianTime(() => scan.all())
  const served = await whileServed(async ({ browser, addressOf }) => {
    let first = ''
    for (let i = 0; i < many; i += 50) {
      const made = await Promise.all(all.slice(i, i + 50).map(addressOf))
      first ||= made[0]
    }
    const page = await openPage(browser)
    const address = new URL('/', first).href
    const bytes = (await (await fetch(address)).arrayBuffer()).byteLength
    const times: number[] = []
    for (let i = 0; i < 9; i++) {
      const start = performance.now()
      await page.goto(address, { waitUntil: 'commit' })
      await page.locator('main h2').first().waitFor()
      times.push(performance.now() - start)
    }
    return { bytes, card: median(times.slice(2)) }
  })
  return [
    {
      what: `a search in ${many.toLocaleString('en')} networks (${time(peer)} for a look through their texts alone)`,
      measured: time(search),
      wanted: '≤ 50 ms',
      holds: search <= 50,
    },
    {
      what: `the logbook of ${many.toLocaleString('en')}: address → first cards seen`,
      measured: time(served.card),
      wanted: '≤ 500 ms',
      holds: served.card <= 500,
    },
    {
      what: 'its page, before the drawings',
      measured: `${Math.round(served.bytes / 1024)} kB`,
      wanted: '≤ 300 kB',
      holds: served.bytes <= 300 * 1024,
    },
  ]
}
