'use client'

import Link from 'next/link'
import { useEffect, useMemo, useState } from 'react'
import { shownText, unitOf } from '@/core/number'
import { Main } from '@/ui/Main'
import { api, problemText } from '@/ui/api'
import { barred } from '@/ui/Barred'
import { useSettings } from '@/ui/settings'
import { ScreenBar } from '@/ui/ScreenBar'
import { changeText, comparedOf, partsIn, type Compared, type ComparedNetwork } from './comparison'

/** More networks do not fit side by side. */
const most = 8

const names: Readonly<Record<Compared, string>> = {
  resistance: 'R',
  voltage: 'V',
  current: 'I',
  power: 'P',
}
const quantities = Object.keys(names) as Compared[]

/** A network and those that were made from it, or any chosen ones, side by side: what each part has in each of them. */
export function Compare({ of, ids }: { readonly of: string | null; readonly ids: readonly string[] }) {
  const { figures } = useSettings().settings
  const [networks, setNetworks] = useState<readonly ComparedNetwork[] | null>(null)
  const [left, setLeft] = useState(0)
  const [gone, setGone] = useState(0)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [quantity, setQuantity] = useState<Compared>('voltage')
  useEffect(() => {
    let isOver = false
    void (async () => {
      let wanted = ids
      if (of !== null) {
        const family = await api.family(of)
        if (isOver) return
        if (!family.ok) return setTrouble(problemText(family.problems))
        wanted = family.body.networks.map(({ id }) => id)
      }
      const answers = await Promise.all(wanted.slice(0, most).map((id) => api.find('network', id)))
      if (isOver) return
      const failed = answers.find((answer) => !answer.ok && answer.status !== 404)
      if (failed && !failed.ok) return setTrouble(problemText(failed.problems))
      setLeft(Math.max(0, wanted.length - most))
      setGone(answers.filter((answer) => !answer.ok).length)
      setNetworks(answers.flatMap((answer) => (answer.ok ? [comparedOf(answer.body.id, answer.body.document)] : [])))
    })()
    return () => {
      isOver = true
    }
  }, [of, ids])
  const parts = useMemo(() => partsIn(networks ?? []), [networks])
  const unit = unitOf[quantity]
  const cell = (network: ComparedNetwork, part: string | null) =>
    (part === null ? network.whole : network.parts?.get(part))?.[quantity] ?? null
  return (
    <div className="flex min-h-screen flex-col">
      <ScreenBar>
        <h1 className="font-medium">Compare</h1>
      </ScreenBar>
      <Main className="p-4">
        {trouble !== null && <p role="alert">{trouble}</p>}
        {networks === null && trouble === null && <progress aria-label="Reading the networks" className="w-40" />}
        {networks !== null && networks.length === 0 && (
          <p className="text-soft">
            {gone > 0
              ? 'These networks no longer exist.'
              : 'Nothing is chosen. Choose networks in the list of the logbook to compare them here.'}
          </p>
        )}
        {networks !== null && networks.length > 0 && (
          <>
            <div role="radiogroup" aria-label="What is compared" className="mb-3 flex">
              {quantities.map((it) => (
                <button
                  key={it}
                  type="button"
                  role="radio"
                  aria-checked={it === quantity}
                  onClick={() => setQuantity(it)}
                  className="min-h-8 border border-r-0 border-edge bg-sheet px-4 first:rounded-l-md last:rounded-r-md last:border-r aria-checked:bg-chosen-wash aria-checked:font-semibold"
                >
                  <span aria-hidden>{names[it]}</span>
                  <span className="sr-only">{it}</span>
                </button>
              ))}
            </div>
            <div className="overflow-x-auto rounded-md border border-line bg-sheet">
              <table className="border-collapse">
                <caption className="sr-only">The {quantity} of every part in each network</caption>
                <thead>
                  <tr className="border-b border-line">
                    <th className="px-3 py-1.5 text-left font-normal text-soft">part</th>
                    {networks.map(({ id, title }) => (
                      <th key={id} className="max-w-56 px-3 text-left">
                        <Link href={`/networks/${id}`} className="block truncate hover:underline">
                          {title}
                        </Link>
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody className="font-mono text-[13px]">
                  {[...parts, null].map((part) => (
                    <tr
                      key={part ?? ' whole'}
                      className={part === null ? 'border-t border-line font-semibold' : 'hover:bg-panel'}
                    >
                      <th scope="row" className="px-3 py-0.5 text-left font-normal">
                        {part ?? 'the whole'}
                      </th>
                      {networks.map((network, i) => {
                        const change = i === 0 ? '' : changeText(cell(networks[0], part), cell(network, part))
                        return (
                          <td key={network.id} className="px-3 text-right whitespace-nowrap">
                            {network.parts === null ? '–' : barred(shownText(cell(network, part), unit, figures))}
                            {i > 0 && (
                              <span className="ml-2 inline-block w-14 text-left text-xs text-chosen">{change}</span>
                            )}
                          </td>
                        )
                      })}
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            <p className="mt-2 text-xs text-soft">
              Percentages are against the first column.
              {left > 0 && ` ${left} more ${left === 1 ? 'network is' : 'networks are'} not shown.`}
              {gone > 0 && ` ${gone} of the chosen networks no longer ${gone === 1 ? 'exists' : 'exist'}.`}
            </p>
          </>
        )}
      </Main>
    </div>
  )
}
