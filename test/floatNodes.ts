import type { NetworkDocument } from '@/core/network'
import { readQuantity } from '@/core/number'

/** A document with its resistors at these values, in ohms, and its source at this voltage. */
export interface Values {
  readonly ohms: ReadonlyMap<string, number>
  readonly volts: number
}

/** The values that are marked on the parts. */
export function marked(document: NetworkDocument): Values {
  const value = (typed: string | number | undefined) => {
    const read = readQuantity(typed, null)
    if (!read.ok) throw new Error(`no value: ${typed}`)
    return read.value
  }
  const ohms = new Map<string, number>()
  let volts = 0
  for (const part of document.parts) {
    if (part.kind === 'resistor') ohms.set(part.name, value(part.resistance))
    if (part.kind === 'source') volts = value(part.voltage)
  }
  return { ohms, volts }
}

export interface FloatNodes {
  /** By point, against the source's − end. */
  readonly potential: ReadonlyMap<string, number>
  /** What the source gives, in amperes. */
  readonly current: number
}

/** Node voltages in doubles by Gaussian elimination with pivots, written for tests alone: slow, plain and of its own. */
export function floatNodes({ parts }: NetworkDocument, { ohms, volts }: Values): FloatNodes {
  const group = new Map<string, string>()
  const root = (point: string): string => {
    const above = group.get(point) ?? point
    return above === point ? point : root(above)
  }
  for (const part of parts) if (part.kind === 'wire') group.set(root(part.from), root(part.to))
  const source = parts.find(({ kind }) => kind === 'source')
  if (!source) throw new Error('the method needs a source')
  const [plus, minus] = [root(source.from), root(source.to)]
  const resistors = parts.flatMap((part) =>
    part.kind === 'resistor' ? [{ a: root(part.from), b: root(part.to), G: 1 / (ohms.get(part.name) as number) }] : [],
  )
  const tied = new Set([plus, minus])
  for (let size = 0; size !== tied.size;) {
    size = tied.size
    for (const { a, b } of resistors) if (tied.has(a) || tied.has(b)) tied.add(a).add(b)
  }
  const unknown = [...tied].filter((node) => node !== plus && node !== minus)
  const rows = unknown.map((node) => {
    const row = new Array<number>(unknown.length + 1).fill(0)
    for (const { a, b, G } of resistors) {
      if (a === b || (a !== node && b !== node)) continue
      const other = a === node ? b : a
      row[unknown.indexOf(node)] += G
      if (other === plus) row[unknown.length] += G * volts
      else if (other !== minus) row[unknown.indexOf(other)] -= G
    }
    return row
  })
  for (let column = 0; column < unknown.length; column++) {
    let pivot = column
    for (let i = column; i < rows.length; i++) if (Math.abs(rows[i][column]) > Math.abs(rows[pivot][column])) pivot = i
    ;[rows[column], rows[pivot]] = [rows[pivot], rows[column]]
    rows.forEach((row, i) => {
      if (i === column || row[column] === 0) return
      const factor = row[column] / rows[column][column]
      for (let k = column; k < row.length; k++) row[k] -= factor * rows[column][k]
    })
  }
  const at = (node: string) => {
    if (node === plus) return volts
    const i = unknown.indexOf(node)
    return i < 0 ? 0 : rows[i][unknown.length] / rows[i][i]
  }
  const potential = new Map<string, number>()
  for (const part of parts)
    for (const point of [part.from, part.to]) if (tied.has(root(point))) potential.set(point, at(root(point)))
  let current = 0
  for (const { a, b, G } of resistors) {
    if (a === plus) current += (at(a) - at(b)) * G
    if (b === plus) current += (at(b) - at(a)) * G
  }
  return { potential, current }
}
