import Link from 'next/link'
import { useStore } from 'zustand'
import { Button } from '../Button'
import { saveDocument } from '../download'
import { Notice } from '../Notice'
import { useOpenNetwork } from './OpenNetwork'

/** A screen of the open network that failed: the document is kept and offered, and the change can be taken back. */
export function NetworkFailed({ reset }: { readonly error: Error; readonly reset: () => void }) {
  const { store } = useOpenNetwork()
  const { document, past, saving } = useStore(store)
  const undo = () => {
    store.undo()
    reset()
  }
  return (
    <Notice title="Nodrel could not show this network">
      <p>
        The fault is its own. The network is kept as you made it
        {saving.state === 'saved' ? '' : ', in this browser until it can be saved'}; you can export it.
      </p>
      <div className="flex flex-wrap items-center gap-2">
        <Button look="strong" onClick={() => saveDocument(document)}>
          Export the network
        </Button>
        <Button onClick={undo} disabled={past.length === 0}>
          Undo the last change
        </Button>
        <Button onClick={reset}>Try again</Button>
        <Link href="/" className="text-chosen underline">
          Back to the logbook
        </Link>
      </div>
    </Notice>
  )
}
