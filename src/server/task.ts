import { analyse, analyseNetwork, exactCost, type ArithmeticName } from '@/core/worksheet'
import { cardOf, type Form } from '@/core/picture'
import { readJson } from '@/core/format'
import { readNetwork } from '@/core/network'
import type { Naming, Order } from '@/core/structure'
import type { KindName } from '@/core/kept'
import { judge, type BodyVerdict } from './judge'

/** Work that takes too long for the thread that answers requests. All texts are JSON. */
export type Task =
  | { readonly task: 'judge'; readonly kind: KindName; readonly text: string; readonly id?: string }
  | {
      readonly task: 'analyse'
      readonly document: string
      readonly arithmetic?: ArithmeticName
      readonly order?: Order
    }
  | { readonly task: 'card'; readonly document: string; readonly nodes: Naming; readonly form: Form }

/** What comes of a task. */
export interface Outcomes {
  readonly judge: BodyVerdict
  /** The analysis as JSON, in UTF-8. */
  readonly analyse: { readonly refused: boolean; readonly bytes: Uint8Array<ArrayBuffer> }
  /** The card as JSON text. */
  readonly card: string
}

/** Performs a task, on whatever thread it is called. */
export function perform<T extends Task>(task: T): Outcomes[T['task']]
export function perform(task: Task): Outcomes[Task['task']] {
  switch (task.task) {
    case 'judge':
      return judge(task.kind, task.text, task.id)
    case 'analyse': {
      const { document, arithmetic, order } = task
      return written(analyse(valueOf(document), { arithmetic, order }))
    }
    case 'card':
      return JSON.stringify(cardOf(valueOf(task.document), task))
  }
}

/** What is analysed at once: small enough to hold nobody up longer than the thread's turn would take. */
const quick = { text: 8 * 1024, parts: 60, cost: 2e6 }

/** An analysis that takes so little that it need not go to a thread; null where it must. */
export function analyseIfQuick({
  document,
  arithmetic,
  order,
}: Extract<Task, { task: 'analyse' }>): Outcomes['analyse'] | null {
  if (document.length > quick.text) return null
  const read = readNetwork(valueOf(document))
  if (!read.ok || read.network.parts.length > quick.parts || exactCost(read.network) > quick.cost) return null
  return written(analyseNetwork(read.network, { arithmetic, order }))
}

function written(result: ReturnType<typeof analyse>): Outcomes['analyse'] {
  return { refused: result.status === 'refused', bytes: new TextEncoder().encode(JSON.stringify(result)) }
}

/** What is kept was read when it came in; damaged since, it is no document. */
function valueOf(text: string): unknown {
  const json = readJson(text)
  return json.ok ? json.value : null
}
