import { closed, list, object, oneOf, optional, text, type Declared } from '../../format'

/** What is worth saying about a network. */
const codes = [
  'shorted',
  'dead-end',
  'cut-off',
  'open-supply',
  'shorted-supply',
  'bridge',
  'meter-shorts',
  'unread-tolerance',
  'unread-rating',
] as const
export type FindingCode = (typeof codes)[number]

const fields = { parts: list(text()), nodes: optional(list(text())), message: text() }

/** A finding names its parts, the node labels it speaks of, and what to do. */
export const findingDeclaration = closed({ ...fields, code: oneOf(codes), parts: list(text(), { least: 1 }) })
export type Finding = Required<Declared<typeof findingDeclaration>>

/** What is noted of a part and cannot be read. */
export const unreadDeclaration = object({ ...fields, code: oneOf(['unread-tolerance', 'unread-rating']) })

/**
 * Words a finding.
 *
 * @param by of `shorted` the zero-ohm parts that short it, absent when wire does; of `bridge` the elements that stop it
 */
export function finding(
  code: FindingCode,
  parts: readonly string[],
  nodes: readonly string[],
  by?: readonly string[],
): Finding {
  return { code, parts, nodes, message: message(code, parts, nodes, by) }
}

function message(
  code: FindingCode,
  parts: readonly string[],
  nodes: readonly string[],
  by?: readonly string[],
): string {
  const names = listed(parts)
  const one = parts.length === 1
  const at = nodes.length === 1 ? `node ${nodes[0]}` : `nodes ${listed(nodes)}`
  switch (code) {
    case 'shorted':
      return by
        ? `${names} ${one ? 'is' : 'are'} shorted by ${listed(by)}, which ${by.length === 1 ? 'has' : 'have'} zero ohms beside ${one ? 'it' : 'them'}: no current flows there. Remove ${one ? 'it' : 'them'}, or check the zero-ohm part.`
        : `${names} ${one ? 'is' : 'are'} shorted: both ends are on ${at}, so no current flows there. Remove ${one ? 'it' : 'them'}, or move an end.`
    case 'dead-end':
      return `${names} ${one ? 'is a dead end' : 'are a dead end'}: current can enter at ${at} but finds no way on. Remove ${one ? 'it' : 'them'}, or join the free end.`
    case 'cut-off':
      return `${names} ${one ? 'is' : 'are'} cut off: no path leads from ${one ? 'it' : 'them'} to the source or terminals. Join ${one ? 'it' : 'them'} to the network, or remove ${one ? 'it' : 'them'}.`
    case 'open-supply':
      return `Nothing closes the circuit of ${parts[0]}: no path leads from its first end to its second, so no current flows${one ? '' : ` in ${listed(parts.slice(1))}`}. Join the gap.`
    case 'shorted-supply':
      return one
        ? `${parts[0]} is shorted: both its ends are on ${at}. The equivalent resistance is 0, and nothing can be divided by it. Open the short.`
        : `${parts[0]} is shorted by ${listed(parts.slice(1))}: the equivalent resistance is 0, and nothing can be divided by it. Open the short.`
    case 'meter-shorts':
      return `${names} joins two nodes like a wire (they are one now, ${at}), since an ideal ammeter has no resistance. Break the path, and put it in series with what it is to measure.`
    case 'unread-tolerance':
      return `The tolerance of ${names} cannot be read; it is kept, and counts as missing. Write it like 5 % or 0.5 %.`
    case 'unread-rating':
      return `The power rating of ${names} cannot be read; it is kept, and counts as missing. Write it like 1/4 W or 0.5 W.`
    case 'bridge':
      return `Reduction stops at ${listed(by ?? parts)}, between ${at}: no two of them are in series or in parallel (a bridge). Node-voltage or delta-to-wye methods are needed from here.`
  }
}

const longestList = 12

/** “R1”, “R1 and R2”, “R1, R2 and R3”; a long list is cut with the count of the rest. */
export function listed(names: readonly string[], most = longestList): string {
  if (names.length <= 1) return names[0] ?? ''
  if (names.length > most) return `${names.slice(0, most).join(', ')} and ${names.length - most} more`
  return `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`
}
