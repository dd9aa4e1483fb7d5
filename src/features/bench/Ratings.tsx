import clsx from 'clsx'
import type { Rated } from '@/core/bench'
import { shownText } from '@/core/number'
import { sizeNames } from '@/ui/bench/words'

const words = { cool: 'cool', hot: 'hot', over: 'over its rating', unrated: 'no rating' } as const

/** The power of every resistor against its rating, and the next size with twice the headroom. */
export function Ratings({ rated }: { readonly rated: readonly Rated[] }) {
  const watts = (value: number) => shownText({ value }, 'W', 3)
  return (
    <div>
      <h3 className="mb-1 font-semibold">Ratings</h3>
      <div className="overflow-x-auto">
        <table className="w-full text-left">
          <thead className="text-xs text-soft">
            <tr>
              {['part', 'marked', 'at worst', 'rating', '', 'twice the headroom'].map((heading) => (
                <th key={heading} scope="col" className="pr-3 font-medium">
                  {heading || <span className="sr-only">verdict</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rated.map(({ part, nominal, worst, rating, verdict, size }) => (
              <tr key={part} className="border-t border-line">
                <th scope="row" className="py-1 font-medium">
                  {part}
                </th>
                <td className="pr-3 font-mono">{watts(nominal)}</td>
                <td className="pr-3 font-mono">{watts(worst)}</td>
                <td className="pr-3 font-mono">{rating === null ? '–' : watts(rating)}</td>
                <td className={clsx('pr-3', (verdict === 'hot' || verdict === 'over') && 'font-medium text-trouble')}>
                  {words[verdict]}
                </td>
                <td className="font-mono">{size === null ? 'more than 5 W' : sizeNames.get(size)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  )
}
