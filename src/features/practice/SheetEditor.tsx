import { Plus, RefreshCw, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { useState } from 'react'
import {
  codeFrom,
  dialProblems,
  mostTasks,
  mostVariants,
  readCode,
  seeds,
  usualDials,
  type Dials,
  type KeptSheet,
  type TasksDocument,
} from '@/core/learner'
import { api } from '@/ui/api'
import { Button } from '@/ui/Button'
import { download, fileName } from '@/ui/download'
import { SavingChoice, SavingState } from '@/ui/saving/SavingState'
import { DialSentence } from './DialSentence'
import type { useSheet } from './useSheet'

const newCode = (dials: Dials) => codeFrom(dials, Math.floor(Math.random() * seeds))
const dialsOfCode = (code: string): Dials => {
  const read = readCode(code)
  return read.ok ? read.coded.dials : usualDials
}
const variantName = (i: number) => String.fromCharCode(65 + i)

/** A sheet as a teacher sets it: title, marks, variants, and the dials of each task. */
export function SheetEditor({ id, state }: { readonly id: string; readonly state: ReturnType<typeof useSheet> }) {
  const { sheet, change, saving, notKept } = state
  const { title, marks, variants } = sheet
  const count = variants[0].codes.length
  const set = (some: Partial<KeptSheet>) => change({ ...sheet, ...some })
  /** The tasks at a place, one for each variant, anew. */
  const withTask = (at: number, dials: Dials): KeptSheet['variants'] | null => {
    const made = variants.map(({ name, codes }) => {
      const code = newCode(dials)
      return code === null ? null : { name, codes: codes.with(at, code) }
    })
    return made.every((it) => it !== null) ? made : null
  }
  const addTask = () => {
    const dials = dialsOfCode(variants[0].codes[count - 1])
    const made = variants.map(({ name, codes }) => ({ name, codes: [...codes, newCode(dials) ?? codes[count - 1]] }))
    set({ variants: made })
  }
  const setVariants = (wanted: number) => {
    const now = variants.slice(0, wanted)
    const more = Array.from({ length: Math.max(0, wanted - variants.length) }, (_, i) => ({
      name: variantName(variants.length + i),
      codes: variants[0].codes.map((code) => newCode(dialsOfCode(code)) ?? code),
    }))
    set({ variants: [...now, ...more] })
  }
  const save = ({ name, codes }: KeptSheet['variants'][number]) => {
    const document: TasksDocument = {
      format: 'nodrel-tasks',
      version: 1,
      title,
      ...(variants.length > 1 && { variant: name }),
      codes,
      marks,
    }
    const file = fileName(variants.length > 1 ? `${title} ${name}` : title, '.tasks.json')
    download(file, 'application/json', `${JSON.stringify(document, null, 2)}\n`)
  }
  return (
    <>
      <SavingChoice
        saving={saving}
        putBack={() => api.restore('sheet', id)}
        deleted="sheet"
        what="sheet"
        describe={({ content }) => (
          <p>
            Another window changed it: “{content.title}”, {content.variants[0].codes.length} tasks.
          </p>
        )}
        onChoose={state.choose}
        onRestored={state.goOn}
      />
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <label className="grid flex-1 gap-0.5">
          <span className="text-soft">title</span>
          <input
            value={title}
            maxLength={120}
            onChange={({ target }) => set({ title: target.value })}
            className="h-9 min-w-56 field"
          />
        </label>
        <div className="grid gap-0.5">
          <span className="text-soft">marks in all</span>
          <NumberField
            label="marks in all"
            value={marks}
            least={1}
            most={1000}
            onNumber={(value) => set({ marks: value })}
          />
        </div>
        <div className="grid gap-0.5">
          <span className="text-soft">variants</span>
          <NumberField label="variants" value={variants.length} least={1} most={mostVariants} onNumber={setVariants} />
        </div>
        <SavingState saving={saving} notKept={notKept} className="pb-2 text-xs text-soft" />
      </div>
      <ol className="divide-y divide-line rounded-md border border-line bg-sheet" data-tasks>
        {Array.from({ length: count }, (_, at) => (
          <TaskRow
            key={`${at} ${variants[0].codes[at]}`}
            at={at}
            codes={variants.map(({ codes }) => codes[at])}
            isOnly={count === 1}
            onDials={(dials) => {
              const made = withTask(at, dials)
              if (made) set({ variants: made })
              return made !== null
            }}
            onRemove={() =>
              set({ variants: variants.map(({ name, codes }) => ({ name, codes: codes.filter((_, i) => i !== at) })) })
            }
          />
        ))}
      </ol>
      <p>
        <Button onClick={addTask} disabled={count >= mostTasks}>
          <Plus size={16} aria-hidden /> Another task
        </Button>
      </p>
      <section aria-label="Give it out" className="flex flex-wrap gap-2">
        {variants.map((variant) => (
          <Button key={variant.name} look="strong" onClick={() => save(variant)}>
            {variants.length > 1 ? `Save variant ${variant.name} as a file` : 'Export'}
          </Button>
        ))}
        <PrintLink id={id} what="tasks" text="Print the tasks" />
        <PrintLink id={id} what="key" text="Print the key" />
      </section>
    </>
  )
}

function PrintLink({ id, what, text }: { readonly id: string; readonly what: string; readonly text: string }) {
  return (
    <Link
      href={`/practice/sheets/${id}/print?what=${what}`}
      className="inline-flex min-h-8 items-center rounded-md border border-edge bg-sheet px-2.5 hover:bg-chosen-wash"
    >
      {text}
    </Link>
  )
}

/** One task of the sheet: its dials, and its code in each variant. */
function TaskRow({
  at,
  codes,
  isOnly,
  onDials,
  onRemove,
}: {
  readonly at: number
  readonly codes: readonly string[]
  readonly isOnly: boolean
  /** Makes the tasks anew; whether any came out. */
  readonly onDials: (dials: Dials) => boolean
  readonly onRemove: () => void
}) {
  const [dials, setDials] = useState(() => dialsOfCode(codes[0]))
  const [failed, setFailed] = useState(false)
  const problems = dialProblems(dials)
  const turn = (next: Dials) => {
    setDials(next)
    setFailed(dialProblems(next).length === 0 && !onDials(next))
  }
  return (
    <li className="flex flex-wrap items-start gap-x-3 px-3 py-1.5">
      <span className="pt-1 font-semibold">{at + 1}.</span>
      <div className="min-w-0 flex-[1_1_24rem]">
        <DialSentence dials={dials} problems={problems} onTurn={turn} label={`What task ${at + 1} is`} />
        {failed && (
          <p role="alert" className="text-trouble">
            no task fits these settings: change one of them
          </p>
        )}
        <p className="flex flex-wrap gap-x-3 text-soft">
          {codes.map((code, i) => (
            <Link key={i} href={`/practice?code=${code}`} className="font-mono text-xs underline decoration-dotted">
              {code}
            </Link>
          ))}
          {problems.length > 0 && <span className="text-trouble">unchanged, until the settings fit together</span>}
        </p>
      </div>
      <span className="flex gap-1">
        <Button
          look="plain"
          tip="Other numbers"
          aria-label={`Task ${at + 1} with other numbers`}
          disabled={problems.length > 0}
          onClick={() => turn(dials)}
        >
          <RefreshCw size={15} aria-hidden />
        </Button>
        <Button look="plain" tip="Remove it" aria-label={`Remove task ${at + 1}`} disabled={isOnly} onClick={onRemove}>
          <Trash2 size={15} aria-hidden />
        </Button>
      </span>
    </li>
  )
}

/** A whole number within bounds; what is typed counts once it is one. */
function NumberField({
  label,
  value,
  least,
  most,
  onNumber,
}: {
  readonly label: string
  readonly value: number
  readonly least: number
  readonly most: number
  readonly onNumber: (value: number) => void
}) {
  const [typed, setTyped] = useState<string | null>(null)
  const isWrong = typed !== null && !fits(typed)
  function fits(text: string): boolean {
    return /^\d+$/.test(text.trim()) && Number(text) >= least && Number(text) <= most
  }
  return (
    <span className="flex items-center gap-2">
      <input
        aria-label={label}
        inputMode="numeric"
        value={typed ?? String(value)}
        size={4}
        maxLength={4}
        aria-invalid={isWrong}
        onChange={({ target }) => {
          setTyped(target.value)
          if (fits(target.value)) onNumber(Number(target.value))
        }}
        onBlur={() => setTyped(null)}
        className="h-9 field font-mono"
      />
      {isWrong && (
        <span role="alert" className="text-xs text-trouble">
          {least} to {most}
        </span>
      )}
    </span>
  )
}
