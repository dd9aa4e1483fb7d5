import { useEffect, useState } from 'react'
import type { School } from '@/core/network'
import type { Figures } from '@/core/number'
import { examplesOf, type Examples, type Worksheet } from '@/core/worksheet'

/** Of larger networks no examples are worked out. */
const mostParts = 60

type Known = ReadonlyMap<keyof School, Examples>

/** What each choice writes here, found one after the other while nothing else is to be done. */
export function useExamples(worksheet: Worksheet | null, choices: readonly (keyof School)[], figures: Figures): Known {
  const [known, setKnown] = useState<Known>(new Map())
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>
    const open = worksheet === null || worksheet.network.parts.length > mostParts ? [] : [...choices]
    const found = new Map<keyof School, Examples>()
    const next = () => {
      const choice = open.shift()
      if (choice === undefined || worksheet === null) return
      found.set(choice, examplesOf(worksheet, choice, figures))
      setKnown((before) => new Map([...before, ...found]))
      timer = setTimeout(next)
    }
    timer = setTimeout(next, 60)
    return () => clearTimeout(timer)
  }, [worksheet, choices, figures])
  return known
}
