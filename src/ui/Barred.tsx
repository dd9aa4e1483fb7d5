import type { ReactNode } from 'react'

/**
 * A text with its numbers as they are written by hand: the digits that repeat, in brackets in the text, stand under a bar.
 * The brackets stay in what is copied and read aloud.
 *
 * @param As `tspan` within a drawing
 */
export function barred(text: string, As: 'span' | 'tspan' = 'span'): ReactNode {
  const [before, period, after] = text.split(/(?<=[.\d])\((\d+)\)/)
  if (period === undefined) return text
  const bracket = (sign: string) => (
    <As className="text-[0px]" fontSize={As === 'tspan' ? 0 : undefined}>
      {sign}
    </As>
  )
  return (
    <As>
      {before}
      {bracket('(')}
      <As className="overline" textDecoration={As === 'tspan' ? 'overline' : undefined}>
        {period}
      </As>
      {bracket(')')}
      {barred(after, As)}
    </As>
  )
}
