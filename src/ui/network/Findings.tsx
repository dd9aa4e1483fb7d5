import { Fragment } from 'react'
import type { Worksheet } from '@/core/worksheet'
import type { NetworkDocument, Problem } from '@/core/network'

interface Props {
  readonly worksheet: Worksheet | null
  readonly problems: readonly Problem[]
  readonly document: NetworkDocument
  /** It is being tried: what stops the reduction is for the person to find. */
  readonly isTried?: boolean
}

/** What is wrong with the input, or else what is worth saying about the network. */
export function Findings({ worksheet, problems, document, isTried = false }: Props) {
  if (problems.length > 0) {
    return (
      <section role="alert" className="mb-3 rounded-md border-l-4 border-trouble bg-trouble-wash px-3 py-2">
        <h2 className="font-semibold">Please correct this. The last good analysis stands below</h2>
        <ul>
          {problems.slice(0, 8).map(({ part, message }, i) => (
            <li key={i}>
              {part && <strong>{part}: </strong>}
              {message}
            </li>
          ))}
        </ul>
        {problems.length > 8 && <p>… and {problems.length - 8} more, in the parts list</p>}
      </section>
    )
  }
  const { findings: all, residue } = worksheet?.outcome ?? { findings: [], residue: [] }
  const findings = isTried ? all.filter(({ code }) => code !== 'bridge') : all
  if (!document.parts.some(({ kind }) => kind === 'resistor')) {
    return (
      <section className="mx-auto my-8 max-w-xl rounded-lg border border-line bg-sheet p-6 text-center">
        <h2 className="mb-2 text-base font-semibold">Type the network</h2>
        <p className="mb-3">
          Write it in the line above: <code className="font-mono">+</code> puts resistors in series,{' '}
          <code className="font-mono">//</code> side by side. Names are optional.
        </p>
        <p className="font-mono">R1 1.5 + (R2 10 + R3 20) // R4 15 + R5 1</p>
      </section>
    )
  }
  if (findings.length === 0) return null
  return (
    <section aria-label="Findings" className="mb-3 grid gap-2">
      {findings.slice(0, 12).map((finding, i) => (
        <p key={i} data-finding={finding.code} className="rounded-md border-l-4 border-trouble bg-sheet px-3 py-1.5">
          <Message text={finding.message} names={[...finding.parts, ...residue]} />
        </p>
      ))}
      {findings.length > 12 && <p className="text-soft">… and {findings.length - 12} more findings</p>}
    </section>
  )
}

/** A sentence with the names of its parts and equivalents (`R2+3`, `(R2+3)‖4`) set bold. A name at the end of it has a full stop behind it. */
export function Message({ text, names }: { readonly text: string; readonly names: readonly string[] }) {
  return text.split(/([\p{L}\p{Nd}_.\-'+‖()]+)/u).map((word, i) => {
    const bare = word.endsWith('.') && !names.includes(word) ? word.slice(0, -1) : word
    return (
      <Fragment key={i}>
        {names.includes(bare) ? [<strong key={0}>{bare}</strong>, word.slice(bare.length)] : word}
      </Fragment>
    )
  })
}
