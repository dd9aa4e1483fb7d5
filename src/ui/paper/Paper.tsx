import clsx from 'clsx'
import type { ReactNode } from 'react'

/**
 * A document that is handed in: what is seen is what is printed. Black on white whatever the theme; its page numbers come
 * from the stylesheet.
 */
export function Paper({
  title,
  fields,
  note,
  children,
  isNewPage = false,
}: {
  readonly title: string
  /** What is filled in by hand or was typed: name, class, date. */
  readonly fields: readonly { readonly name: string; readonly value: string }[]
  /** At the right of the title: a variant, marks in all. */
  readonly note?: ReactNode
  /** Begins on a page of its own when several are printed. */
  readonly isNewPage?: boolean
  readonly children: ReactNode
}) {
  return (
    <article
      className={clsx(
        'mx-auto w-full max-w-[190mm] bg-sheet p-[10mm] text-ink paper-light shadow print:max-w-none print:p-0 print:shadow-none',
        isNewPage && 'break-before-page',
      )}
      data-paper
    >
      <header className="mb-4 border-b border-ink pb-2">
        <div className="flex flex-wrap items-baseline justify-between gap-x-6">
          <h1 className="text-lg font-semibold">{title}</h1>
          {note}
        </div>
        <p className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
          {fields.map(({ name, value }) => (
            <span key={name} className="flex min-w-40 flex-1 items-baseline gap-2">
              <span className="text-soft">{name}</span>
              <span className="min-h-5 flex-1 border-b border-dotted border-soft">{value}</span>
            </span>
          ))}
        </p>
      </header>
      {children}
    </article>
  )
}

/** A section with its heading; what stands together is not torn between pages. */
export function PaperSection({
  heading,
  note,
  children,
}: {
  readonly heading: ReactNode
  readonly note?: ReactNode
  readonly children: ReactNode
}) {
  return (
    <section className="mb-5 break-inside-avoid">
      <h2 className="mb-1 flex break-after-avoid justify-between gap-4 font-semibold">
        <span>{heading}</span>
        {note && <span className="font-normal">{note}</span>}
      </h2>
      {children}
    </section>
  )
}

/** A line to be written on. */
export function BlankLine({ isShort = false }: { readonly isShort?: boolean }) {
  return (
    <span
      aria-hidden
      className={clsx('inline-block border-b border-dotted border-soft', isShort ? 'w-24' : 'min-h-6 w-full')}
    />
  )
}
