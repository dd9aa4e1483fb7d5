'use client'

import type { ReactNode } from 'react'
import { Main } from './Main'
import { TopBar } from './TopBar'
import { useRouter } from 'next/navigation'
import { Button } from './Button'

/** A screen that says one thing, and actions about it. */
export function Notice({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <>
      <TopBar />
      <Main className="mx-auto flex max-w-xl flex-col items-start gap-4 p-8">
        <h1 className="text-lg font-semibold">{title}</h1>
        {children}
      </Main>
    </>
  )
}

/** What is wrong with the database, and where it lies. */
export function Troubled({ message }: { readonly message: string }) {
  const router = useRouter()
  return (
    <Notice title="The networks cannot be read">
      <p role="alert" className="break-words">
        {message}.
      </p>
      <p className="text-soft">Nothing was changed. What is not saved yet stays in this browser.</p>
      <Button look="strong" onClick={() => router.refresh()}>
        Look again
      </Button>
    </Notice>
  )
}
