import { useEffect, useState } from 'react'
import { kindOf, type RunDocument, type RunKind } from '@/ui/bench/run'
import { sides, type BenchSide } from './BenchBar'
import { notePlace, type BenchPlace } from './memory'
import type { Runs } from './useRuns'

interface Side {
  /** What the next reading is: that of the open run, or of the bench that is looked at. */
  readonly kind: RunKind
  /** What is shown beside the log. */
  readonly side: BenchSide
  /** Looks at a side; a bench opens the last run of its kind, or none. */
  readonly goTo: (wanted: BenchSide) => void
  /** Goes on with real readings: in the last run of them that fits, or in one of its own. */
  readonly toReal: (fits: (run: RunDocument) => boolean) => Promise<void>
  /** Opens a run, on the bench where it was read. */
  readonly choose: (id: string) => void
}

const benchOf = (kind: RunKind) => (kind === 'real' ? 'own' : 'standin')
const isBench = (side: BenchSide) => side === 'own' || side === 'standin'

/** What is shown beside the log: a run of real readings is never on the stand-in, nor the other way round. */
export function useSide(networkId: string, runs: Runs, place: BenchPlace | null): Side {
  const [wanted, setWanted] = useState<BenchSide>(() => sides.find(({ key }) => key === place?.side)?.key ?? 'standin')
  const [bench, setBench] = useState<RunKind>(wanted === 'own' ? 'real' : 'simulated')
  const { open, list } = runs
  const kind = (open && kindOf(open.document)) ?? bench
  const side = isBench(wanted) ? benchOf(kind) : wanted
  const openId = open?.id ?? null
  useEffect(() => {
    if (list !== null) notePlace(networkId, { run: openId, side })
  }, [networkId, openId, side, list])
  const openLike = (its: RunKind, fits: (run: RunDocument) => boolean) => {
    setBench(its)
    return runs.chooseLike((document) => (kindOf(document) ?? its) === its && fits(document))
  }
  return {
    kind,
    side,
    goTo: (to) => {
      setWanted(to)
      if (isBench(to)) void openLike(to === 'own' ? 'real' : 'simulated', () => true)
    },
    toReal: (fits) => {
      if (isBench(wanted)) setWanted('own')
      return openLike('real', fits)
    },
    choose: (id) => {
      runs.choose(id)
      const there = list?.find((it) => it.id === id)
      const its = there && kindOf(there.document)
      if (!its) return
      setBench(its)
      if (isBench(wanted)) setWanted(benchOf(its))
    },
  }
}
