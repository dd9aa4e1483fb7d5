'use client'

import { useRouter } from 'next/navigation'
import { Button } from './Button'
import { Notice } from './Notice'

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
