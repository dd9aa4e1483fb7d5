import type { StageExchange } from '../../structure'
import { I, R, V, type Sign } from '../method'
import type { Draft, Term, Section } from './draft'

/** The resistances of what an exchange puts into place. */
export function placeExchanged<N>(
  draft: Draft<N>,
  { kind, members, shorted, placed }: StageExchange,
  section: Section,
): void {
  const { elements } = draft.stages
  const all = members.map(R)
  const isZero = members.every((id) => elements[id].isZero)
  for (const { id, pair } of placed) {
    const [i, j] = pair
    if (shorted !== null || isZero) draft.by(section, 'resistance', id, 'stays', [all[i]])
    else if (kind === 'delta') draft.by(section, 'resistance', id, 'delta-to-wye', [all[i], all[j], ...all])
    else if (members.length === 3) draft.by(section, 'resistance', id, 'wye-to-delta', [...all, all[3 - i - j]])
    else draft.by(section, 'resistance', id, 'star-to-mesh', [all[i], all[j], ...all])
  }
}

/**
 * The values of what was exchanged, from what took its place, in the direction in which the current turns out to run.
 * A delta's: V = Va − Vb across two legs, I = V / R. A wye's: the current of a leg is the sum of those that leave its
 * corner, V = I · R.
 */
export function carryBack<N>(
  draft: Draft<N>,
  { kind, members, corners, centre, placed }: StageExchange,
  section: Section,
): void {
  const { arithmetic, enters, found, stages, isUndefined } = draft
  const isZero = (id: number) => stages.elements[id].isZero
  /** A value of an element as it runs from one of its ends; nothing where it carries nothing. */
  const termOf = (quantity: 'voltage' | 'current', id: number, from: number, sign: Sign = 1): Term[] => {
    const line = found[quantity][id]
    return line === undefined ? [] : [{ line, sign: (enters[id] === from ? sign : -sign) as Sign }]
  }
  const addUp = (quantity: 'voltage' | 'current', id: number, from: number, to: number, terms: readonly Term[]) => {
    const value = draft.total(terms)
    const turned = value !== null && arithmetic.compare(value, arithmetic.zero) < 0
    enters[id] ??= turned ? to : from
    if (draft.isFound([quantity, id])) return
    // What is added stands first.
    const inOrder = terms
      .map(({ line, sign }) => ({ line, sign: (turned ? -sign : sign) as Sign }))
      .sort((a, b) => b.sign - a.sign)
    draft.addUp(section, quantity, id, 'exchanged', inOrder)
  }

  if (kind === 'wye') {
    members.forEach((id, i) => {
      const corner = corners[i]
      const beside = placed.filter(({ from, to }) => from === corner || to === corner)
      addUp(
        'current',
        id,
        corner,
        centre,
        beside.flatMap((it) => termOf('current', it.id, corner)),
      )
    })
    for (const id of members) {
      if (draft.isFound(V(id))) continue
      if (isUndefined('current', id)) draft.put(section, 'voltage', id, 'none', [])
      else draft.ohm(section, 'voltage', id)
    }
    return
  }
  const next = (i: number) => (i + 1) % 3
  members.forEach((id, i) => {
    const [from, to] = [corners[i], corners[next(i)]]
    addUp('voltage', id, from, to, [
      ...termOf('voltage', placed[i].id, from),
      ...termOf('voltage', placed[next(i)].id, to, -1),
    ])
  })
  for (const id of members) if (!isZero(id) && !draft.isFound(I(id))) draft.ohm(section, 'current', id)
  members.forEach((id, i) => {
    if (!isZero(id)) return
    // The current law at a corner where the other side's current is known; sides run from corner to corner.
    const [from, to] = [corners[i], corners[next(i)]]
    const before = members[(i + 2) % 3]
    const onward = members[next(i)]
    const isKnown = (...ids: readonly number[]) =>
      ids.every((one) => draft.isFound(I(one)) && !isUndefined('current', one))
    const terms =
      !isZero(before) && isKnown(before, placed[i].id)
        ? [...termOf('current', placed[i].id, from), ...termOf('current', before, corners[(i + 2) % 3])]
        : !isZero(onward) && isKnown(onward, placed[next(i)].id)
          ? [...termOf('current', onward, to), ...termOf('current', placed[next(i)].id, to, -1)]
          : null
    if (terms === null) draft.give(section, 'current', id, null, 'undefined')
    else {
      enters[id] = undefined
      addUp('current', id, from, to, terms)
    }
  })
}
