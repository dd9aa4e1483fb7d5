'use client'

import Link from 'next/link'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'

/** A screen that failed: the fault is Nodrel's, and nothing is lost. */
export default function Failed({ reset }: { readonly error: Error; readonly reset: () => void }) {
  return (
    <Notice title="Nodrel failed at showing this">
      <p>The fault is its own. What is saved is kept, and what is not saved yet stays in this browser.</p>
      <div className="flex gap-2">
        <Button look="strong" onClick={reset}>
          Try again
        </Button>
        <Link href="/" className="text-chosen underline">
          Back to the logbook
        </Link>
      </div>
    </Notice>
  )
}
