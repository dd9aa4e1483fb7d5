import { useMemo } from 'react'
import { meters, readMeter, type Measurement } from '@/core/bench'
import type { Question } from '@/core/learner'
import { benchPictureOf } from '@/ui/bench/benchPicture'
import { Claim } from '@/ui/bench/Claim'
import { logOf, planningOf, type Planning } from '@/ui/bench/laid'
import { asReading, newRun } from '@/ui/bench/run'
import { StandIn } from '@/ui/bench/StandIn'
import { useStandIn } from '@/ui/bench/useStandIn'
import { bandText, rowName, verdictSigns, verdictText } from '@/ui/bench/words'
import type { OpenExercise } from './useExercise'

type MendQuestion = Extract<Question, { kind: 'mend' }>

/** A bench with a hidden fault: measure, and say what is wrong. */
export function MendTask({ exercise, question }: { readonly exercise: OpenExercise; readonly question: MendQuestion }) {
  const found = useMemo(() => planningOf(exercise.task.worksheet.network), [exercise.task])
  if (!found.ok) return <p role="alert">{found.problems.map(({ message }) => message).join('; ')}</p>
  return <MendBench exercise={exercise} question={question} planning={found.planning} />
}

const firstMeter = readMeter(meters[0])

function MendBench({
  exercise: { task, judged, make, moves },
  question,
  planning,
}: {
  readonly exercise: OpenExercise
  readonly question: MendQuestion
  readonly planning: Planning
}) {
  const { worksheet } = task
  const { network } = worksheet
  const drawn = useMemo(() => benchPictureOf(worksheet, planning.bench), [worksheet, planning])
  const meter = firstMeter.ok ? firstMeter.meter : null
  const seed = useMemo(() => ({ seed: question.seed, faults: 1 as const }), [question])
  const run = useMemo(
    () => ({
      ...newRun(task.code, { standin: seed }),
      readings: moves.flatMap((move) => (move.do === 'read' ? [move.reading] : [])),
    }),
    [task, seed, moves],
  )
  const log = useMemo(() => logOf(planning, run), [planning, run])
  const read = log.rows.filter(({ reading }) => reading !== null)
  const rightAt = moves.findIndex((move, i) => move.do === 'claim' && judged.done && i === lastClaim(moves))
  const taken = (until: number) => moves.slice(0, until).filter((move) => move.do === 'read').length
  if (!meter) return null
  return (
    <div className="grid gap-3 xl:grid-cols-[minmax(0,3fr)_minmax(18rem,2fr)]">
      <WithStandIn
        planning={planning}
        drawn={drawn}
        seed={seed}
        meter={meter}
        log={log}
        onRead={(measurement, value, range) =>
          make({
            do: 'read',
            reading: {
              ...asReading(measurement),
              value,
              ...(range !== undefined && { range }),
              at: new Date().toISOString(),
            },
          })
        }
      >
        {(truth) => (
          <Claim
            planning={planning}
            network={network}
            truth={truth}
            meter={meter}
            taken={read.length}
            foundAfter={judged.done && rightAt >= 0 ? taken(rightAt) : undefined}
            onFound={() => undefined}
            onClaim={(claim) => make({ do: 'claim', claim })}
          />
        )}
      </WithStandIn>
      <section aria-labelledby="read" className="content-start">
        <h2 id="read" className="mb-1 font-semibold">
          What you read
        </h2>
        {read.length === 0 ? (
          <p className="text-soft">Nothing yet: lay the leads, and write the reading down.</p>
        ) : (
          <ul className="divide-y divide-line rounded-md border border-line bg-sheet">
            {read.map(({ key, measurement, probe, reading, judged: verdict, value, band }) => (
              <li key={key} className="px-2 py-1">
                <span className="flex justify-between gap-2">
                  <span>
                    {measurement.quantity}, {rowName(planning.bench, measurement, probe)}
                  </span>
                  <span className="font-mono">{String(reading?.value)}</span>
                </span>
                <span className="block text-xs text-soft">
                  {band && `should be ${bandText(band, measurement.quantity)} `}
                  {verdict && (
                    <span>
                      {verdictSigns[verdict.verdict]} {verdictText(verdict, measurement.quantity, value)}
                    </span>
                  )}
                </span>
              </li>
            ))}
          </ul>
        )}
      </section>
    </div>
  )
}

function lastClaim(moves: readonly { readonly do: string }[]): number {
  return moves.findLastIndex((move) => move.do === 'claim')
}

/** The stand-in with its hands, and what stands below it, which must know what is hidden. */
function WithStandIn({
  planning,
  drawn,
  seed,
  meter,
  log,
  onRead,
  children,
}: {
  readonly planning: Planning
  readonly drawn: Parameters<typeof StandIn>[0]['drawn']
  readonly seed: Parameters<typeof useStandIn>[1]
  readonly meter: Parameters<typeof useStandIn>[2]
  readonly log: ReturnType<typeof logOf>
  readonly onRead: (measurement: Measurement, value: string, range?: string) => void
  readonly children: (truth: ReturnType<typeof useStandIn>['truth']) => React.ReactNode
}) {
  const state = useStandIn(planning, seed, meter)
  return (
    <div className="grid min-w-0 content-start gap-3">
      <StandIn planning={planning} drawn={drawn} meter={meter} state={state} rows={log.rows} onRead={onRead} />
      {children(state.truth)}
    </div>
  )
}
