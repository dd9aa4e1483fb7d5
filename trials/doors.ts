import type { Row } from '../speed/measure'
import { mutatedDocument } from '../test/mutate'
import { randomNumbers } from '../test/randomNetwork'
import { whileServed, type Served } from './server'

/** Mutated requests at every door, and the pages of what passed: no answer may be a 500, and the server must live. */
export function doorRows(): Promise<Row[]> {
  return whileServed(async (served) => {
    const count = 5000
    const statuses = new Map<number, number>()
    const bad: string[] = []
    const ask: Served['ask'] = async (method, path, ...more) => {
      const answer = await served.ask(method, path, ...more).catch((error: Error) => {
        bad.push(`${method} ${path.slice(0, 80)}: ${error.message}`)
        return { status: 0, text: '', ms: 0 }
      })
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1)
      if (answer.status >= 500 || answer.text.includes('"digest"') || /Nodrel failed at/.test(answer.text))
        bad.push(`${method} ${path.slice(0, 80)}: ${answer.status} ${answer.text.slice(0, 200)}`)
      return answer
    }
    let asked = 0
    for (let seed = 0; asked < count; seed++) {
      const random = randomNumbers(seed)
      const document = mutatedDocument(1_000_000 + seed)
      const { status, text } = await ask('POST', '/api/networks', { document })
      const id = status === 201 ? (JSON.parse(text) as { id: string }).id : `%${seed.toString(16)}`
      asked += 1
      const arithmetic = ['exact', 'float', 'rounded:3', 'rounded:16', 'best', ''][seed % 6]
      await ask('GET', `/api/networks/${id}/analysis?arithmetic=${arithmetic}`)
      await ask('PUT', `/api/networks/${id}`, { version: seed % 3, document: mutatedDocument(2_000_000 + seed) })
      await ask('PUT', `/api/attempts/${id}`, { version: seed % 2, document: { of: document, moves: moves(random) } })
      asked += 3
      if (seed % 5 === 0) {
        await ask('GET', `/networks/${id}${seed % 2 ? '/draw' : ''}`)
        await ask('GET', `/api/logbook?search=${encodeURIComponent(String.fromCharCode(seed))}&from=${seed}`)
        await ask('GET', '/')
        asked += 3
      }
      if (seed % 7 === 0) {
        await ask('PUT', `/api/networks/${id}`, JSON.stringify({ version: 1, document }).slice(0, -1 - (seed % 50)))
        await ask('DELETE', `/api/networks/${id}`)
        await ask('DELETE', `/api/bin/${id}`)
        asked += 3
      }
    }
    const alive = await served.ask('GET', '/api/networks').then(
      ({ status }) => status === 200,
      () => false,
    )
    bad.slice(0, 10).forEach((it) => console.error(it))
    return [
      {
        what: `mutated requests, of ${asked}: 5xx or no answer`,
        measured: String(bad.length),
        wanted: '0',
        holds: bad.length === 0,
      },
      {
        what: `  statuses: ${[...statuses].map(([status, times]) => `${status} × ${times}`).join(', ')}; answers afterwards`,
        measured: alive ? 'yes' : 'no',
        wanted: 'yes',
        holds: alive,
      },
    ]
  })
}

function moves(random: () => number): unknown {
  const odd: unknown[] = [
    null,
    {},
    { do: 'constructor' },
    { do: 'combine', members: [0, 1], kind: 'series', answer: '1' },
  ]
  return random() < 0.2 ? 'none' : Array.from({ length: Math.floor(random() * 5) }, () => odd[Math.floor(random() * 4)])
}
