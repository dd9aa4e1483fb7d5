import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { applyFormula, newDrawing } from '@/core/entry'
import type { Network, NetworkDocument } from '@/core/network'
import { inFormat, quantityText, readQuantity } from '@/core/number'
import { api, problemText } from '@/ui/api'
import { Button } from '@/ui/Button'
import { Dialog } from '@/ui/Dialog'
import type { Planning } from '@/ui/bench/laid'
import type { RunDocument } from '@/ui/bench/run'
import { notePlace } from './memory'

/** So many titles are tried until one is free. */
const mostTitles = 100

/** Goes on to another circuit with the meter, the supply and the run of this one; this one stays as it is. */
export function OtherCircuit({
  open,
  onClose,
  network,
  planning: { view },
  like,
  side,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly network: Network
  readonly planning: Planning
  /** The run that is begun there: on the same meter, with the same rows of the supply, under the same name. */
  readonly like: RunDocument
  readonly side: 'own' | 'standin'
}) {
  const router = useRouter()
  const [formula, setFormula] = useState('')
  const [volts, setVolts] = useState(view.hasSource ? quantityText({ value: view.volts }, 'V', 4) : '')
  const [trouble, setTrouble] = useState<string | null>(null)
  const [isBusy, setBusy] = useState(false)
  const go = async () => {
    const made = applyFormula(newDrawing, formula)
    if (!made.ok) return setTrouble(made.problem.message)
    const read = volts.trim() === '' ? null : readQuantity(volts, 'V')
    if (read && !read.ok) return setTrouble(`“${volts}” is no voltage like 9 V`)
    setBusy(true)
    const parts = made.document.parts.map((part) =>
      part.kind === 'source' && read ? { ...part, voltage: inFormat(volts.trim()) } : part,
    )
    const created = await create({ ...made.document, parts }, network.title)
    if (typeof created === 'string') {
      setBusy(false)
      return setTrouble(created)
    }
    const begun = await api.create('run', like, { of: created.id })
    notePlace(created.id, { run: begun.ok ? begun.body.id : null, side })
    router.push(`/networks/${created.id}/bench`)
  }
  return (
    <Dialog title="Same bench, another circuit" open={open} onOpenChange={(stays) => !stays && onClose()}>
      <p className="mb-2 text-soft">
        A network of its own, with the same meter, supply and run. This one keeps its readings.
      </p>
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          if (!isBusy) void go()
        }}
      >
        <label className="grid gap-1">
          Circuit
          <input
            value={formula}
            onChange={({ target }) => {
              setTrouble(null)
              setFormula(target.value)
            }}
            maxLength={10_000}
            autoComplete="off"
            placeholder="330 + 1.5k // (680 + 820)"
            className="h-9 field font-mono"
          />
        </label>
        <label className="grid gap-1">
          Supply
          <input
            value={volts}
            onChange={({ target }) => {
              setTrouble(null)
              setVolts(target.value)
            }}
            maxLength={40}
            autoComplete="off"
            className="h-9 field font-mono"
          />
        </label>
        {trouble && (
          <p role="alert" className="text-trouble">
            {trouble}
          </p>
        )}
        <div>
          <Button look="strong" type="submit" disabled={isBusy} className="h-9">
            Go on with it
          </Button>
        </div>
      </form>
    </Dialog>
  )
}

/** Keeps the network under the next free title; what is wrong, as a text. */
async function create(document: NetworkDocument, title: string): Promise<{ readonly id: string } | string> {
  const [, stem, number] = /^(.*?)(?: (\d+))?$/.exec(title || 'Circuit') ?? []
  for (let i = Number(number ?? 1) + 1; i < Number(number ?? 1) + mostTitles; i++) {
    const answer = await api.create('network', { ...document, title: `${stem} ${i}` })
    if (answer.ok) return answer.body
    if (answer.status !== 409) return problemText(answer.problems)
  }
  return 'no free title was found'
}
