'use client'

import { lazy, Suspense, useMemo, useState } from 'react'
import { countSlips, readCode, slipName, type Practised } from '@/core/learner'
import { Main } from '@/ui/Main'
import { api, problemText, type ListedExercise } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import { download } from '@/ui/download'
import { toast } from '@/ui/toast'
import { useAwake } from '@/ui/awake'
import { onceThere } from '@/ui/onceThere'
import { dialTexts } from './DialSentence'
import { PracticeFrame } from './PracticeFrame'
import { SkillStrip } from './SkillStrip'
import { practisedOf } from './useExercise'

const ProgressCharts = lazy(() => onceThere(() => import('./ProgressCharts')))

/** So many tasks are listed. */
const listed = 50

/** What was practised: strengths over time, slips by kind, time for each task. */
export function Progress({ practised }: { readonly practised: readonly ListedExercise[] }) {
  const isAwake = useAwake()
  const [list, setList] = useState(practised)
  const [asking, setAsking] = useState(false)
  const [now] = useState(() => Date.now())
  const history = useMemo(() => historyOf(list), [list])
  const slips = useMemo(() => countSlips(history.flatMap((it) => it.slips)), [history])
  const clear = async () => {
    const answer = await api.clearExercises()
    if (!answer.ok) return void toast.error(problemText(answer.problems))
    setList([])
    setAsking(false)
    toast.success('Your practice history is deleted')
  }
  /** All of it, also what is too old for this page. */
  const everything = async () => {
    const answer = await api.exercises()
    if (answer.ok) return historyOf(answer.body)
    toast.error(problemText(answer.problems))
    return null
  }
  const saveJson = async () => {
    const all = await everything()
    if (all) download('practice.json', 'application/json', `${JSON.stringify({ practised: all }, null, 2)}\n`)
  }
  const saveCsv = async () => {
    const all = await everything()
    if (!all) return
    const { progressCsv } = await import('./practiceCsv')
    download('practice.csv', 'text/csv', progressCsv(all))
  }
  return (
    <PracticeFrame screen="progress">
      <Main className="grid content-start gap-4 p-4 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <h1 className="sr-only">My progress</h1>
        {history.length === 0 ? (
          <p className="text-soft">No tasks done yet. What you practise is counted here.</p>
        ) : (
          <div className="grid min-w-0 content-start gap-4">
            {isAwake && (
              <Suspense fallback={<p className="text-soft">Loading…</p>}>
                <ProgressCharts history={history} slips={slips} now={now} />
              </Suspense>
            )}
            <section aria-labelledby="done" className="rounded-md border border-line bg-sheet p-3">
              <h2 id="done" className="mb-1 font-semibold">
                The last tasks
              </h2>
              <table className="w-full border-collapse text-left" data-history>
                <thead className="text-soft">
                  <tr>
                    {['when', 'task', 'code', 'marks', 'time', 'slips'].map((head) => (
                      <th key={head} className="pr-3 font-normal">
                        {head}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {isAwake &&
                    [...history]
                      .reverse()
                      .slice(0, listed)
                      .map(({ at, code, marks, of, seconds, slips: made, isDone }) => (
                        <tr key={`${code} ${at}`} className="border-t border-line">
                          <td className="py-0.5 pr-3">{new Date(at).toLocaleDateString('en-GB')}</td>
                          <td className="pr-3">{kindOf(code)}</td>
                          <td className="pr-3">
                            <a
                              className="font-mono whitespace-nowrap underline decoration-dotted"
                              href={`/practice?code=${code}`}
                            >
                              {code}
                            </a>
                          </td>
                          <td className="pr-3 font-mono whitespace-nowrap">
                            {marks}/{of}
                            {!isDone && <span className="text-soft"> open</span>}
                          </td>
                          <td className="pr-3 font-mono">{timeText(seconds)}</td>
                          <td>{made.map(({ slip }) => slipName(slip)).join(', ')}</td>
                        </tr>
                      ))}
                </tbody>
              </table>
            </section>
            <p className="flex flex-wrap gap-2">
              <Button onClick={() => void saveCsv()}>Export (CSV)</Button>
              <Button onClick={() => void saveJson()}>Export (JSON)</Button>
              <Button look="plain" onClick={() => setAsking(true)}>
                Delete the history…
              </Button>
            </p>
          </div>
        )}
        <aside className="rounded-md border border-line bg-panel p-3">
          {isAwake && <SkillStrip history={history} now={now} />}
        </aside>
        <Dialog title="Delete your practice history?" open={asking} onOpenChange={setAsking}>
          <p className="mb-3">
            {list.length} {list.length === 1 ? 'task is' : 'tasks are'} deleted for good, with their answers, also those
            done on sheets. Export them first if you may want them again.
          </p>
          <div className="flex gap-2">
            <Button look="strong" onClick={() => void clear()}>
              Delete them
            </Button>
            <Button onClick={() => setAsking(false)}>Keep them</Button>
          </div>
        </Dialog>
      </Main>
    </PracticeFrame>
  )
}

/** What was practised, the first first. */
function historyOf(list: readonly ListedExercise[]): Practised[] {
  return list.map(practisedOf).sort((a, b) => a.at - b.at)
}

/** What kind of task a code is of, in words. */
function kindOf(code: string): string {
  const read = readCode(code)
  return read.ok ? dialTexts.kind[read.coded.dials.kind] : '–'
}

/** Seconds as minutes and seconds. */
function timeText(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`
}
