import { Download, Trash2 } from 'lucide-react'
import { useCallback, useEffect, useState } from 'react'
import { readWayText, usualSchool, type School, type Way } from '@/core/network'
import { FileButton } from '@/ui/FileField'
import { api, problemText, type Reply, type Saved } from '@/ui/api'
import { Button } from '@/ui/Button'
import { download, fileName } from '@/ui/download'
import { useOpenNetwork } from '@/ui/network/OpenNetwork'
import { toast } from '@/ui/toast'

const wayOf = (name: string, choices: Way['choices']): Way => ({ format: 'nodrel-way', version: 1, name, choices })

/** Whole ways under names: kept, chosen, taken out as files and brought in. */
export function NamedWays({ school }: { readonly school: School }) {
  const { choose } = useOpenNetwork()
  const [ways, setWays] = useState<readonly Saved<'way'>[] | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const [name, setName] = useState('')
  /** A way whose name is taken: it waits for a word. */
  const [waiting, setWaiting] = useState<Way | null>(null)
  const show = useCallback((answer: Reply<readonly Saved<'way'>[]>) => {
    if (answer.ok) setWays(answer.body)
    else setProblem(problemText(answer.problems))
  }, [])
  useEffect(() => {
    let gone = false
    void api.list('way').then((answer) => gone || show(answer))
    return () => {
      gone = true
    }
  }, [show])

  const keep = async (way: Way, replace = false) => {
    let answer: Reply<unknown, Saved<'way'>> = await api.create('way', way)
    if (!answer.ok && answer.current && replace)
      answer = await api.save('way', answer.current.id, answer.current.version, way)
    setWaiting(!answer.ok && answer.status === 409 ? way : null)
    setProblem(answer.ok || answer.status === 409 ? null : problemText(answer.problems))
    if (!answer.ok) return
    setName('')
    toast(`“${way.name}” is kept`)
    show(await api.list('way'))
  }
  const take = (way: Pick<Way, 'name' | 'choices'>) => {
    choose({ ...usualSchool, ...way.choices, ways: undefined })
    toast(`This worksheet uses “${way.name}”`)
  }
  const remove = async (id: string, way: Way) => {
    const answer = await api.remove('way', id)
    if (!answer.ok && answer.status !== 404) return setProblem(problemText(answer.problems))
    toast.undoable(`“${way.name}” is deleted`, () => void keep(way), true)
    show(await api.list('way'))
  }
  const bring = async (file: File) => {
    const read = readWayText(await file.text())
    if (!read.ok) return setProblem(`${file.name}: ${read.problems.join('; ')}`)
    setProblem(null)
    take(read.way)
    await keep(read.way)
  }
  return (
    <div className="grid gap-2" data-ways>
      {problem !== null && (
        <p role="alert" className="text-trouble">
          {problem}
        </p>
      )}
      {waiting && (
        <p role="alert" className="flex flex-wrap items-center gap-2">
          Another method is called “{waiting.name}”.
          <Button className="!min-h-7 text-xs" onClick={() => void keep(waiting, true)}>
            Replace it
          </Button>
          <Button className="!min-h-7 text-xs" onClick={() => setWaiting(null)}>
            Leave it
          </Button>
        </p>
      )}
      {ways !== null && ways.length === 0 && (
        <p className="text-soft">No saved method yet. Make your choices, then save them under a name.</p>
      )}
      <ul className="flex flex-wrap gap-2">
        {(ways ?? []).map(({ id, document: way }) => (
          <li key={id} className="flex items-center rounded border border-edge">
            <Button look="plain" className="!min-h-7 text-xs font-semibold" onClick={() => take(way)}>
              {way.name}
            </Button>
            <Button
              look="plain"
              className="!min-h-7 !px-1.5"
              aria-label={`Export “${way.name}”`}
              onClick={() =>
                download(
                  fileName(way.name, '.nodrel-way.json'),
                  'application/json',
                  `${JSON.stringify(way, null, 2)}\n`,
                )
              }
            >
              <Download size={14} aria-hidden />
            </Button>
            <Button
              look="plain"
              className="!min-h-7 !px-1.5"
              aria-label={`Delete “${way.name}”`}
              onClick={() => void remove(id, way)}
            >
              <Trash2 size={14} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          if (name.trim() === '') setProblem('a name is 1 to 60 characters')
          else void keep(wayOf(name.trim(), school))
        }}
      >
        <label className="flex items-center gap-1.5">
          save this method as
          <input
            value={name}
            maxLength={60}
            onChange={(event) => setName(event.target.value)}
            className="h-7 w-56 field"
          />
        </label>
        <Button type="submit" className="!min-h-7 text-xs">
          Keep it
        </Button>
        <FileButton
          label="Import a method"
          accept=".json,application/json"
          className="!min-h-7 text-xs"
          onFiles={([file]) => void bring(file)}
        />
      </form>
    </div>
  )
}
