import type { ReactNode } from 'react'
import { TopBar } from './TopBar'

/** A screen that says one thing, and what can be done about it. */
export function Notice({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <>
      <TopBar />
      <main className="mx-auto flex max-w-xl flex-col items-start gap-4 p-8">
        <h1 className="text-lg font-semibold">{title}</h1>
        {children}
      </main>
    </>
  )
}
