/** Disjoint sets of 0…size−1 (union by size, path halving). */
export class Sets {
  private readonly parent: number[]
  private readonly size: number[]

  constructor(size: number) {
    this.parent = Array.from({ length: size }, (_, i) => i)
    this.size = new Array<number>(size).fill(1)
  }

  find(item: number): number {
    const { parent } = this
    while (parent[item] !== item) {
      parent[item] = parent[parent[item]]
      item = parent[item]
    }
    return item
  }

  join(a: number, b: number): void {
    a = this.find(a)
    b = this.find(b)
    if (a === b) return
    if (this.size[a] < this.size[b]) [a, b] = [b, a]
    this.parent[b] = a
    this.size[a] += this.size[b]
  }
}

/** Splits items into groups that hang together by shared keys, groups and items in their given order. */
export function groupBy(items: readonly number[], keysOf: (item: number) => readonly number[]): number[][] {
  const sets = new Sets(items.length)
  const first = new Map<number, number>()
  items.forEach((item, i) => {
    for (const key of keysOf(item)) {
      const other = first.get(key)
      if (other === undefined) first.set(key, i)
      else sets.join(other, i)
    }
  })
  const groups = new Map<number, number[]>()
  items.forEach((item, i) => {
    const root = sets.find(i)
    const group = groups.get(root)
    if (group) group.push(item)
    else groups.set(root, [item])
  })
  return [...groups.values()]
}
